import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { RunPlot as Data, RunView } from '../api/client';
import { runPlotQuery } from '../api/queries';
import type { Picture } from '../shell/Chart';
import { Plot } from '../shell/Plot';

const inks = ['copper', 'ink', 'quiet'] as const;
const dashes = [[], [8, 5], [2, 3], [9, 3, 2, 3], [2, 6], [14, 4]];

/** Hours where it ran for hours, minutes where it did for minutes. */
function clock(seconds: number): string {
    const hours = Math.floor(seconds / 3600);
    const minutes = Math.floor((seconds % 3600) / 60);
    return seconds < 120 ? `${Math.round(seconds)} s` : `${hours > 0 ? `${hours} h ` : ''}${minutes} min`;
}

function pictureOf(channels: Data['channels'], data: Data, unit: string, limits: boolean): Picture {
    return {
        x: { name: '', min: data.from, max: data.to, write: clock },
        y: { name: unit },
        lines: channels.map((one, k) => ({
            name: one.title,
            ink: inks[k % inks.length] ?? 'ink',
            width: 1.6,
            dash: dashes[Math.floor(k / inks.length) % dashes.length] ?? [],
            // Both ends of each stretch: a single spike stays a spike.
            points: one.points.flatMap(([second = 0, low = 0, high = 0]): Array<[number, number]> =>
                low === high
                    ? [[second, low]]
                    : [
                          [second, low],
                          [second, high],
                      ],
            ),
        })),
        // With its limits in sight, a wander of millivolts looks like what it is.
        levels: limits
            ? channels
                  .flatMap((one) => [one.low, one.high])
                  .filter((limit): limit is number => limit != null)
                  .map((at) => ({ at, ink: 'alarm' }))
            : [],
    };
}

/** A run over its time, volts and degrees apart, with gaps told in words. */
export function RunPlot({ job, run }: { job: string; run: RunView }) {
    const [last, setLast] = useState<number>();
    const end = Math.ceil(run.elapsed);
    const window = last === undefined ? {} : { from: Math.max(0, end - last), to: Math.max(1, end) };
    const asOf = run.state === 'running' ? Math.floor(run.elapsed / Math.max(2, run.elapsed / 200)) : -1;
    const plot = useQuery(runPlotQuery(job, run.id, window, asOf)).data;
    const units = useMemo(() => [...new Set(plot?.channels.map((one) => one.unit) ?? [])], [plot]);
    if (plot === undefined) {
        return <p role="status">Drawing…</p>;
    }
    return (
        <figure className="run-plot">
            <div className="fit-acts">
                {(
                    [
                        [undefined, 'All of it'],
                        [3600, 'Last hour'],
                        [300, 'Last five minutes'],
                    ] as const
                ).map(([seconds, label]) => (
                    <Button
                        key={label}
                        type={last === seconds ? 'primary' : 'default'}
                        size="small"
                        onClick={() => setLast(seconds)}
                    >
                        {label}
                    </Button>
                ))}
            </div>
            {units.map((unit) => {
                const channels = plot.channels.filter((one) => one.unit === unit);
                // The mains would flatten a rail, and rails of the two signs each other: they have plots of their own.
                const isNegative = (one: Data['channels'][number]) => (one.points[0]?.[1] ?? 0) < 0;
                const groups =
                    unit === 'V'
                        ? [
                              channels.filter((one) => one.title !== 'mains' && !isNegative(one)),
                              channels.filter(isNegative),
                              channels.filter((one) => one.title === 'mains'),
                          ]
                        : [channels];
                return groups
                    .filter((group) => group.some((one) => one.points.length > 0))
                    .map((group) => (
                        <Plot
                            key={unit + (group[0]?.title ?? '')}
                            label={`${group.map((one) => one.title).join(', ')} over time`}
                            picture={pictureOf(group, plot, unit, group.length < 4)}
                        />
                    ));
            })}
            {plot.gaps.map((gap) => (
                <p key={gap.from} className="caution">
                    Gap of {clock(gap.to - gap.from)} at {clock(gap.from)}: {gap.why}.
                </p>
            ))}
        </figure>
    );
}
