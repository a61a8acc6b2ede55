import { useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { isTypedInto, useKeys } from '../shell/useKeys';
import { benchQuery } from '../api/queries';
import type { Bench } from '../api/client';
import { useOutbox, type Entry as Waiting } from '../outbox/useOutbox';
import { CostTab } from './CostTab';
import { RecapTab } from './RecapTab';
import { ReplaceTab } from './ReplaceTab';
import { PageWaits } from '../shell/PageWaits';

const tabs = [
    { key: '1', tab: 'replace', title: 'Replace and judge' },
    { key: '2', tab: 'recap', title: 'Recap' },
    { key: '3', tab: 'cost', title: 'What it costs' },
];

/** What every part of this page needs to write to the log. */
export interface Writes {
    bench: Bench;
    onRecord: (kind: string, payload: Record<string, unknown>) => void;
    refusal: string | undefined;
    refused: Waiting | undefined;
}

function Open({ bench, tab, part }: { bench: Bench; tab: string; part: string | undefined }) {
    const { job } = bench;
    const navigate = useNavigate();
    const outbox = useOutbox(
        job.id,
        useCallback(() => undefined, []),
    );
    const open = useCallback(
        (to: string) =>
            void navigate(`/jobs/${job.id}/parts/${to}${part === undefined ? '' : `?part=${part}`}`, { replace: true }),
        [job.id, navigate, part],
    );

    useKeys((event) => {
        if (isTypedInto(event.target)) {
            return;
        }
        const chosen = tabs.find((one) => one.key === event.key);
        if (chosen !== undefined) {
            open(chosen.tab);
        } else if (event.key === 'Escape') {
            void navigate(`/jobs/${job.id}`);
        }
    });

    const writes: Writes = {
        bench,
        onRecord: (kind, payload) => void outbox.record(kind, payload),
        refusal: outbox.refusal?.message,
        refused: outbox.refusal?.entry,
    };
    const changes = bench.safety.ledger.filter((one) => one.open).length;
    return (
        <main className="page parts-page">
            <div className="page-head">
                <div>
                    <h1>{job.unit}</h1>
                    <p className="quiet">
                        {job.number}, {bench.state.words}
                        {changes > 0 && (
                            <>
                                ,{' '}
                                <b>
                                    {changes} temporary {changes === 1 ? 'change' : 'changes'} open
                                </b>
                            </>
                        )}
                        {outbox.waiting.length > 0 && (
                            <>
                                , <em>{outbox.waiting.length} on the way to the log</em>
                            </>
                        )}
                    </p>
                </div>
                <Link to={`/jobs/${job.id}`}>
                    Back to the bench <kbd>Esc</kbd>
                </Link>
            </div>
            <nav className="plan-tabs" aria-label="Sections">
                {tabs.map((one) => (
                    <button key={one.tab} type="button" aria-pressed={one.tab === tab} onClick={() => open(one.tab)}>
                        <kbd>{one.key}</kbd> {one.title}
                    </button>
                ))}
            </nav>
            {tab === 'recap' && <RecapTab {...writes} />}
            {tab === 'cost' && <CostTab {...writes} />}
            {tab !== 'recap' && tab !== 'cost' && (
                <ReplaceTab
                    part={part}
                    {...writes}
                    onPart={(ref) => void navigate(`/jobs/${job.id}/parts/replace?part=${ref}`, { replace: true })}
                />
            )}
        </main>
    );
}

/** Parts of a job: what may take whose place, what a measurement says, the recap, the money. */
export function PartsBench() {
    const { job = '', tab = 'replace' } = useParams();
    const [search] = useSearchParams();
    const bench = useQuery(benchQuery(job));
    if (bench.data === undefined) {
        return <PageWaits error={bench.error}>Reading the log…</PageWaits>;
    }
    return <Open bench={bench.data} tab={tab} part={search.get('part') ?? undefined} />;
}
