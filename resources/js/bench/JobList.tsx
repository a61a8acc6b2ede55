import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useDeferredValue, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { kept, type Job } from '../api/client';
import { jobsQuery, type JobsAsked } from '../api/queries';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { useOutboxView } from '../outbox/useOutbox';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';

const TakeIn = later(() => import('../bookin/TakeIn').then((module) => module.TakeIn));

function stands(job: Job): string {
    if (job.energised == null) {
        return 'NOT KNOWN';
    }
    return job.energised ? (job.power === 'live' ? 'LIVE ON MAINS' : 'LIMITED POWER') : 'unplugged';
}

/** "Nothing" is said only of units that are all known to be without power. */
function energisedNow(jobs: Job[] | undefined, failed: boolean): string {
    if (jobs === undefined || failed || kept.at !== undefined) {
        failed ||= kept.at !== undefined;
        return failed
            ? 'What is energised now is not known: the list could not be read.'
            : 'What is energised is not known yet.';
    }
    const name = (job: Job) => `${job.number} ${job.unit}`;
    const live = jobs.filter((job) => job.energised === true);
    const unknown = jobs.filter((job) => job.energised == null);
    return [
        live.length > 0 ? `Energised now: ${live.map(name).join('; ')}.` : '',
        unknown.length > 0 ? `Not known of: ${unknown.map(name).join('; ')}. Take it for energised and look.` : '',
        live.length + unknown.length === 0 ? 'Nothing is energised.' : '',
    ]
        .filter((sentence) => sentence !== '')
        .join(' ');
}

/** How long nothing has been written to its log. */
function waited(since: string | null): string {
    const minutes = since === null ? 0 : Math.floor((Date.now() - Date.parse(since)) / 60_000);
    if (minutes < 60) {
        return `${Math.max(0, minutes)} min`;
    }
    return minutes < 48 * 60 ? `${Math.floor(minutes / 60)} h` : `${Math.floor(minutes / 1440)} days`;
}

function Row({ job }: { job: Job }) {
    const { waiting, refused } = useOutboxView();
    const mine = [...waiting, ...refused].filter((entry) => entry.job === job.id).length;
    return (
        <li>
            <Link to={`/jobs/${job.id}`} className={`job ${job.energised === false ? '' : 'energised'}`}>
                <span className="number">{job.number}</span>
                <span className="unit">
                    <b>{job.unit}</b>
                    <small>{job.problem ?? `${job.owner} · ${job.supply_title}`}</small>
                </span>
                <span className="waits">
                    <small>{job.handed_back ? 'went back' : `waits ${waited(job.last_at)} for`}</small>
                    {job.waits_for}
                </span>
                <span className="power">
                    {stands(job)}
                    {job.open_changes > 0 && (
                        <small>
                            {job.open_changes} temporary {job.open_changes === 1 ? 'change' : 'changes'}
                        </small>
                    )}
                </span>
                <span className="by">
                    {job.technician}
                    {mine > 0 && <small className="refusal">{mine} on this device, not in its log</small>}
                </span>
            </Link>
        </li>
    );
}

const states: { state: JobsAsked['state']; label: string; which: string; none: string }[] = [
    {
        state: 'here',
        label: 'Here',
        which: 'that is here ',
        none:
            'No unit is on the bench. Book one in: say what it is, ' +
            'whose it is, what the owner saw, and which supply is inside.',
    },
    { state: 'back', label: 'Handed back', which: 'that was handed back ', none: 'Nothing has been handed back yet.' },
    { state: 'all', label: 'All', which: '', none: 'No unit has been booked in yet.' },
];

const PAGE = 50;

/** The jobs on the bench: what each waits for, and which unit is energised. Those that went back are behind it. */
export function JobList() {
    const [state, setState] = useState<JobsAsked['state']>('here');
    const [words, setWords] = useState('');
    const [page, setPage] = useState(1);
    const said = useDeferredValue(words.trim());
    const asked: JobsAsked = { state, ...(said === '' ? {} : { q: said }), ...(page === 1 ? {} : { page }) };
    const jobs = useQuery(jobsQuery(asked));
    const energised = useQuery(jobsQuery({ state: 'energised' }));
    const navigate = useNavigate();
    const pages = Math.ceil((jobs.data?.total ?? 0) / PAGE);
    const listed = states.find((one) => one.state === state);

    return (
        <main className="page">
            <div className="page-head">
                <div>
                    <h1>On the bench</h1>
                    <p className="lede">{energisedNow(energised.data?.jobs, energised.error !== null)}</p>
                </div>
                <Button type="primary" onClick={() => void navigate('/book-in')}>
                    Book in a unit
                </Button>
            </div>
            <div className="list-find">
                <Input
                    allowClear
                    aria-label="Search the jobs"
                    placeholder="number, unit, owner, supply"
                    maxLength={100}
                    value={words}
                    onChange={(event) => {
                        setWords(event.target.value);
                        setPage(1);
                    }}
                />
                <div role="group" aria-label="Which jobs">
                    {states.map((one) => (
                        <button
                            key={one.state}
                            type="button"
                            className="plain"
                            aria-pressed={one.state === state}
                            onClick={() => {
                                setState(one.state);
                                setPage(1);
                            }}
                        >
                            {one.label}
                        </button>
                    ))}
                </div>
            </div>
            {state === 'back' && <h2>Handed back</h2>}
            {jobs.isPending && <p>Looking through the jobs…</p>}
            {jobs.error !== null && <RefusalNote>{jobs.error.message}</RefusalNote>}
            {jobs.data?.jobs.length === 0 && (
                <EmptyNote>{said === '' ? listed?.none : `No job ${listed?.which ?? ''}says "${said}".`}</EmptyNote>
            )}
            <ul className="jobs">
                {jobs.data?.jobs.map((job) => (
                    <Row key={job.id} job={job} />
                ))}
            </ul>
            {pages > 1 && (
                <p className="list-pages">
                    <Button disabled={page === 1} onClick={() => setPage(page - 1)}>
                        Newer
                    </Button>
                    <span>
                        page {page} of {pages}, {jobs.data?.total} jobs
                    </span>
                    <Button disabled={page >= pages} onClick={() => setPage(page + 1)}>
                        Older
                    </Button>
                </p>
            )}
            <p className="list-acts">
                <Piece name="taking in of jobs">
                    <TakeIn />
                </Piece>{' '}
                <Link to="/history">What this workshop has seen</Link> <Link to="/instruments">Instruments</Link>
            </p>
        </main>
    );
}
