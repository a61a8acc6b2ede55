import { lazy } from 'react';
import type { Picture } from './Chart';
import { Piece } from './Piece';

const Chart = lazy(() => import('./Chart'));

export function Plot({ label, picture }: { label: string; picture: Picture }) {
    return <Piece name="plot" waits={<div className="plot" role="img" aria-label={`${label}, being drawn`} />}><Chart label={label} picture={picture} /></Piece>;
}
