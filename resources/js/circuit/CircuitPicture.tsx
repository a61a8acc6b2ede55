import { Button } from 'antd';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import { memo, useCallback, useEffect, useMemo, useRef } from 'react';
import type { Circuit, CircuitPart } from '../api/client';
import type { Drawing, Flag } from './layout';
import { save, svgFile } from './saveSvg';
import type { Figure } from './symbols';

/** What is known of a part beside how it is drawn. */
export interface PartState {
    /** 0 to 1. */
    suspicion?: number;
    share?: string;
    /** What was done to it for the time being. */
    temporary?: string;
    isNew?: boolean;
}

/** What a flag says of its test point. */
export interface FlagText {
    upper: string;
    lower: string;
    word?: 'good' | 'bad';
}

export interface PictureState {
    parts: Record<string, PartState>;
    /** True where energy is proven, false where its absence is; nothing where no unit is there to be measured. */
    nodes?: Record<string, boolean>;
    flags: Record<string, FlagText>;
    /** What was read at nodes without a test point. */
    read?: Record<string, { text: string; good: boolean }>;
    red?: string;
    black?: string;
    /** Test point, part or node that is being worked on. */
    target?: string;
    hot: Set<string>;
    /** What is wrong with a part, by reference. */
    loose?: Record<string, string>;
}

interface Props {
    circuit: Circuit;
    drawing: Drawing;
    state: PictureState;
    onNode?: (node: string) => void;
    onPoint?: (point: string) => void;
    onPart?: (ref: string) => void;
}

const LARGEST = 3;

/** Below it the letters are too small. */
const READABLE = 0.66;

function GroundMark({ x, y, hot, name }: { x: number; y: number; hot: boolean; name: string }) {
    return (
        <g className={hot ? 'circuit-ground live' : 'circuit-ground'} transform={`translate(${x} ${y})`}>
            <title>{name}</title>
            {hot ? <path d="M0 0V5M-8 5H8L0 14Z" /> : <path d="M0 0V6M-8 6H8M-5 10H5M-2 14H2" />}
        </g>
    );
}

function PartFigure({
    part,
    figure,
    state,
    isTarget,
    wrong,
    names,
    hot,
    onPart,
}: {
    part: CircuitPart;
    figure: Figure;
    state: PartState;
    isTarget: boolean;
    wrong?: string;
    names: Record<string, string>;
    hot: Set<string>;
    onPart?: (ref: string) => void;
}) {
    const { body } = figure;
    const suspicion = state.suspicion ?? 0;
    const said = [
        part.label,
        ...(suspicion >= 0.03 && state.share !== undefined ? [`suspected, ${state.share}`] : []),
        ...(state.temporary === undefined ? [] : [state.temporary]),
        ...(wrong === undefined ? [] : [wrong]),
    ].join(', ');
    return (
        <g
            className={`circuit-part ${isTarget ? 'target' : ''} ${wrong === undefined ? '' : 'wrong'} ${
                part.kind === 'unknown' ? 'stranger' : ''
            }`}
            data-part={part.ref}
            onClick={() => onPart?.(part.ref)}
        >
            <title>{said}</title>
            <rect className="reach" width={figure.width} height={figure.height} />
            {suspicion >= 0.03 && (
                <rect
                    className="suspicion"
                    x={body.x - 3}
                    y={body.y - 3}
                    width={body.width + 6}
                    height={body.height + 6}
                    style={{ '--suspicion': suspicion } as React.CSSProperties}
                />
            )}
            <g transform={figure.transform} className="lines">
                {figure.lines.map((d, k) => (
                    <path key={k} d={d} />
                ))}
                {figure.solid.map((d, k) => (
                    <path key={k} d={d} className="solid" />
                ))}
            </g>
            <g className="lines">
                {figure.stubs.map((d, k) => (
                    <path key={k} d={d} />
                ))}
            </g>
            {figure.grounds.map((ground, k) => (
                <GroundMark
                    key={k}
                    x={ground.x}
                    y={ground.y}
                    hot={hot.has(ground.node)}
                    name={names[ground.node] ?? ground.node}
                />
            ))}
            {figure.texts.map((text, k) => (
                <text key={k} x={text.x} y={text.y} className={`text-${text.role}`} textAnchor={text.anchor}>
                    {text.role !== 'share'
                        ? text.text
                        : suspicion >= 0.03
                          ? state.share
                          : state.isNew === true
                            ? 'new'
                            : ''}
                </text>
            ))}
            {state.temporary !== undefined && (
                <g className="temporary">
                    <path d={`M${body.x + body.width} ${body.y - 6}h10v10h-10z`} />
                    <text x={body.x + body.width + 5} y={body.y + 2.5} textAnchor="middle">
                        !
                    </text>
                </g>
            )}
        </g>
    );
}

function FlagMark({
    flag,
    text,
    isTarget,
    onPoint,
}: {
    flag: Flag;
    text: FlagText | undefined;
    isTarget: boolean;
    onPoint?: (point: string) => void;
}) {
    return (
        <g
            className={`circuit-flag ${isTarget ? 'target' : ''} ${text?.word ?? ''}`}
            transform={`translate(${flag.x} ${flag.y})`}
            role={onPoint === undefined ? undefined : 'button'}
            tabIndex={onPoint === undefined ? undefined : 0}
            aria-label={`${flag.point}: ${text?.upper ?? ''} ${text?.lower ?? ''}`}
            onClick={() => onPoint?.(flag.point)}
            onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === ' ') {
                    event.preventDefault();
                    onPoint?.(flag.point);
                }
            }}
        >
            <path d={`M0 ${flag.height / 2}L7 0H${flag.width}V${flag.height}H7Z`} />
            <text x={12} y={13} className="flag-point">
                {flag.point}
            </text>
            <text x={12} y={27} className="flag-upper">
                {text?.upper}
            </text>
            <text x={12} y={40} className="flag-lower">
                {text?.lower}
            </text>
        </g>
    );
}

/** Where a lead can be put on a node: where its wires meet, or where one of them begins. */
function onWire(drawing: Drawing, node: string): { x: number; y: number } | undefined {
    const begins = /^M\s*(-?[\d.]+)[\s,]+(-?[\d.]+)/.exec(drawing.wires.find((one) => one.node === node)?.path ?? '');
    return (
        drawing.joints.find((one) => one.node === node) ??
        (begins === null ? undefined : { x: Number(begins[1]), y: Number(begins[2]) })
    );
}

const Content = memo(function Content({ circuit, drawing, state, onNode, onPoint, onPart }: Props) {
    const names = useMemo(
        () => Object.fromEntries(circuit.nodes.filter((n) => n.ground !== null).map((n) => [n.id, n.ground ?? ''])),
        [circuit],
    );
    const carries = (node: string) => {
        const known = state.nodes?.[node];
        return state.nodes === undefined ? 'left' : known === undefined ? 'unknown' : known ? 'present' : 'absent';
    };
    const lead = (node: string | undefined, colour: string) => {
        if (node === undefined) {
            return null;
        }
        const flag = drawing.flags.find((one) => one.node === node);
        const ground = drawing.parts
            .flatMap((one) => one.figure.grounds.map((g) => ({ node: g.node, x: one.x + g.x, y: one.y + g.y + 14 })))
            .find((one) => one.node === node);
        const at = flag !== undefined ? { x: flag.x, y: flag.y + flag.height / 2 } : (ground ?? onWire(drawing, node));
        return at === undefined ? null : (
            <g className={`lead ${colour}`} transform={`translate(${at.x} ${at.y})`}>
                <title>{`${colour} lead`}</title>
                <path d="M0 0L-5 -13L-3 -34H3L5 -13Z" />
            </g>
        );
    };
    return (
        <>
            {drawing.barrier !== null && (
                <>
                    <rect
                        className="hot-side"
                        x={0}
                        y={0}
                        width={Math.max(0, (drawing.barrier.from + drawing.barrier.to) / 2)}
                        height={drawing.height}
                    />
                    <path
                        className="barrier"
                        d={`M${(drawing.barrier.from + drawing.barrier.to) / 2} 0V${drawing.height}`}
                    />
                    <text className="barrier-name" x={(drawing.barrier.from + drawing.barrier.to) / 2 + 6} y={12}>
                        isolation
                    </text>
                    <text className="barrier-name live" x={8} y={12}>
                        mains side
                    </text>
                </>
            )}
            {drawing.wires.map((wire, k) => (
                <g
                    key={k}
                    className={`circuit-wire energy-${carries(wire.node)} ${state.hot.has(wire.node) ? 'live' : ''} ${
                        state.target === wire.node ? 'target' : ''
                    }`}
                    onClick={() => onNode?.(wire.node)}
                >
                    <title>{wire.node}</title>
                    <path d={wire.path} className="reach" />
                    <path d={wire.path} className="wire" />
                    {carries(wire.node) === 'absent' && <path d={wire.path} className="core" />}
                </g>
            ))}
            {drawing.joints.map((joint, k) => (
                <circle key={k} className={`joint energy-${carries(joint.node)}`} cx={joint.x} cy={joint.y} r={3.2} />
            ))}
            {drawing.parts.map(({ part, figure, x, y }) => (
                <g key={part.ref} transform={`translate(${x} ${y})`}>
                    <PartFigure
                        part={part}
                        figure={figure}
                        state={state.parts[part.ref] ?? {}}
                        isTarget={state.target === part.ref}
                        wrong={state.loose?.[part.ref]}
                        names={names}
                        hot={state.hot}
                        onPart={onPart}
                    />
                </g>
            ))}
            {drawing.flags.map((flag) => (
                <FlagMark
                    key={flag.point}
                    flag={flag}
                    text={state.flags[flag.point]}
                    isTarget={state.target === flag.point}
                    onPoint={onPoint}
                />
            ))}
            {Object.entries(state.read ?? {}).map(([node, { text, good }]) => {
                const at = onWire(drawing, node);
                return (
                    at !== undefined && (
                        <text key={node} className={`read-here ${good ? 'good' : 'bad'}`} x={at.x + 5} y={at.y - 5}>
                            {text}
                        </text>
                    )
                );
            })}
            {lead(state.red, 'red')}
            {lead(state.black, 'black')}
        </>
    );
});

/** The circuit as a picture that is moved and enlarged by wheel, fingers or buttons. */
export function CircuitPicture(props: Props) {
    const { drawing, circuit } = props;
    const svg = useRef<SVGSVGElement>(null);
    const moved = useRef<SVGGElement>(null);
    const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(null);

    const about = useRef(props.state.target);
    about.current = props.state.target;

    /** The whole, or as much as can still be read, around what is being worked on. */
    const fit = useCallback(
        (least: number) => {
            const box = svg.current;
            if (box === null || behaviour.current === null) {
                return;
            }
            const { width, height } = box.getBoundingClientRect();
            const scale = Math.max(least, Math.min(1.4, width / drawing.width, height / drawing.height));
            const part = drawing.parts.find((one) => one.part.ref === about.current);
            const flag = drawing.flags.find((one) => one.point === about.current || one.node === about.current);
            const centre = (size: number, whole: number, at: number | undefined) =>
                scale * whole <= size || at === undefined
                    ? (size - scale * whole) / 2
                    : Math.min(0, Math.max(size - scale * whole, size / 2 - scale * at));
            select(box).call(
                behaviour.current.transform,
                zoomIdentity
                    .translate(
                        centre(width, drawing.width, (flag ?? part)?.x),
                        centre(height, drawing.height, (flag ?? part)?.y),
                    )
                    .scale(scale),
            );
        },
        [drawing],
    );

    useEffect(() => {
        const box = svg.current;
        if (box === null) {
            return undefined;
        }
        behaviour.current = zoom<SVGSVGElement, unknown>()
            .scaleExtent([0.1, LARGEST])
            .on('zoom', (event: { transform: { toString(): string } }) =>
                moved.current?.setAttribute('transform', event.transform.toString()),
            );
        select(box).call(behaviour.current).on('dblclick.zoom', null);
        const watch = new ResizeObserver(() => fit(READABLE));
        watch.observe(box);
        return () => {
            watch.disconnect();
            select(box).on('.zoom', null);
        };
    }, [fit]);

    const nearer = (factor: number) => {
        if (svg.current !== null && behaviour.current !== null) {
            select(svg.current).call(behaviour.current.scaleBy, factor);
        }
    };

    return (
        <div className="circuit-frame">
            <svg ref={svg} className="circuit" role="group" aria-label={`Circuit of ${circuit.title}`}>
                <defs>
                    <pattern id="suspected" width="7" height="7" patternUnits="userSpaceOnUse">
                        <path d="M-1 8L8 -1" />
                    </pattern>
                </defs>
                <g ref={moved}>
                    <Content {...props} />
                </g>
            </svg>
            <div className="circuit-keys">
                <Button size="small" aria-label="Larger" onClick={() => nearer(1.3)}>
                    +
                </Button>
                <Button size="small" aria-label="Smaller" onClick={() => nearer(1 / 1.3)}>
                    −
                </Button>
                <Button size="small" onClick={() => fit(0)}>
                    Fit
                </Button>
                <Button
                    size="small"
                    onClick={() =>
                        svg.current !== null &&
                        save(`${circuit.title}.svg`, svgFile(svg.current, drawing.width, drawing.height))
                    }
                >
                    SVG
                </Button>
                <Button
                    size="small"
                    onClick={() => {
                        fit(0);
                        window.print();
                    }}
                >
                    Print
                </Button>
            </div>
        </div>
    );
}
