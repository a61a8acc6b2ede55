import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useMemo, useState } from 'react';
import type { Waveform } from '../api/client';
import { waveformQuery } from '../api/queries';
import { Plot } from '../shell/Plot';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
const figure = (value: number, unit: string) => `${value.toFixed(Math.abs(value) < 10 ? 2 : 1).replace('-', '−')} ${unit}`;

/** The good unit as a solid line, the fault dashed beside it; what regulators need as a level across. */
function optionFor(wave: Waveform) {
    const line = (values: number[]) => values.map((value, k) => [wave.milliseconds[k] ?? 0, value]);
    const series = [
        ...(wave.healthy == null ? [] : [{
            name: 'good unit', type: 'line', showSymbol: false, data: line(wave.healthy), lineStyle: { color: colour('copper'), width: 2.5 }, itemStyle: { color: colour('copper') },
            markLine: wave.headroom.length === 0 ? undefined : {
                symbol: 'none', silent: true, lineStyle: { color: colour('ink'), type: 'dotted', width: 1.5 },
                label: { position: 'insideStartTop', color: colour('ink'), formatter: '{b}' },
                data: wave.headroom.map((need) => ({ name: `${need.ref} needs ${figure(need.needs, 'V')}`, yAxis: need.level })),
            },
        }]),
        ...(wave.faulty == null ? [] : [{ name: wave.fault ?? 'fault', type: 'line', showSymbol: false, data: line(wave.faulty), lineStyle: { color: colour('alarm'), width: 2, type: 'dashed' }, itemStyle: { color: colour('alarm') } }]),
    ];
    const axis = { axisLine: { lineStyle: { color: colour('quiet') } }, axisLabel: { color: colour('quiet') }, nameTextStyle: { color: colour('quiet') }, splitLine: { lineStyle: { color: colour('line') } } };
    return {
        animation: false,
        textStyle: { fontFamily: 'Atkinson Hyperlegible Next, sans-serif', fontSize: 14 },
        grid: { left: 64, right: 20, top: 40, bottom: 44 },
        legend: { top: 4, textStyle: { color: colour('ink') } },
        tooltip: { trigger: 'axis', valueFormatter: (value: number) => figure(value, wave.unit) },
        xAxis: { type: 'value', name: 'ms', nameLocation: 'middle', nameGap: 26, max: 'dataMax', ...axis },
        yAxis: { type: 'value', name: wave.unit, scale: true, ...axis },
        series,
    };
}

export function WaveformView({ supply, mode }: { supply: string; mode: string }) {
    const [trace, setTrace] = useState<string>();
    const [fault, setFault] = useState<string>();
    const [part, name] = fault?.split(':') ?? [];
    const wave = useQuery(waveformQuery(supply, { mode, ...(trace === undefined ? {} : { trace }), ...(part === undefined ? {} : { part, fault: name }) }));
    const option = useMemo(() => (wave.data === undefined ? undefined : optionFor(wave.data)), [wave.data]);
    if (wave.data === undefined || option === undefined) {
        return wave.error === null ? <p>Solving a cycle…</p> : <p role="alert" className="refusal">{wave.error.message}</p>;
    }
    const { data } = wave;
    const groups = [...new Set(data.traces.map((t) => t.group))];
    return (
        <section className="waves" aria-label="Waveforms">
            <div className="wave-choice">
                <label>Show
                    <Select showSearch optionFilterProp="label" aria-label="Trace" value={data.trace} options={groups.map((group) => ({ label: group, options: data.traces.filter((t) => t.group === group).map((t) => ({ value: t.id, label: t.title })) }))} onChange={setTrace} />
                </label>
                <label>beside a unit with
                    <Select showSearch allowClear optionFilterProp="label" aria-label="Fault" placeholder="no fault" value={fault} options={data.faults.map((p) => ({ label: p.label, options: p.faults.map((f) => ({ value: `${p.ref}:${f.name}`, label: `${p.ref} ${f.title}` })) }))} onChange={setFault} />
                </label>
            </div>
            {data.milliseconds.length > 1
                ? <Plot option={option} label={`${data.title} over one cycle`} />
                : <p className="still">On a direct feed nothing moves: {figure(data.healthy?.[0] ?? 0, data.unit)} in a good unit{data.faulty == null ? '' : `, ${figure(data.faulty[0] ?? 0, data.unit)} with the fault`}.</p>}
            <ul className="wave-notes">
                {data.headroom.map((need) => (
                    <li key={need.ref}>
                        {need.ref} needs {figure(need.needs, 'V')} at its input. In a good unit the valley stands at {figure(need.valley, 'V')}, {figure(need.margin, 'V')} to spare
                        {need.faulty_valley == null ? '.' : <>; with the fault at {figure(need.faulty_valley, 'V')}{need.drops_out ? <b>: it drops out in every valley.</b> : '.'}</>}
                    </li>
                ))}
                {data.chain.map((what) => <li key={what}>{what}</li>)}
                {!data.stable && <li><b>No stable reading with this fault.</b> Whatever a meter shows there means nothing.</li>}
            </ul>
        </section>
    );
}
