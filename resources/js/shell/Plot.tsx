import type { Picture } from './Chart';
import { later } from './later';
import { Piece } from './Piece';

const Chart = later(() => import('./Chart').then((piece) => piece.default));

export function Plot({ label, picture }: { label: string; picture: Picture }) {
    return (
        <Piece name="plot" waits={<div className="plot" role="img" aria-label={`${label}, being drawn`} />}>
            <Chart label={label} picture={picture} />
        </Piece>
    );
}
