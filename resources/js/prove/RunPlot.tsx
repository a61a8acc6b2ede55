import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { RunPlot as Data, RunView } from '../api/client';
import { runPlotQuery } from '../api/queries';
import { Plot } from '../shell/Plot';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
const dashes = ['solid', 'dashed', 'dotted', [9, 3, 2, 3], [2, 5], [14, 4]] as const;

/** Hours where it ran for hours, minutes where it did for minutes. */
function clock(seconds: number): string {
    const hours = Math.floor(seconds / 3600);
    const minutes = Math.floor((seconds % 3600) / 60);
    return seconds < 120 ? `${Math.round(seconds)} s` : `${hours > 0 ? `${hours} h ` : ''}${minutes} min`;
}

const figure = (value: number) => Number(value.toPrecision(4));

function bounds(channels: Data['channels']) {
    const known = channels.flatMap((one) => [one.low, one.high]).filter((limit): limit is number => limit !== null && limit !== undefined);
    return known.length === 0 ? {} : { min: (seen: { min: number }) => figure(Math.min(seen.min, ...known)), max: (seen: { max: number }) => figure(Math.max(seen.max, ...known)) };
}

function optionFor(channels: Data['channels'], data: Data, unit: string, limits: boolean) {
    const axis = { axisLine: { lineStyle: { color: colour('quiet') } }, axisLabel: { color: colour('quiet') }, nameTextStyle: { color: colour('quiet') }, splitLine: { lineStyle: { color: colour('line') } } };
    const shades = [colour('copper'), colour('ink'), colour('quiet')];
    return {
        animation: false,
        textStyle: { fontFamily: 'Atkinson Hyperlegible Next, sans-serif', fontSize: 14 },
        grid: { left: 62, right: 16, top: 40, bottom: 36 },
        legend: { top: 0, type: 'scroll', textStyle: { color: colour('ink') }, data: channels.map((one) => one.title) },
        xAxis: { type: 'value', min: data.from, max: data.to, ...axis, axisLabel: { ...axis.axisLabel, formatter: clock } },
        // With its limits in sight, a wander of millivolts looks like what it is.
        yAxis: { type: 'value', name: unit, scale: true, ...axis, ...(limits ? bounds(channels) : {}) },
        series: channels.flatMap((one, k) => {
            const style = { width: 1.6, color: shades[k % shades.length], type: dashes[Math.floor(k / shades.length) % dashes.length] };
            // Both ends of each stretch: a single spike stays a spike.
            const trace = one.points.flatMap(([second = 0, low = 0, high = 0]) => (low === high ? [[second, low]] : [[second, low], [second, high]]));
            const marks = limits ? [one.low, one.high].filter((limit): limit is number => limit !== null && limit !== undefined).map((limit) => ({ yAxis: limit })) : [];
            return [{ type: 'line', name: one.title, data: trace, showSymbol: trace.length < 4, symbolSize: 6, silent: true, lineStyle: style, itemStyle: { color: style.color }, ...(marks.length === 0 ? {} : { markLine: { silent: true, symbol: 'none', label: { show: false }, lineStyle: { color: colour('alarm'), type: 'dashed' }, data: marks } }) }];
        }),
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
                {([[undefined, 'All of it'], [3600, 'Last hour'], [300, 'Last five minutes']] as const).map(([seconds, label]) => <Button key={label} type={last === seconds ? 'primary' : 'default'} size="small" onClick={() => setLast(seconds)}>{label}</Button>)}
            </div>
            {units.map((unit) => {
                const channels = plot.channels.filter((one) => one.unit === unit);
                // The mains would flatten a rail, and rails of the two signs each other: they have plots of their own.
                const isNegative = (one: Data['channels'][number]) => (one.points[0]?.[1] ?? 0) < 0;
                const groups = unit === 'V' ? [channels.filter((one) => one.title !== 'mains' && !isNegative(one)), channels.filter(isNegative), channels.filter((one) => one.title === 'mains')] : [channels];
                return groups.filter((group) => group.some((one) => one.points.length > 0)).map((group) => <Plot key={unit + (group[0]?.title ?? '')} label={`${group.map((one) => one.title).join(', ')} over time`} option={optionFor(group, plot, unit, group.length < 4)} />);
            })}
            {plot.gaps.map((gap) => <p key={gap.from} className="caution">Gap of {clock(gap.to - gap.from)} at {clock(gap.from)}: {gap.why}.</p>)}
        </figure>
    );
}
