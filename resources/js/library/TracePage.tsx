import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import { answer, api, type Bench, type Traced } from '../api/client';
import { benchQuery, jobTraceQuery, supplyQuery } from '../api/queries';
import { useOutbox } from '../outbox/useOutbox';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { RefusalNote } from '../help/RefusalNote';
import { PageWaits } from '../shell/PageWaits';

const PhotoBoard = later(() => import('../bench/PhotoBoard').then((module) => module.PhotoBoard));
const CircuitSheet = later(() => import('../circuit/CircuitSheet').then((module) => module.CircuitSheet));

const keptAs = (job: string | undefined) => (job === undefined ? 'oculant.trace' : `oculant.trace.${job}`);

/** What a line may look like. */
const FORMS = [
    'q1 irf840 mosfet',
    'u2 ? 2A41',
    'beep q1.d t1.p2',
    'open q1.g q2.g',
    'sweep c1.minus: r5.2 u1.gnd',
    'ground c1.minus',
    'call c1.plus BULK+',
    'mains f1.1 t1.p2',
];

const words = (value: unknown): string[] =>
    Array.isArray(value) ? value.filter((line): line is string => typeof line === 'string') : [];

/** Lines as they were left here; of a board that was traced before, as they are kept with it. */
const kept = (key: string, before: string[]): string[] => {
    const stored = localStorage.getItem(key);
    return stored === null ? before : words(JSON.parse(stored));
};

/** In the library: the board becomes a description. */
export function TracePage() {
    const { search } = useLocation();
    const from = new URLSearchParams(search).get('of');
    const supply = useQuery({ ...supplyQuery(from ?? ''), enabled: from !== null });
    const navigate = useNavigate();
    if (from !== null && supply.data === undefined) {
        return (
            <PageWaits wide error={supply.error}>
                Opening…
            </PageWaits>
        );
    }
    const traced = (supply.data?.description?.traced ?? {}) as { lines?: unknown };
    return (
        <Tracing
            key={from ?? ''}
            storeKey={from === null ? keptAs(undefined) : keptAs(from)}
            before={words(traced.lines)}
            name={supply.data?.title ?? ''}
            onDone={(description) => {
                localStorage.setItem('oculant.draft.new', JSON.stringify(description));
                void navigate('/library/new');
            }}
        />
    );
}

/** At the bench: the job goes on with what is known of its board. */
export function JobTracePage() {
    const { job = '' } = useParams();
    const bench = useQuery(benchQuery(job));
    const before = useQuery(jobTraceQuery(job));
    if (bench.data === undefined || before.data === undefined) {
        return (
            <PageWaits wide error={bench.error ?? before.error}>
                Opening…
            </PageWaits>
        );
    }
    return (
        <Tracing key={job} storeKey={keptAs(job)} before={before.data.lines} name={bench.data.title} job={bench.data} />
    );
}

interface TracingProps {
    storeKey: string;
    before: string[];
    name: string;
    job?: Bench;
    onDone?: (description: Record<string, unknown>) => void;
}

/** A board without a diagram: what is seen and beeped out, line by line, becomes its description. */
function Tracing({ storeKey, before, name, job, onDone }: TracingProps) {
    const navigate = useNavigate();
    const queries = useQueryClient();
    const [lines, setLines] = useState<string[]>(() => kept(storeKey, before));
    const [title, setTitle] = useState(() => localStorage.getItem(`${storeKey}.title`) ?? name);
    const [text, setText] = useState('');
    const field = useRef<HTMLInputElement>(null);
    useEffect(() => {
        localStorage.setItem(storeKey, JSON.stringify(lines));
        localStorage.setItem(`${storeKey}.title`, title);
    }, [storeKey, lines, title]);
    useEffect(() => field.current?.focus(), []);
    const id = job?.job.id;
    const traced = useQuery({
        queryKey: ['trace', id, lines, title],
        queryFn: ({ signal }) =>
            answer(
                id === undefined
                    ? api.POST('/supplies/trace', { body: { lines, title }, signal })
                    : api.POST('/jobs/{job}/trace', { params: { path: { job: id } }, body: { lines, title }, signal }),
            ),
        placeholderData: (data) => data,
    });
    const take = useMutation({
        mutationFn: () =>
            answer(
                api.PUT('/jobs/{job}/description', {
                    params: { path: { job: id ?? '' } },
                    body: { lines, title, why: 'traced' },
                }),
            ),
        onSuccess: (now) => {
            localStorage.removeItem(storeKey);
            localStorage.removeItem(`${storeKey}.title`);
            void queries.invalidateQueries({ queryKey: ['job trace', id] });
            queries.setQueryData(benchQuery(id ?? '').queryKey, now);
            void navigate(`/jobs/${id}`);
        },
    });
    const refusal = (line: number) => traced.data?.refused.find((one) => one.line === line)?.message;

    const add = () => {
        if (text.trim() !== '') {
            setLines([...lines, text.trim()]);
            setText('');
        }
    };

    return (
        <main className="page wide tracing">
            <h1>Trace a board</h1>
            <p className="lede">
                Unplugged and discharged. Say what is seen, then what the beeper says; it draws what is known after
                every line.
            </p>
            {job !== undefined && !job.is_traced && (
                <p className="caution">
                    This unit is described already. What you trace here takes the place of that description.
                </p>
            )}
            <div className="trace-columns">
                <section aria-label="What was found">
                    <label>
                        What is it{' '}
                        <Input aria-label="What is it" value={title} onChange={(e) => setTitle(e.target.value)} />
                    </label>
                    <ol className="trace-lines" aria-label="Lines">
                        {lines.map((line, k) => (
                            <li key={`${k} ${line}`} className={refusal(k + 1) === undefined ? '' : 'wrong'}>
                                <span>
                                    <code>{line}</code>
                                    <button
                                        type="button"
                                        className="plain"
                                        aria-label={`Take out line ${k + 1}`}
                                        onClick={() => {
                                            setText(line);
                                            setLines(lines.filter((_, other) => other !== k));
                                            field.current?.focus();
                                        }}
                                    >
                                        take out
                                    </button>
                                </span>
                                {refusal(k + 1) !== undefined && (
                                    <small role="alert" className="refusal">
                                        {refusal(k + 1)}
                                    </small>
                                )}
                            </li>
                        ))}
                    </ol>
                    <form
                        className="invite"
                        onSubmit={(event) => {
                            event.preventDefault();
                            add();
                        }}
                    >
                        <input
                            ref={field}
                            className="reading-field"
                            aria-label="Next line"
                            placeholder="r5 4k7"
                            value={text}
                            spellCheck={false}
                            autoComplete="off"
                            onChange={(event) => setText(event.target.value)}
                        />
                        <Button type="primary" htmlType="submit">
                            Add
                        </Button>
                    </form>
                    <p className="hint">
                        {FORMS.map((form) => (
                            <span key={form}>
                                <code>{form}</code>{' '}
                            </span>
                        ))}
                    </p>
                    {(traced.data?.contradictions.length ?? 0) > 0 && (
                        <ul className="problems" role="alert" aria-label="What contradicts itself">
                            {traced.data?.contradictions.map((one) => (
                                <li key={one.sentence}>{one.sentence}</li>
                            ))}
                        </ul>
                    )}
                    {(traced.data?.through.length ?? 0) > 0 && (
                        <ul aria-label="What may be a part and not a track">
                            {traced.data?.through.map((one) => (
                                <li key={one.sentence}>{one.sentence}</li>
                            ))}
                        </ul>
                    )}
                    {traced.data?.worth != null && lines.length > 0 && <p role="status">{traced.data.worth}</p>}
                    {(traced.data?.strangers.length ?? 0) > 0 && (
                        <>
                            <h2>What it may be, by its place</h2>
                            <ul className="hunches" aria-label="What it may be">
                                {traced.data?.strangers.map(
                                    (stranger) =>
                                        stranger.may_be.length === 0 && (
                                            <li key={stranger.ref}>
                                                <span>
                                                    <b>{stranger.ref}</b>: its place tells nothing yet. Beep its pins
                                                    out by their numbers.
                                                </span>
                                            </li>
                                        ),
                                )}
                                {traced.data?.strangers.flatMap((stranger) =>
                                    stranger.may_be.map((guess) => (
                                        <li key={`${stranger.ref} ${guess.kind}`}>
                                            <span>{guess.sentence}</span>
                                            <Button
                                                size="small"
                                                onClick={() => {
                                                    setText(guess.line);
                                                    field.current?.focus();
                                                }}
                                            >
                                                take it for that
                                            </Button>
                                        </li>
                                    )),
                                )}
                            </ul>
                        </>
                    )}
                    {(traced.data?.hunches.length ?? 0) > 0 && (
                        <>
                            <h2>Worth a beep next</h2>
                            <ul className="hunches" aria-label="Worth a beep next">
                                {traced.data?.hunches.map((one) => (
                                    <li key={`${one.one} ${one.other}`}>
                                        <span>
                                            <b>{one.one}</b> with <b>{one.other}</b>: {one.why}
                                        </span>
                                        <Button
                                            size="small"
                                            onClick={() => setLines([...lines, `beep ${one.one} ${one.other}`])}
                                        >
                                            beeps
                                        </Button>
                                        <Button
                                            size="small"
                                            onClick={() => setLines([...lines, `open ${one.one} ${one.other}`])}
                                        >
                                            open
                                        </Button>
                                    </li>
                                ))}
                            </ul>
                        </>
                    )}
                    <Nearest traced={traced.data} />
                    {take.error !== null && <RefusalNote>{take.error.message}</RefusalNote>}
                    <p className="actions">
                        {job === undefined ? (
                            <Button
                                type="primary"
                                disabled={lines.length === 0 || traced.data === undefined || traced.isPlaceholderData}
                                onClick={() =>
                                    onDone?.(
                                        (traced.data?.lacks.length === 0
                                            ? traced.data.standing
                                            : traced.data?.description) ?? {},
                                    )
                                }
                            >
                                Go on as a description
                            </Button>
                        ) : (
                            <>
                                <Button
                                    type="primary"
                                    loading={take.isPending}
                                    disabled={
                                        traced.isPlaceholderData ||
                                        (traced.data?.known ?? 0) === 0 ||
                                        !job.job.may_write
                                    }
                                    onClick={() => take.mutate()}
                                >
                                    Take it to the bench
                                </Button>
                                <Pictures bench={job} />
                                <Link to={`/jobs/${id}`}>Back to the bench</Link>
                            </>
                        )}
                        <Button
                            disabled={lines.length === 0}
                            onClick={() => {
                                setLines([]);
                                setTitle('');
                            }}
                        >
                            Begin anew
                        </Button>
                    </p>
                </section>
                <section aria-label="The board so far">
                    {traced.error !== null && <RefusalNote>{traced.error.message}</RefusalNote>}
                    {traced.data !== undefined && lines.length > 0 && (
                        <Piece name="circuit" waits={<p role="status">Drawing…</p>}>
                            <CircuitSheet description={traced.data.description} />
                        </Piece>
                    )}
                </section>
            </div>
        </main>
    );
}

/** Photographs of the board, with what is traced pinned on them. */
function Pictures({ bench }: { bench: Bench }) {
    const [open, setOpen] = useState(false);
    const outbox = useOutbox(bench.job.id, () => undefined);
    return (
        <>
            <Button onClick={() => setOpen(true)}>
                {bench.photos.length === 0 ? 'Photographs' : `Photographs (${bench.photos.length})`}
            </Button>
            {open && (
                <Piece name="photographs">
                    <PhotoBoard
                        bench={bench}
                        refusal={outbox.refusal?.message}
                        onRecord={(kind, payload) => void outbox.record(kind, payload)}
                        onPhoto={(picture, caption) => void outbox.record('photo', { caption }, picture)}
                        onClose={() => setOpen(false)}
                    />
                </Piece>
            )}
        </>
    );
}

/** What the board comes near to, what of that is still to be found, and how much can be solved as it is. */
function Nearest({ traced }: { traced: Traced | undefined }) {
    if (traced === undefined || traced.family === null) {
        return null;
    }
    const { family, missing, known, unknown, lacks } = traced;
    return (
        <section aria-label="What it comes near to">
            <h2>
                Like {family.title.toLowerCase()} <small>{`${family.found} of ${family.all} parts found`}</small>
            </h2>
            {missing.length > 0 && (
                <ul aria-label="Still to be found">
                    {missing.map((one) => (
                        <li key={`${one.what} ${one.where}`}>
                            {one.what}; usually {one.where}
                        </li>
                    ))}
                </ul>
            )}
            <p className="hint">
                {lacks.length > 0
                    ? `To be solved it still lacks this: ${lacks[0] ?? ''}`
                    : `${known} parts can be solved as they are` +
                      (unknown > 0 ? `; ${unknown} lead nowhere yet, so expected values are wide.` : '.')}
            </p>
        </section>
    );
}
