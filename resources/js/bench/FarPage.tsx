import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { benchQuery } from '../api/queries';
import { Mark } from './Mark';

/** Milliseconds after which what another screen wrote is here. */
const FRESH = 1500;

/** For a second screen, read from two metres: the step, the newest reading with its verdict, how the unit stands. */
export function FarPage() {
    const { job = '' } = useParams();
    const bench = useQuery({ ...benchQuery(job), refetchInterval: FRESH, refetchIntervalInBackground: true });
    if (bench.data === undefined) {
        return (
            <main className="far">
                <p role={bench.isPending ? 'status' : 'alert'}>
                    {bench.isPending ? 'Reading the log…' : bench.error?.message}
                </p>
            </main>
        );
    }
    const { state, next: step, log } = bench.data;
    const reading = log.find((entry) => entry.reading !== null && !entry.struck)?.reading ?? null;
    return (
        <main className={`far far-${state.power}`} aria-label="Far screen">
            <header className={`state state-${state.power}`} role="status" aria-label="State of the unit">
                <b>
                    {state.words}
                    {state.power !== 'unplugged' && state.mains !== null ? ` ${state.mains}` : ''}
                </b>
                <span>{bench.data.job.unit}</span>
            </header>
            <section aria-label="Next step">
                <p className="far-step" role="status">
                    {step.sentence}
                </p>
                {step.meter !== null && (
                    <p className="far-meter">
                        {step.meter} <span>{step.expect}</span>
                    </p>
                )}
                {step.caution !== null && <p className="far-caution">{step.caution}</p>}
            </section>
            {reading !== null && (
                <section className={`far-reading ${reading.good ? 'good' : 'bad'}`} aria-label="Verdict" role="status">
                    <p className="far-figure">
                        {reading.target} <b>{reading.text}</b>
                    </p>
                    <p className="far-word">
                        <Mark shape={reading.mark} title={reading.word} /> {reading.word}
                    </p>
                </section>
            )}
            {bench.isError && <p role="alert">Not up to date: {bench.error.message}</p>}
            <Link className="far-back" to={`/jobs/${job}`}>
                Back to the bench
            </Link>
        </main>
    );
}
