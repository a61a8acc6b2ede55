import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Bench } from '../api/client';

function minutesSince(since: string | null | undefined, now: number): string {
    if (since === null || since === undefined) {
        return '';
    }
    const minutes = Math.max(0, Math.round((now - Date.parse(since)) / 60_000));
    return minutes < 90 ? ` · ${minutes} min` : ` · ${Math.round(minutes / 60)} h`;
}

/** The state of the unit, the largest thing on the screen after the next step. */
export function StateStrip({
    bench,
    onPower,
    onMains,
    onLedger,
}: {
    bench: Bench;
    onPower: () => void;
    onMains: () => void;
    onLedger: () => void;
}) {
    const [now, setNow] = useState(() => Date.now());
    useEffect(() => {
        const timer = window.setInterval(() => setNow(Date.now()), 20_000);
        return () => window.clearInterval(timer);
    }, []);
    const { state, job, safety } = bench;
    const energised = state.power !== 'unplugged';

    return (
        <section className={`state state-${state.power}`} aria-label="State of the unit">
            <div className="state-words" role="status">
                {state.words}
                {energised && state.mains !== null ? ` ${state.mains}` : ''}
                {energised && minutesSince(state.since, now)}
            </div>
            <div className="state-mode">
                {state.mode_name}
                {safety.method != null && <small>{safety.method}</small>}
            </div>
            <Button onClick={onPower} disabled={!job.may_write}>
                Change <kbd>P</kbd>
            </Button>
            {energised && bench.practice === null && (
                <Button onClick={onMains} disabled={!job.may_write}>
                    Mains <kbd>M</kbd>
                </Button>
            )}
            <Button
                className={safety.open > 0 ? 'ledger-count ledger-some' : 'ledger-count'}
                onClick={onLedger}
                title={safety.context === '' ? 'Nothing is different for the time being' : safety.context}
            >
                <span>
                    Ledger <b>{safety.open} open</b> <kbd>L</kbd>
                </span>
                {safety.open > 0 && (
                    <small>
                        {safety.ledger
                            .filter((entry) => entry.open)
                            .map((entry) => entry.words)
                            .join(', ')}
                    </small>
                )}
            </Button>
            <div className="state-job">
                <b>
                    {job.number} {job.unit}
                </b>
                <small>
                    {bench.practice === null ? (
                        <>
                            <Link to={`/jobs/${job.id}/report`}>report</Link> ·{' '}
                            <Link to={`/jobs/${job.id}/tags`}>tags</Link>
                        </>
                    ) : (
                        <Link to="/practice">all runs</Link>
                    )}
                    {state.purpose_words !== '' && ` · ${state.purpose_words}`}
                    {` · ${bench.title} rev. ${bench.revision} · ${job.technician}`}
                </small>
            </div>
        </section>
    );
}
