import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { Link, useNavigate } from 'react-router';
import { kept, type Job } from '../api/client';
import { jobsQuery } from '../api/queries';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { useOutboxView } from '../outbox/useOutbox';

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
        return failed ? 'What is energised now is not known: the list could not be read.' : 'What is energised is not known yet.';
    }
    const name = (job: Job) => `${job.number} ${job.unit}`;
    const live = jobs.filter((job) => job.energised === true);
    const unknown = jobs.filter((job) => job.energised == null);
    return [
        live.length > 0 ? `Energised now: ${live.map(name).join('; ')}.` : '',
        unknown.length > 0 ? `Not known of: ${unknown.map(name).join('; ')}. Take it for energised and look.` : '',
        live.length + unknown.length === 0 ? 'Nothing is energised.' : '',
    ].filter((sentence) => sentence !== '').join(' ');
}

function Row({ job }: { job: Job }) {
    const { waiting, refused } = useOutboxView();
    const mine = [...waiting, ...refused].filter((entry) => entry.job === job.id).length;
    return (
        <li>
            <Link to={`/jobs/${job.id}`} className={`job ${job.energised === false ? '' : 'energised'}`}>
                <span className="number">{job.number}</span>
                <span className="unit"><b>{job.unit}</b><small>{job.problem ?? `${job.owner} · ${job.supply_title}`}</small></span>
                <span className="waits"><small>waits for</small>{job.waits_for}</span>
                <span className="power">{stands(job)}{job.open_changes > 0 && <small>{job.open_changes} temporary {job.open_changes === 1 ? 'change' : 'changes'}</small>}</span>
                <span className="by">{job.technician}{mine > 0 && <small className="refusal">{mine} on this device, not in its log</small>}</span>
            </Link>
        </li>
    );
}

/** The jobs on the bench: what each waits for, and which unit is energised. */
export function JobList() {
    const jobs = useQuery(jobsQuery);
    const navigate = useNavigate();
    const open = jobs.data?.filter((job) => !job.handed_back) ?? [];
    const done = jobs.data?.filter((job) => job.handed_back) ?? [];

    return (
        <main className="page">
            <div className="page-head">
                <div>
                    <h1>On the bench</h1>
                    <p className="lede">{energisedNow(jobs.data, jobs.error !== null)}</p>
                </div>
                <Button type="primary" onClick={() => void navigate('/book-in')}>Book in a unit</Button>
            </div>
            {jobs.isPending && <p>Looking through the logs…</p>}
            {jobs.error !== null && <p role="alert" className="refusal">{jobs.error.message}</p>}
            {jobs.data?.length === 0 && <p>No unit is on the bench. Book one in: say what it is, whose it is, what the owner saw, and which supply is inside.</p>}
            <ul className="jobs">{open.map((job) => <Row key={job.id} job={job} />)}</ul>
            <p className="list-acts"><Piece name="taking in of jobs"><TakeIn /></Piece> <Link to="/history">What this workshop has seen</Link> <Link to="/instruments">Instruments and the rules of the safety tests</Link></p>
            {done.length > 0 && <><h2>Handed back</h2><ul className="jobs">{done.map((job) => <Row key={job.id} job={job} />)}</ul></>}
        </main>
    );
}
