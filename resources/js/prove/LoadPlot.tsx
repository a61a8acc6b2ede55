import { useMemo } from 'react';
import type { LoadTest } from '../api/client';
import type { Picture } from '../shell/Chart';
import { Plot } from '../shell/Plot';

/** Volts over load: what a good unit shows as a line between its limits, what was read as marks. */
export function LoadPlot({ rail }: { rail: LoadTest['rails'][number] }) {
    const picture = useMemo((): Picture => {
        const along = (pick: (one: (typeof rail.curve)[number]) => number | null | undefined) =>
            rail.curve.flatMap((one): Array<[number, number]> => {
                const volts = pick(one);
                return volts == null ? [] : [[one.share, volts]];
            });
        const edge = { ink: 'copper' as const, width: 1, dash: [5, 4], unnamed: true };
        return {
            x: { name: '% of full load', min: 0, max: 100 },
            y: { name: 'V' },
            lines: [
                { name: 'a good unit', points: along((one) => one.expected), ink: 'copper' },
                { ...edge, name: 'low', points: along((one) => one.low) },
                { ...edge, name: 'high', points: along((one) => one.high) },
                { name: 'read', points: along((one) => one.read), ink: 'ink', marked: true },
            ],
        };
    }, [rail]);
    return (
        <figure className="load-plot">
            <figcaption>{rail.name}</figcaption>
            <Plot picture={picture} label={`${rail.name}: volts over load`} />
        </figure>
    );
}
