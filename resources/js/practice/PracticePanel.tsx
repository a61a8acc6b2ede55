import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Popconfirm } from 'antd';
import { Link } from 'react-router';
import { answer, api, type Bench } from '../api/client';
import { practiceQuery } from '../api/queries';
import { RefusalNote } from '../help/RefusalNote';

/** What each costs, as the grade has it. */
const depths = [
    { depth: 'where', label: 'Where next?', points: 3 },
    { depth: 'what', label: 'What to do?', points: 6 },
    { depth: 'why', label: 'Why?', points: 10 },
] as const;

/** Beside a hidden unit, where suspects stand of a real one: its story, what it said to what was done, and hints. */
export function PracticePanel({
    bench,
    practice,
    onDone,
}: {
    bench: Bench;
    practice: NonNullable<Bench['practice']>;
    /** The hand goes back to the field. */
    onDone: () => void;
}) {
    const queries = useQueryClient();
    const path = { practice: practice.run };
    const changed = () =>
        Promise.all([
            queries.invalidateQueries({ queryKey: ['bench', bench.job.id] }),
            queries.invalidateQueries({ queryKey: practiceQuery.queryKey }),
        ]);
    const hint = useMutation({
        mutationFn: (depth: 'where' | 'what' | 'why') =>
            answer(api.POST('/practice/{practice}/hints', { params: { path }, body: { depth } })),
        onSuccess: changed,
    });
    const end = useMutation({
        mutationFn: () => answer(api.POST('/practice/{practice}/end', { params: { path } })),
        onSuccess: changed,
    });
    const error = hint.error ?? end.error;
    const mayPlay = bench.job.may_write;
    return (
        <section className="suspects practice-panel" aria-label="Practice">
            <h2>
                Its owner says <small>{practice.minutes} min so far</small>
            </h2>
            <p className="practice-story">{practice.story}</p>
            {practice.over ? (
                <p>
                    It is over. <Link to={`/practice/${practice.run}`}>The grade, step by step</Link>
                </p>
            ) : (
                mayPlay && (
                    <p className="practice-words">
                        {depths.map((one) => (
                            <Button
                                key={one.depth}
                                size="small"
                                onClick={() => {
                                    hint.mutate(one.depth);
                                    onDone();
                                }}
                            >
                                {one.label} <small>−{one.points}</small>
                            </Button>
                        ))}
                        <Popconfirm
                            title="Give up, and be told what it was?"
                            okText="Give up"
                            cancelText="Go on"
                            onConfirm={() => end.mutate()}
                        >
                            <Button size="small">Give up</Button>
                        </Popconfirm>
                    </p>
                )
            )}
            {error !== null && <RefusalNote>{error.message}</RefusalNote>}
            {practice.hints.map((one, k) => (
                <p key={k} className="practice-hint">
                    <b>{one.depth}</b> {one.said}
                </p>
            ))}
            <ol className="practice-told" aria-label="What the unit said">
                {[...practice.told].reverse().map((one, k) => (
                    <li key={practice.told.length - k} className={one.taken ? '' : 'refusal'}>
                        {one.said === '' ? one.line : one.said}
                    </li>
                ))}
            </ol>
        </section>
    );
}
