import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { learningQuery } from '../api/queries';
import { RefusalNote } from '../help/RefusalNote';
import type { Picture } from '../shell/Chart';
import { Plot } from '../shell/Plot';

/** Ways to fail, as a bench says them. */
export const mechanisms: Record<string, string> = {
    Open: 'open, dried or worn out',
    High: 'grown too large, badly joined',
    Low: 'too low',
    Leaky: 'leaky',
    Short: 'shorted',
    Drift: 'drifted',
    Weak: 'weak under load',
    Reversed: 'the wrong way round',
    Dead: 'dead',
};

/** How one comes on: figures one after the other, ways to fail by what is due; for a lead everybody's. */
export function Learning() {
    const [person, setPerson] = useState<number>();
    const learning = useQuery(learningQuery(person));
    const { data } = learning;
    const picture = useMemo(
        (): Picture => ({
            x: {
                name: 'run',
                min: 1,
                max: Math.max(2, data?.curve.length ?? 2),
                whole: true,
                write: (value) => value.toFixed(0),
            },
            y: { name: 'of 100', min: 0, max: 100, write: (value) => value.toFixed(0) },
            lines: [
                {
                    name: 'your figure',
                    ink: 'copper',
                    width: 2,
                    marked: true,
                    points: (data?.curve ?? []).map((one, k) => [k + 1, one.figure] as const),
                },
                ...(['walking', 'half_split'] as const).map((by) => ({
                    name: by === 'walking' ? 'walking from the input' : 'splitting in half',
                    ink: by === 'walking' ? ('ink' as const) : ('quiet' as const),
                    dash: by === 'walking' ? [6, 5] : [2, 4],
                    points: (data?.curve ?? []).flatMap((one, k) => {
                        const figure = one[by];
                        return figure === null ? [] : [[k + 1, figure] as const];
                    }),
                })),
            ],
        }),
        [data],
    );
    if (data === undefined) {
        return learning.error === null ? null : <RefusalNote>{learning.error.message}</RefusalNote>;
    }
    return (
        <section aria-label="How it goes" className="learning">
            {data.group.length > 0 && (
                <p className="practice-words" role="group" aria-label="Whose">
                    {data.group.map((one) => (
                        <Button
                            key={one.id}
                            aria-pressed={data.name === one.name}
                            onClick={() => setPerson(one.id)}
                            type={data.name === one.name ? 'primary' : 'default'}
                        >
                            {one.name}: {one.last.toFixed(0)}
                            <small> in {one.runs}</small>
                        </Button>
                    ))}
                </p>
            )}
            {data.curve.length > 0 && (
                <>
                    <h2>{data.name}, run by run</h2>
                    {data.curve.length > 1 && <Plot label="Figures run by run" picture={picture} />}
                    <table className="compare" aria-label="What is due">
                        <thead>
                            <tr>
                                <th scope="col">Way to fail</th>
                                <th scope="col">Box of 5</th>
                                <th scope="col">Last figure</th>
                                <th scope="col">Due</th>
                            </tr>
                        </thead>
                        <tbody>
                            {data.boxes.map((one) => (
                                <tr key={one.mechanism}>
                                    <th scope="row">{mechanisms[one.mechanism] ?? one.mechanism}</th>
                                    <td className="mono-figures">{one.box}</td>
                                    <td className="mono-figures">{one.figure.toFixed(0)}</td>
                                    <td>{one.is_due ? 'now' : new Date(one.due).toLocaleDateString('en-GB')}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                    <div className="practice-costs">
                        <table className="compare" aria-label="What goes worst">
                            <thead>
                                <tr>
                                    <th scope="col">Unit, what goes worst first</th>
                                    <th scope="col">Runs</th>
                                    <th scope="col">Mean</th>
                                </tr>
                            </thead>
                            <tbody>
                                {data.units.map((one) => (
                                    <tr key={one.title}>
                                        <th scope="row">{one.title}</th>
                                        <td className="mono-figures">{one.runs}</td>
                                        <td className="mono-figures">{one.figure.toFixed(0)}</td>
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                        {data.slips.length > 0 && (
                            <table className="compare" aria-label="What costs points">
                                <thead>
                                    <tr>
                                        <th scope="col">What costs points beside the way</th>
                                        <th scope="col">Times</th>
                                        <th scope="col">Points</th>
                                    </tr>
                                </thead>
                                <tbody>
                                    {data.slips.map((one) => (
                                        <tr key={one.what}>
                                            <th scope="row">{one.what}</th>
                                            <td className="mono-figures">{one.times}</td>
                                            <td className="mono-figures">{one.points.toFixed(0)}</td>
                                        </tr>
                                    ))}
                                </tbody>
                            </table>
                        )}
                    </div>
                    <p className="hint">
                        Cards in boxes, as Leitner has them: from 80 on a way to fail moves on a box and comes back
                        after 1, 2, 4, 8, 16 days; below 60 it goes back to the first.
                    </p>
                </>
            )}
        </section>
    );
}
