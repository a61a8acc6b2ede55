import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Bench, Levels, Step } from '../api/client';
import { jobBetweenQuery, jobCircuitQuery, jobLevelsQuery, jobPagesQuery } from '../api/queries';
import { PageSheet } from '../document/PageSheet';
import { CircuitList } from './CircuitList';
import { CircuitPicture, type FlagText, type PartState, type PictureState } from './CircuitPicture';
import { useDrawing } from './useDrawing';

interface Props {
    bench: Bench;
    step: Step;
    target: string | null;
    onPoint: (id: string) => void;
    onPart: (ref: string) => void;
}

/** What was read last in the present mode where no test point is described. */
const readAt = (bench: Bench, place: string) =>
    bench.log.find(
        (entry) =>
            entry.reading != null &&
            !entry.struck &&
            entry.reading.target === place &&
            entry.reading.mode === bench.state.mode,
    )?.reading ?? undefined;

const texts = (levels: Levels | undefined, what: 'levels' | 'points') =>
    new Map((levels?.[what] ?? []).map((level) => [level.place, level]));

/** Whether a page of the service document stands beside the circuit. */
const BESIDE = 'oculant.document';

/** The circuit of the unit on the bench, with what is known of it. */
export function BenchCircuit({ bench, step, target, onPoint, onPart }: Props) {
    const job = bench.job.id;
    const [stage, setStage] = useState<string | null>(() =>
        window.matchMedia('(max-width: 640px)').matches ? (bench.path[0]?.id ?? null) : null,
    );
    const [suspect, setSuspect] = useState<string>();
    const [chosen, setChosen] = useState<string[]>([]);
    const [listed, setListed] = useState(false);
    const [paged, setPaged] = useState(() => localStorage.getItem(BESIDE) !== 'off');
    const [turned, setTurned] = useState<string>();
    const pages = useQuery(jobPagesQuery(job)).data ?? [];
    const circuit = useQuery(jobCircuitQuery(job, bench.key));
    const drawing = useDrawing(circuit.data, stage, 'full');
    const good = useQuery(jobLevelsQuery(job, bench.key, { mode: bench.state.mode })).data;
    const member = bench.suspects.find((one) => one.id === suspect)?.members[0];
    const failed = useQuery({
        ...jobLevelsQuery(job, bench.key, { mode: bench.state.mode, part: member?.part, fault: member?.fault }),
        enabled: member !== undefined,
    });

    const state = useMemo((): PictureState => {
        const parts: Record<string, PartState> = {};
        for (const part of bench.path.flatMap((one) => one.parts)) {
            parts[part.ref] = { suspicion: part.suspicion, share: part.share, isNew: part.replaced };
        }
        for (const change of bench.safety.ledger.filter((one) => one.open && one.part !== null)) {
            parts[change.part ?? ''] = { ...parts[change.part ?? ''], temporary: change.words };
        }
        const if_ = member === undefined ? undefined : texts(failed.data, 'points');
        const flags: Record<string, FlagText> = {};
        for (const point of bench.points) {
            const expected = `${point.expected}${point.function === 'ac' ? ' AC' : ''}`;
            const { reading } = point;
            flags[point.id] = {
                upper: reading === null ? expected : reading.text,
                lower:
                    if_ !== undefined
                        ? `if so ${if_.get(point.id)?.text ?? 'not known'}`
                        : reading === null
                          ? 'not read'
                          : `of ${expected}`,
                word: reading === null ? undefined : reading.good ? 'good' : 'bad',
            };
        }
        const point = bench.points.find((one) => one.id === target);
        const node = circuit.data?.nodes.find(
            (one) => one.points.includes(point?.id ?? '') || (one.place !== null && one.place === target),
        );
        return {
            parts,
            read: Object.fromEntries(
                (circuit.data?.nodes ?? []).flatMap(({ id, place }) => {
                    const read = place === null ? undefined : readAt(bench, place);
                    return read === undefined ? [] : [[id, read]];
                }),
            ),
            nodes: Object.fromEntries(bench.energised.map((one) => [one.node, one.carries])),
            flags,
            red: node?.id,
            black: point?.against ?? (node === undefined ? undefined : texts(good, 'levels').get(node.id)?.against),
            target: point?.id ?? step.part ?? target?.split('.')[0] ?? undefined,
            hot: new Set((circuit.data?.nodes ?? []).filter((one) => one.hot).map((one) => one.id)),
        };
    }, [bench, circuit.data, failed.data, good, member, step.part, target]);

    if (circuit.data === undefined || drawing.data === undefined) {
        return (
            <section className="path circuit-pane" aria-label="Circuit">
                <p role="status">
                    {circuit.error?.message ?? drawing.error?.message ?? 'Drawing the circuit from its description…'}
                </p>
            </section>
        );
    }
    const { data } = circuit;
    const point = bench.points.find((one) => one.id === target);
    const place = point?.id ?? step.part ?? target?.split('.')[0];
    // The page on which the place in hand is, unless somebody turned to another for it.
    const page =
        pages.find((one) => `${place ?? ''} ${one.id}` === turned) ??
        pages.find((one) => one.pins.some((pin) => pin.target === place)) ??
        pages[0];
    const turn = (by: number) => {
        const next = pages[(pages.findIndex((one) => one.id === page?.id) + by + pages.length) % pages.length];
        setTurned(`${place ?? ''} ${next?.id ?? ''}`);
    };
    const choose = (node: string) =>
        setChosen((before) =>
            before.includes(node) ? before.filter((one) => one !== node) : [...before, node].slice(-2),
        );

    return (
        <section className="path circuit-pane" aria-label="Circuit">
            <div className="circuit-tools">
                <Select
                    aria-label="What is drawn"
                    value={stage ?? ''}
                    onChange={(value) => setStage(value === '' ? null : value)}
                    options={[
                        { value: '', label: 'The whole circuit' },
                        ...data.stages.map((one) => ({ value: one.id, label: one.name })),
                    ]}
                />
                <Select
                    aria-label="Volts beside the readings"
                    value={suspect ?? ''}
                    onChange={(value) => setSuspect(value === '' ? undefined : value)}
                    options={[
                        { value: '', label: 'Volts of a good unit' },
                        ...bench.suspects
                            .filter((one) => (one.members[0]?.part ?? '') !== '')
                            .map((one) => ({ value: one.id, label: `Volts if ${one.title}` })),
                    ]}
                />
                <button type="button" className="plain" onClick={() => setListed(!listed)} aria-pressed={listed}>
                    {listed ? 'as a picture' : 'as a list'}
                </button>
                {bench.is_traced && <Link to={`/jobs/${job}/trace`}>trace further</Link>}
                {pages.length > 0 && (
                    <button
                        type="button"
                        className="plain"
                        aria-pressed={paged}
                        onClick={() => {
                            localStorage.setItem(BESIDE, paged ? 'off' : 'on');
                            setPaged(!paged);
                        }}
                    >
                        {paged ? 'without its document' : 'with its document'}
                    </button>
                )}
            </div>
            <div className={paged && page !== undefined ? 'circuit-beside' : 'circuit-alone'}>
                {listed ? (
                    <CircuitList circuit={data} onPart={onPart} />
                ) : (
                    <CircuitPicture
                        circuit={data}
                        drawing={drawing.data}
                        state={{ ...state, target: chosen[chosen.length - 1] ?? state.target }}
                        onNode={choose}
                        onPoint={onPoint}
                        onPart={onPart}
                    />
                )}
                {paged && page !== undefined && (
                    <section className="circuit-page" aria-label="Service document">
                        <div className="circuit-tools">
                            <span>
                                {page.document}, page {page.number}
                            </span>
                            {pages.length > 1 && (
                                <>
                                    <button type="button" className="plain" onClick={() => turn(-1)}>
                                        page before
                                    </button>
                                    <button type="button" className="plain" onClick={() => turn(1)}>
                                        next page
                                    </button>
                                </>
                            )}
                        </div>
                        <PageSheet
                            page={page}
                            red={place}
                            black={point?.against}
                            said={Object.fromEntries(
                                bench.points.flatMap(({ id, reading }) =>
                                    reading === null ? [] : [[id, { text: reading.text, good: reading.good }]],
                                ),
                            )}
                            onTarget={(one) => {
                                if (bench.points.some(({ id }) => id === one)) {
                                    onPoint(one);
                                } else if (bench.parts.some(({ ref }) => ref === one)) {
                                    onPart(one);
                                }
                            }}
                        />
                    </section>
                )}
            </div>
            <Asked bench={bench} good={good} chosen={chosen} points={data.nodes} onPoint={onPoint} />
            {failed.data !== undefined && failed.data.chain.length > 0 && (
                <p className="hint">It takes along: {failed.data.chain.join('; ')}.</p>
            )}
        </section>
    );
}

/** What a good unit reads at the node that was pointed at, or between two. */
function Asked({
    bench,
    good,
    chosen,
    points,
    onPoint,
}: {
    bench: Bench;
    good: Levels | undefined;
    chosen: string[];
    points: { id: string; points: string[]; place: string | null }[];
    onPoint: (id: string) => void;
}) {
    const levels = texts(good, 'levels');
    const [first = '', second] = chosen;
    const across = useQuery({
        ...jobBetweenQuery(bench.job.id, bench.key, { mode: bench.state.mode, red: first, black: second ?? '' }),
        enabled: second !== undefined,
    });
    const name = (node: string) => {
        const here = points.find((one) => one.id === node)?.points ?? [];
        return here.length > 0 ? `${node} (${here.join(', ')})` : node;
    };
    if (chosen.length === 0) {
        return (
            <p className="circuit-asked hint">
                Point at a wire for what a good unit reads there, at a second one for what it reads between the two.
            </p>
        );
    }
    const placeOf = (node: string) => {
        const there = points.find((one) => one.id === node);
        return there?.points[0] ?? there?.place ?? undefined;
    };
    // A ground is where the black lead is anyway.
    const places = chosen.map(placeOf).filter((one) => one !== undefined);
    const id = places.length === 0 ? undefined : places.join('-');
    const read = id === undefined ? undefined : readAt(bench, id);
    const alone = levels.get(first);
    const text =
        second === undefined
            ? alone === undefined
                ? 'not known'
                : `${alone.text} against ${alone.against}`
            : across.data === undefined
              ? '…'
              : (across.data.level?.text ?? 'nothing that holds');
    return (
        <p className="circuit-asked" role="status">
            <b>{name(first)}</b>
            {second !== undefined && (
                <>
                    {' '}
                    against <b>{name(second)}</b>
                </>
            )}
            : a good unit, {bench.state.mode_name.toLowerCase()}, shows <b className="figure">{text}</b>.{' '}
            {read !== undefined && (
                <>
                    Read here: <b className={read.good ? 'good' : 'bad'}>{read.sentence}</b> Expected {read.expected}
                    .{' '}
                </>
            )}
            {id === undefined ? (
                <span className="quiet">The black lead goes here.</span>
            ) : (
                <button type="button" className="plain" onClick={() => onPoint(id)}>
                    Read {id}
                </button>
            )}
        </p>
    );
}
