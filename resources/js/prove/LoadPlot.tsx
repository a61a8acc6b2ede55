import { useMemo } from 'react';
import type { LoadTest } from '../api/client';
import { Plot } from '../shell/Plot';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

/** Volts over load: what a good unit shows as a line between its limits, what was read as marks. */
export function LoadPlot({ rail }: { rail: LoadTest['rails'][number] }) {
    const option = useMemo(() => {
        const along = (pick: (one: (typeof rail.curve)[number]) => number | null | undefined) => rail.curve.filter((one) => pick(one) != null).map((one) => [one.share, pick(one)]);
        const axis = { axisLine: { lineStyle: { color: colour('quiet') } }, axisLabel: { color: colour('quiet') }, nameTextStyle: { color: colour('quiet') }, splitLine: { lineStyle: { color: colour('line') } } };
        const edge = { type: 'line', showSymbol: false, silent: true, lineStyle: { width: 1, type: 'dashed', color: colour('copper') } };
        return {
            animation: false,
            textStyle: { fontFamily: 'Atkinson Hyperlegible Next, sans-serif', fontSize: 14 },
            grid: { left: 56, right: 16, top: 34, bottom: 40 },
            legend: { top: 0, textStyle: { color: colour('ink') }, data: ['a good unit', 'read'] },
            xAxis: { type: 'value', name: '% of full load', nameLocation: 'middle', nameGap: 24, min: 0, max: 100, ...axis },
            yAxis: { type: 'value', name: 'V', scale: true, ...axis },
            series: [
                { type: 'line', name: 'a good unit', showSymbol: false, silent: true, lineStyle: { width: 2, color: colour('copper') }, itemStyle: { color: colour('copper') }, data: along((one) => one.expected) },
                { ...edge, name: 'low', data: along((one) => one.low) }, { ...edge, name: 'high', data: along((one) => one.high) },
                { type: 'line', name: 'read', symbol: 'diamond', symbolSize: 12, silent: true, lineStyle: { width: 2, color: colour('ink') }, itemStyle: { color: colour('ink') }, data: along((one) => one.read) },
            ],
        };
    }, [rail]);
    return <figure className="load-plot"><figcaption>{rail.name}</figcaption><Plot option={option} label={`${rail.name}: volts over load`} /></figure>;
}
