import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useMemo } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { answer, api, type PracticeRun } from '../api/client';
import { practiceQuery, practiceRunQuery } from '../api/queries';
import { RefusalNote } from '../help/RefusalNote';
import type { Picture } from '../shell/Chart';
import { Plot } from '../shell/Plot';
import { Band } from './Band';
import { PageWaits } from '../shell/PageWaits';

/** What the measurements told, one on the other, beside what the best ones then would have. */
const toldOf = (run: PracticeRun): Picture => {
    const along = (of: (step: PracticeRun['replay'][number]) => number) => {
        let sum = 0;
        return [[0, 0] as const, ...run.replay.map((step, k) => [k + 1, (sum += of(step))] as const)];
    };
    return {
        x: {
            name: 'step',
            min: 0,
            max: Math.max(1, run.replay.length),
            whole: true,
            write: (value) => value.toFixed(0),
        },
        y: { name: 'bits', min: 0, write: (value) => value.toFixed(1) },
        lines: [
            {
                name: 'what you measured could tell',
                ink: 'copper',
                width: 2,
                marked: true,
                points: along((s) => s.bits),
            },
            {
                name: 'the best measurement each time',
                ink: 'ink',
                dash: [6, 5],
                points: along((s) => Math.max(s.bits, s.best?.bits ?? s.bits)),
            },
        ],
    };
};

function Grade({ run, onBranch }: { run: PracticeRun; onBranch: (step: number) => void }) {
    const { grade } = run;
    const told = useMemo(() => toldOf(run), [run]);
    if (grade === null) {
        return null;
    }
    return (
        <section aria-label="Grade" className="practice-grade">
            <p className="sentence" role="status">
                {grade.figure.toFixed(0)} of 100
            </p>
            <p>
                <b>{run.told[run.told.length - 1]?.said}</b>
            </p>
            <p>
                {grade.found > 0 ? 'Found' : 'Not found'} in {grade.minutes} min; the best strategy takes{' '}
                {grade.best_minutes} min. Each measurement told {Math.round(100 * grade.telling)} % of what the best one
                then would have.
            </p>
            {run.beside !== null && run.beside.walking !== null && (
                <p className="quiet">
                    On the same unit, walking from the input comes to {run.beside.walking.toFixed(0)}
                    {run.beside.half_split === null ? '' : `, splitting in half to ${run.beside.half_split.toFixed(0)}`}
                    .
                </p>
            )}
            {run.branch_of !== null && <p className="quiet">Tried otherwise on a known unit: it counts for nothing.</p>}
            {grade.deducted.length > 0 && (
                <ul aria-label="What cost points">
                    {grade.deducted.map((one, k) => (
                        <li key={k}>
                            <b className="mono-figures">−{one.points}</b> {one.what}
                        </li>
                    ))}
                </ul>
            )}
            {grade.better.length > 0 && (
                <>
                    <h2>What to do better</h2>
                    <ol>
                        {grade.better.map((one) => (
                            <li key={one}>{one}</li>
                        ))}
                    </ol>
                </>
            )}
            <h2>Step by step</h2>
            {run.replay.length > 1 && <Plot label="Bits over the run" picture={told} />}
            <table className="compare" aria-label="Step by step">
                <thead>
                    <tr>
                        <th scope="col">Measured</th>
                        <th scope="col">Bits it could tell</th>
                        <th scope="col">The best then</th>
                        <th scope="col">Believed before it</th>
                        <th scope="col" aria-label="Another way" />
                    </tr>
                </thead>
                <tbody>
                    {run.replay.map((step, k) => (
                        <tr key={k}>
                            <th scope="row">
                                {step.target} {step.shown}
                                <small>{step.minutes} min</small>
                            </th>
                            <td className="mono-figures">{step.bits.toFixed(2)}</td>
                            <td className="mono-figures">
                                {step.best === null
                                    ? 'it confirms'
                                    : `${step.best.target} ${step.best.bits.toFixed(2)}`}
                            </td>
                            <td>
                                {step.belief
                                    .slice(0, 3)
                                    .map((one) => `${one.title} ${Math.round(100 * one.probability)} %`)
                                    .join('; ')}
                            </td>
                            <td>
                                <Button
                                    size="small"
                                    onClick={() => onBranch(k)}
                                    aria-label={`Try otherwise from step ${k + 1}`}
                                >
                                    Try otherwise
                                </Button>
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
        </section>
    );
}

/** A run: what came of it once it is over; until then it stands on its bench. */
export function RunPage() {
    const { run = '' } = useParams();
    const navigate = useNavigate();
    const queries = useQueryClient();
    const page = useQuery(practiceRunQuery(run));
    const branch = useMutation({
        mutationFn: (step: number) =>
            answer(api.POST('/practice/{practice}/branch', { params: { path: { practice: run } }, body: { step } })),
        onSuccess: async (other) => {
            await queries.invalidateQueries({ queryKey: practiceQuery.queryKey });
            void navigate(`/jobs/${other.job}`);
        },
    });
    const { data } = page;
    if (data === undefined) {
        return <PageWaits error={page.error}>Fetching the unit…</PageWaits>;
    }
    if (!data.over) {
        return <Navigate replace to={`/jobs/${data.job}`} />;
    }
    return (
        <main className="page practice">
            <Band />
            <div className="page-head">
                <div>
                    <h1>{data.title}</h1>
                    <p className="lede">{data.story}</p>
                </div>
                <div className="actions">
                    <Link to={`/jobs/${data.job}`}>Its bench</Link>
                    <Link to="/practice">All runs</Link>
                </div>
            </div>
            {branch.error !== null && <RefusalNote page="practice">{branch.error.message}</RefusalNote>}
            <Grade run={data} onBranch={(step) => branch.mutate(step)} />
        </main>
    );
}
