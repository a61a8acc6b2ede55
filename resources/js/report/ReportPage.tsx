import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { Link, useParams } from 'react-router';
import type { ReadingView } from '../api/client';
import { reportQuery } from '../api/queries';
import { Mark } from '../bench/Mark';

function Readings({ readings, empty }: { readings: ReadingView[]; empty: string }) {
    if (readings.length === 0) {
        return <p className="quiet">{empty}</p>;
    }
    return (
        <table className="readings">
            <thead><tr><th>Where</th><th>What</th><th>Reading</th><th>Verdict</th><th>A good unit</th></tr></thead>
            <tbody>
                {readings.map((reading) => (
                    <tr key={reading.entry}>
                        <td>{reading.target}</td>
                        <td>{reading.name}, {reading.mode}</td>
                        <td className="figure">{reading.text}</td>
                        <td><Mark shape={reading.mark} title={reading.word} /> {reading.word}</td>
                        <td className="figure quiet">{reading.expected}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

export function ReportPage() {
    const { job = '' } = useParams();
    const query = useQuery(reportQuery(job));
    if (query.isPending) {
        return <main className="page"><p>Putting the report together…</p></main>;
    }
    const report = query.data;
    if (report === undefined) {
        return <main className="page"><p role="alert" className="refusal">{query.error?.message}</p></main>;
    }
    return (
        <main className="page report">
            <div className="page-head">
                <div>
                    <h1>Repair report {report.job.number}</h1>
                    <p className="lede">{report.job.unit}, {report.job.owner}</p>
                </div>
                <div className="actions">
                    <Link to={`/jobs/${job}`}>Back to the bench</Link>
                    <Button type="primary" href={`/api/v1/jobs/${job}/report.pdf`} target="_blank">PDF</Button>
                </div>
            </div>
            {report.open.length > 0 && <p className="caution">Still to do: {report.open.join('; ')}.</p>}
            <dl>
                <dt>Supply</dt><dd>{report.supply}, meant for {report.job.mains}</dd>
                <dt>Owner's words</dt><dd>{report.job.complaint === '' ? 'none written down' : report.job.complaint}</dd>
                <dt>Technician</dt><dd>{report.job.technician}</dd>
            </dl>
            <h2>As found</h2>
            {[...report.symptoms, ...report.findings].length > 0 && <p>{[...report.symptoms, ...report.findings].join('; ')}.</p>}
            <Readings readings={report.asFound} empty="Nothing was measured before the repair." />
            {report.tried.length > 0 && <><h2>Tested and tried</h2><ul>{report.tried.map((line, k) => <li key={`${k} ${line}`}>{line}</li>)}</ul></>}
            <h2>Cause</h2>
            {report.cause === null ? <p className="quiet">Not named yet.</p> : <p><b>{report.cause.part}: {report.cause.fault}.</b> {report.cause.text} {report.cause.chain.join('; ')}</p>}
            {report.origins.length > 0 && <ul>{report.origins.map((origin) => <li key={origin}>{origin}</li>)}</ul>}
            <h2>Work done</h2>
            {report.work.length === 0 ? <p className="quiet">Nothing was replaced.</p> : report.work.map((work) => <p key={work.at + work.part}><b>{work.part}.</b> Out: {work.out}. In: {work.in}.</p>)}
            {report.changes.length > 0 && (
                <>
                    <h2>Temporary changes</h2>
                    <ul>{report.changes.map((line) => <li key={line}>{line}</li>)}</ul>
                </>
            )}
            <h2>As left</h2>
            <Readings readings={report.asLeft} empty="Nothing was measured after the repair." />
            {report.notes.length > 0 && <><h2>Notes</h2>{report.notes.map((note) => <p key={note}>{note}</p>)}</>}
            <p className="quiet">Safety tests before use, and who may carry them out, are for local codes and licensed practice to decide.</p>
        </main>
    );
}
