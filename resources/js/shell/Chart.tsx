import { useEffect, useRef } from 'react';
import Drawing, { type AlignedData, type Options, type Series } from 'uplot';
import 'uplot/dist/uPlot.min.css';

type Ink = 'copper' | 'ink' | 'quiet' | 'alarm';

export interface Line {
    name: string;
    /** In the order of x. */
    points: ReadonlyArray<readonly [number, number]>;
    ink: Ink;
    width?: number;
    dash?: number[];
    /** Each point as a diamond. */
    marked?: boolean;
    /** Not named in the legend. */
    unnamed?: boolean;
}

export interface Axis {
    name: string;
    min?: number;
    max?: number;
    /** Counted: no marks between whole numbers. */
    whole?: boolean;
    write?: (value: number) => string;
}

export interface Picture {
    x: Axis;
    y: Axis;
    lines: Line[];
    /** Names of the two lines between which it is filled. */
    band?: [string, string];
    /** Levels right across. */
    levels?: Array<{ at: number; name?: string; ink: Ink }>;
}

const FONT = '14px "Atkinson Hyperlegible Next", sans-serif';
const WHOLE = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000];
/** Pixels that the legend takes of a plot's height. */
const LEGEND = 34;
const colour = (name: Ink | 'line') => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

/** Lines whose points lie at different places, on one axis; two points at one place stand a hair apart. */
function aligned(lines: Line[]): AlignedData {
    const tables = lines.map((line): AlignedData => {
        const xs: number[] = [];
        line.points.forEach(([x]) =>
            xs.push(
                xs.length > 0 && x <= (xs[xs.length - 1] ?? 0)
                    ? (xs[xs.length - 1] ?? 0) + 1e-6 * (1 + Math.abs(x))
                    : x,
            ),
        );
        return [xs, line.points.map(([, y]) => y)];
    });
    return tables.length === 1 && tables[0] !== undefined ? tables[0] : Drawing.join(tables);
}

function diamonds(chart: Drawing, k: number): null {
    const { ctx } = chart;
    const size = 6 * devicePixelRatio;
    ctx.save();
    ctx.fillStyle = colour('ink');
    chart.data[k]?.forEach((y, i) => {
        if (y == null) {
            return;
        }
        const [left, top] = [chart.valToPos(chart.data[0][i] ?? 0, 'x', true), chart.valToPos(y, 'y', true)];
        ctx.beginPath();
        ctx.moveTo(left, top - size);
        ctx.lineTo(left + size, top);
        ctx.lineTo(left, top + size);
        ctx.lineTo(left - size, top);
        ctx.fill();
    });
    ctx.restore();
    return null;
}

function across(chart: Drawing, levels: NonNullable<Picture['levels']>): void {
    const { ctx, bbox } = chart;
    ctx.save();
    ctx.font = FONT.replace('14px', `${14 * devicePixelRatio}px`);
    ctx.textAlign = 'left';
    ctx.textBaseline = 'alphabetic';
    levels.forEach((level) => {
        const top = chart.valToPos(level.at, 'y', true);
        ctx.strokeStyle = ctx.fillStyle = colour(level.ink);
        ctx.lineWidth = 1.5 * devicePixelRatio;
        ctx.setLineDash([3 * devicePixelRatio, 3 * devicePixelRatio]);
        ctx.beginPath();
        ctx.moveTo(bbox.left, top);
        ctx.lineTo(bbox.left + bbox.width, top);
        ctx.stroke();
        if (level.name !== undefined) {
            ctx.fillText(level.name, bbox.left + 8 * devicePixelRatio, top - 6 * devicePixelRatio);
        }
    });
    ctx.restore();
}

/** Everything that is drawn must be in sight, the levels too. */
function reach(axis: Axis, seen: number[]): [number, number] {
    const [low, high] = [axis.min ?? Math.min(...seen), axis.max ?? Math.max(...seen)];
    const room = high > low ? 0.06 * (high - low) : Math.abs(high) * 0.1 + 0.1;
    return [axis.min ?? low - room, axis.max ?? high + room];
}

function optionsFor({ x, y, lines, band, levels = [] }: Picture, width: number, height: number): Options {
    const write = (axis: Axis) => (value: number) =>
        axis.write?.(value) ?? String(Number(value.toPrecision(6))).replace('-', '−');
    const axis = (of: Axis, more: object) => ({
        label: of.name,
        stroke: colour('quiet'),
        font: FONT,
        labelFont: FONT,
        grid: { stroke: colour('line'), width: 1 },
        ticks: { stroke: colour('quiet'), width: 1 },
        values: (_: Drawing, marks: number[]) => marks.map(write(of)),
        ...(of.whole === true ? { incrs: WHOLE } : {}),
        ...more,
    });
    const xs = lines.flatMap((line) => line.points.map(([at]) => at));
    const ys = [...lines.flatMap((line) => line.points.map(([, at]) => at)), ...levels.map((level) => level.at)];
    const named = (name: string) => lines.findIndex((line) => line.name === name) + 1;
    return {
        width,
        height,
        legend: { live: true },
        cursor: { drag: { x: false, y: false } },
        scales: {
            x: { time: false, range: [x.min ?? Math.min(...xs), x.max ?? Math.max(...xs)] },
            y: { range: reach(y, ys) },
        },
        axes: [
            axis(x, {
                size: 34,
                labelSize: x.name === '' ? 0 : 20,
                labelGap: 0,
                space: 90,
                ticks: { stroke: colour('quiet'), width: 1, size: 5 },
            }),
            axis(y, { size: 58, labelSize: 20, ticks: { stroke: colour('quiet'), width: 1, size: 5 } }),
        ],
        series: [
            { label: x.name, value: (_: Drawing, at: number | null) => (at == null ? '' : write(x)(at)) },
            ...lines.map((line): Series => ({
                label: line.name,
                stroke: colour(line.ink),
                width: line.width ?? 2,
                dash: line.dash ?? [],
                spanGaps: true,
                value: (_: Drawing, at: number | null) =>
                    at == null ? '' : `${write(y)(Number(at.toPrecision(4)))} ${y.name.replace(/\s.*$/, '')}`,
                points:
                    line.marked === true
                        ? { show: (chart: Drawing, k: number) => diamonds(chart, k) !== null }
                        : { show: line.points.length < 4 },
                ...(line.unnamed === true ? { class: 'unnamed' } : {}),
            })),
        ],
        ...(band === undefined
            ? {}
            : {
                  bands: [
                      {
                          series: [named(band[1]), named(band[0])] as [number, number],
                          fill: `color-mix(in srgb, ${colour('copper')} 25%, transparent)`,
                      },
                  ],
              }),
        hooks: { draw: [(chart: Drawing) => across(chart, levels)] },
    };
}

/** Brings the plotter with it: pages take it by way of Plot. */
export default function Chart({ label, picture }: { label: string; picture: Picture }) {
    const host = useRef<HTMLDivElement>(null);
    useEffect(() => {
        const place = host.current;
        if (place === null || picture.lines.every((line) => line.points.length === 0)) {
            return;
        }
        const size = () => ({ width: place.clientWidth, height: Math.max(120, place.clientHeight - LEGEND) });
        const chart = new Drawing(optionsFor(picture, size().width, size().height), aligned(picture.lines), place);
        const watch = new ResizeObserver(() => chart.setSize(size()));
        watch.observe(place);
        return () => {
            watch.disconnect();
            chart.destroy();
        };
    }, [picture]);
    return <div ref={host} className="plot" role="img" aria-label={label} />;
}
