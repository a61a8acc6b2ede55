import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, api } from '../api/client';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { RefusalNote } from '../help/RefusalNote';

const CircuitSheet = later(() => import('../circuit/CircuitSheet').then((module) => module.CircuitSheet));

const KEPT = 'oculant.trace';
const TITLE = 'oculant.trace.title';

/** What a line may look like. */
const FORMS = [
    'q1 irf840 mosfet',
    'beep q1.d t1.p2',
    'open q1.g q2.g',
    'sweep c1.minus: r5.2 u1.gnd',
    'ground c1.minus',
    'call c1.plus BULK+',
    'mains f1.1 t1.p2',
];

function kept(): string[] {
    const lines: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '[]');
    return Array.isArray(lines) ? lines.filter((line): line is string => typeof line === 'string') : [];
}

/** A board without a diagram: what is seen and beeped out, line by line, becomes its description. */
export function TracePage() {
    const navigate = useNavigate();
    const [lines, setLines] = useState<string[]>(kept);
    const [title, setTitle] = useState(() => localStorage.getItem(TITLE) ?? '');
    const [text, setText] = useState('');
    const field = useRef<HTMLInputElement>(null);
    useEffect(() => {
        localStorage.setItem(KEPT, JSON.stringify(lines));
        localStorage.setItem(TITLE, title);
    }, [lines, title]);
    useEffect(() => field.current?.focus(), []);
    const traced = useQuery({
        queryKey: ['trace', lines, title],
        queryFn: ({ signal }) => answer(api.POST('/supplies/trace', { body: { lines, title }, signal })),
        placeholderData: (before) => before,
    });
    const refusal = (line: number) => traced.data?.refused.find((one) => one.line === line)?.message;

    const add = () => {
        if (text.trim() !== '') {
            setLines([...lines, text.trim()]);
            setText('');
        }
    };
    const goOn = () => {
        localStorage.setItem('oculant.draft.new', JSON.stringify(traced.data?.description));
        void navigate('/library/new');
    };

    return (
        <main className="page wide tracing">
            <h1>Trace a board</h1>
            <p className="lede">
                Unplugged and discharged. Say what is seen, then what the beeper says; it draws what is known after
                every line.
            </p>
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
                    <p className="actions">
                        <Button
                            type="primary"
                            disabled={lines.length === 0 || traced.data === undefined}
                            onClick={goOn}
                        >
                            Go on as a description
                        </Button>
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
