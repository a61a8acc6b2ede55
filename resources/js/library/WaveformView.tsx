import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useMemo, useState } from 'react';
import type { Waveform } from '../api/client';
import { waveformQuery } from '../api/queries';
import type { Picture } from '../shell/Chart';
import { Plot } from '../shell/Plot';
import { RefusalNote } from '../help/RefusalNote';

const figure = (value: number, unit: string) =>
    `${value.toFixed(Math.abs(value) < 10 ? 2 : 1).replace('-', '−')} ${unit}`;

/** The good unit as a solid line, the fault dashed beside it; what regulators need as a level across. */
function pictureOf(wave: Waveform): Picture {
    const points = (values: number[]) => values.map((value, k): [number, number] => [wave.milliseconds[k] ?? 0, value]);
    return {
        x: { name: 'ms' },
        y: { name: wave.unit },
        lines: [
            ...(wave.healthy == null
                ? []
                : [{ name: 'good unit', points: points(wave.healthy), ink: 'copper' as const, width: 2.5 }]),
            ...(wave.faulty == null
                ? []
                : [{ name: wave.fault ?? 'fault', points: points(wave.faulty), ink: 'alarm' as const, dash: [8, 5] }]),
        ],
        levels:
            wave.healthy == null
                ? []
                : wave.headroom.map((need) => ({
                      at: need.level,
                      name: `${need.ref} needs ${figure(need.needs, 'V')}`,
                      ink: 'ink',
                  })),
    };
}

export function WaveformView({ supply, mode }: { supply: string; mode: string }) {
    const [trace, setTrace] = useState<string>();
    const [fault, setFault] = useState<string>();
    const [part, name] = fault?.split(':') ?? [];
    const wave = useQuery(
        waveformQuery(supply, {
            mode,
            ...(trace === undefined ? {} : { trace }),
            ...(part === undefined ? {} : { part, fault: name }),
        }),
    );
    const picture = useMemo(() => (wave.data === undefined ? undefined : pictureOf(wave.data)), [wave.data]);
    if (wave.data === undefined || picture === undefined) {
        return wave.error === null ? <p>Solving a cycle…</p> : <RefusalNote>{wave.error.message}</RefusalNote>;
    }
    const { data } = wave;
    const groups = [...new Set(data.traces.map((t) => t.group))];
    return (
        <section className="waves" aria-label="Waveforms">
            <div className="wave-choice">
                <label>
                    Show
                    <Select
                        showSearch
                        optionFilterProp="label"
                        aria-label="Trace"
                        value={data.trace}
                        options={groups.map((group) => ({
                            label: group,
                            options: data.traces
                                .filter((t) => t.group === group)
                                .map((t) => ({ value: t.id, label: t.title })),
                        }))}
                        onChange={setTrace}
                    />
                </label>
                <label>
                    beside a unit with
                    <Select
                        showSearch
                        allowClear
                        optionFilterProp="label"
                        aria-label="Fault"
                        placeholder="no fault"
                        value={fault}
                        options={data.faults.map((p) => ({
                            label: p.label,
                            options: p.faults.map((f) => ({
                                value: `${p.ref}:${f.name}`,
                                label: `${p.ref} ${f.title}`,
                            })),
                        }))}
                        onChange={setFault}
                    />
                </label>
            </div>
            {data.milliseconds.length > 1 ? (
                <Plot picture={picture} label={`${data.title} over one cycle`} />
            ) : (
                <p className="still">
                    On a direct feed nothing moves: {figure(data.healthy?.[0] ?? 0, data.unit)} in a good unit
                    {data.faulty == null ? '' : `, ${figure(data.faulty[0] ?? 0, data.unit)} with the fault`}.
                </p>
            )}
            <ul className="wave-notes">
                {data.headroom.map((need) => (
                    <li key={need.ref}>
                        {`${need.ref} needs ${figure(need.needs, 'V')} at its input. `}
                        {`In a good unit the valley stands at ${figure(need.valley, 'V')}, `}
                        {`${figure(need.margin, 'V')} to spare`}
                        {need.faulty_valley == null ? (
                            '.'
                        ) : (
                            <>
                                ; with the fault at {figure(need.faulty_valley, 'V')}
                                {need.drops_out ? <b>: it drops out in every valley.</b> : '.'}
                            </>
                        )}
                    </li>
                ))}
                {data.chain.map((what) => (
                    <li key={what}>{what}</li>
                ))}
                {!data.stable && (
                    <li>
                        <b>No stable reading with this fault.</b> Whatever a meter shows there means nothing.
                    </li>
                )}
            </ul>
        </section>
    );
}
