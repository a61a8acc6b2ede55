import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { Link, useParams } from 'react-router';
import type { ReadingView, Report } from '../api/client';
import { reportQuery } from '../api/queries';
import { Mark } from '../bench/Mark';
import { RunPlot } from '../prove/RunPlot';
import { PageWaits } from '../shell/PageWaits';

function Readings({ readings, empty }: { readings: ReadingView[]; empty: string }) {
    if (readings.length === 0) {
        return <p className="quiet">{empty}</p>;
    }
    return (
        <table className="readings">
            <thead>
                <tr>
                    <th>Where</th>
                    <th>What</th>
                    <th>Reading</th>
                    <th>Verdict</th>
                    <th>A good unit</th>
                </tr>
            </thead>
            <tbody>
                {readings.map((reading) => (
                    <tr key={reading.entry}>
                        <td>{reading.target}</td>
                        <td>
                            {reading.name}, {reading.mode}
                        </td>
                        <td className="figure">
                            {reading.text}
                            {reading.uncertainty != null && <small> {reading.uncertainty}</small>}
                        </td>
                        <td>
                            <Mark shape={reading.mark} title={reading.word} /> {reading.word}
                        </td>
                        <td className="figure quiet">{reading.expected}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

/** The first page: in plain words, for whoever owns it. */
function ForTheOwner({ report }: { report: Report }) {
    return (
        <section className="owners-page" aria-label="For the owner">
            {report.condemned !== null && (
                <p role="alert" className="run-alarm">
                    Condemned: {report.condemned}
                </p>
            )}
            <dl>
                {report.owner.map((row) => (
                    <div key={row.title}>
                        <dt>{row.title}</dt>
                        <dd>{row.text}</dd>
                    </div>
                ))}
                {report.cost.length > 0 && (
                    <div>
                        <dt>What it costs</dt>
                        <dd>
                            {report.cost.map((row) => (
                                <span key={row.what} className="cost-line">
                                    {row.what}{' '}
                                    <b className="mono-figures">
                                        {row.amount.toFixed(2)} {report.workshop.currency}
                                    </b>
                                </span>
                            ))}
                        </dd>
                    </div>
                )}
            </dl>
        </section>
    );
}

function Proof({ report, job }: { report: Report; job: string }) {
    return (
        <>
            {report.load != null && (
                <>
                    <h2>Load test</h2>
                    <table className="readings">
                        <thead>
                            <tr>
                                <th>Step</th>
                                <th>Rail</th>
                                <th>Volts</th>
                                <th>A good unit</th>
                                <th>Ripple, p-p</th>
                            </tr>
                        </thead>
                        <tbody>
                            {report.load.steps.flatMap((step) =>
                                step.rails.map((rail) => (
                                    <tr key={step.id + rail.point}>
                                        <td>{step.title}</td>
                                        <td>{rail.name}</td>
                                        <td className="figure">
                                            {rail.dc?.text ?? '–'} {rail.dc?.word}
                                        </td>
                                        <td className="figure quiet">{rail.expected}</td>
                                        <td className="figure">
                                            {rail.pp?.text ?? '–'} <span className="quiet">{rail.ripple}</span>
                                        </td>
                                    </tr>
                                )),
                            )}
                        </tbody>
                    </table>
                    <ul>
                        {report.load.between.map((row) => (
                            <li key={row.title}>
                                {row.title}:{' '}
                                <b className={row.good ? 'mono-figures' : 'mono-figures refusal'}>{row.value}</b>, a
                                good unit {row.expected}. {row.sentence}
                            </li>
                        ))}
                    </ul>
                </>
            )}
            {report.starts !== null && (
                <>
                    <h2>Starts</h2>
                    <p>{report.starts}</p>
                </>
            )}
            {report.runs.map((run) => (
                <section key={run.id} aria-label={`Run ${run.number}`}>
                    <h2>
                        {run.kind === 'soak' ? 'Soak' : run.kind === 'heat' ? 'Heat run' : 'Repeated starts'}{' '}
                        {run.number}: {run.title}, {run.state}
                    </h2>
                    {run.alarms.map((alarm) => (
                        <p key={`${alarm.second} ${alarm.channel}`} className="refusal">
                            Alarm: {alarm.sentence}
                        </p>
                    ))}
                    {(run.summary ?? []).length > 0 && (
                        <table className="readings">
                            <thead>
                                <tr>
                                    <th>Channel</th>
                                    <th>Lowest</th>
                                    <th>Mean</th>
                                    <th>Highest</th>
                                    <th>Limits</th>
                                    <th>At rest</th>
                                </tr>
                            </thead>
                            <tbody>
                                {(run.summary ?? []).map((row) => (
                                    <tr key={row.channel}>
                                        <td>{row.channel}</td>
                                        <td className="figure">{row.low}</td>
                                        <td className="figure">{row.mean}</td>
                                        <td className="figure">{row.high}</td>
                                        <td className="figure quiet">{row.limits}</td>
                                        <td>{row.steady}</td>
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                    )}
                    {run.channels.length > 0 && <RunPlot job={job} run={run} />}
                </section>
            ))}
            {report.heat.length > 0 && (
                <>
                    <h2>Heat, at rest</h2>
                    <table className="readings">
                        <thead>
                            <tr>
                                <th>Part</th>
                                <th>Measured</th>
                                <th>At 40 °C and highest mains</th>
                                <th>Limit</th>
                                <th>Verdict</th>
                            </tr>
                        </thead>
                        <tbody>
                            {report.heat.map((row) => (
                                <tr key={row.part}>
                                    <td>{row.label}</td>
                                    <td className="figure">{Math.round(row.celsius)} °C</td>
                                    <td className="figure">{Math.round(row.worst)} °C</td>
                                    <td className="figure quiet">{Math.round(row.limit)} °C</td>
                                    <td className={row.good ? '' : 'refusal'}>
                                        {row.word}
                                        {row.life != null && <small>life {row.life}</small>}
                                    </td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </>
            )}
            {report.calibration.length > 0 && (
                <>
                    <h2>Calibration</h2>
                    <table className="readings">
                        <thead>
                            <tr>
                                <th>Point</th>
                                <th>Limits</th>
                                <th>As found</th>
                                <th>As left</th>
                                <th>Second pass</th>
                            </tr>
                        </thead>
                        <tbody>
                            {report.calibration.map((point) => (
                                <tr key={point.point}>
                                    <td>{point.title}</td>
                                    <td className="figure quiet">{point.limits}</td>
                                    {[point.as_found, point.as_left, point.second].map((row, k) => (
                                        <td key={k} className={row?.good === false ? 'refusal' : ''}>
                                            {row == null ? (
                                                '–'
                                            ) : (
                                                <>
                                                    <span className="figure">{row.value}</span> {row.word}
                                                    <small>
                                                        {row.uncertainty}
                                                        {row.ratio !== null && `, ${row.ratio} to 1`}
                                                    </small>
                                                </>
                                            )}
                                        </td>
                                    ))}
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </>
            )}
            <h2>Electrical safety</h2>
            {report.safety.length === 0 ? (
                <p className="quiet">No test recorded.</p>
            ) : (
                <>
                    <table className="readings">
                        <thead>
                            <tr>
                                <th>Test</th>
                                <th>Result</th>
                                <th>Limit</th>
                                <th>Verdict</th>
                            </tr>
                        </thead>
                        <tbody>
                            {report.safety.map((row) => (
                                <tr key={row.test}>
                                    <td>{row.test}</td>
                                    <td className="figure">{row.value}</td>
                                    <td className="figure quiet">{row.limit}</td>
                                    <td className={row.passed ? '' : 'refusal'}>
                                        {row.stale ? 'before the last repair' : row.passed ? 'passed' : 'FAILED'}
                                    </td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                    <p className="quiet">
                        {report.safety[0]?.source}, class {report.safety[0]?.class}.
                    </p>
                </>
            )}
        </>
    );
}

export function ReportPage() {
    const { job = '' } = useParams();
    const query = useQuery(reportQuery(job));
    const report = query.data;
    if (report === undefined) {
        return <PageWaits error={query.error}>Putting the report together…</PageWaits>;
    }
    const at = `/api/v1/jobs/${job}`;
    return (
        <main className="page report">
            <div className="page-head">
                <div>
                    {report.workshop.has_mark && <img className="mark" src="/api/v1/workshop/mark" alt="" />}
                    <p className="quiet">
                        {report.workshop.name}
                        {report.workshop.address !== '' && `, ${report.workshop.address.replace(/\s*\n\s*/g, ', ')}`}
                    </p>
                    <h1>Repair report {report.job.number}</h1>
                    <p className="lede">
                        {report.job.unit}, {report.job.owner}
                        {report.origin != null && `; ${report.origin.sentence}`}
                    </p>
                </div>
                <div className="actions">
                    <Link to={`/jobs/${job}`}>Back to the bench</Link>
                    <Link to={`/jobs/${job}/tags`}>Tags</Link>
                    <a href={`${at}/report.json`} download>
                        JSON
                    </a>
                    <a href={`${at}/report.csv`} download>
                        CSV
                    </a>
                    <a href={`${at}/archive.zip`} download>
                        Whole job
                    </a>
                    <Button type="primary" href={`${at}/report.pdf`} target="_blank">
                        PDF
                    </Button>
                </div>
            </div>
            {report.open.length > 0 && report.condemned === null && (
                <p className="caution">Still to do: {report.open.join('; ')}.</p>
            )}
            <ForTheOwner report={report} />
            <h2 className="record-head">Record, for whoever has to check</h2>
            <dl>
                <dt>Supply</dt>
                <dd>
                    {report.supply}, meant for {report.job.mains}
                </dd>
                <dt>Owner's words</dt>
                <dd>{report.job.complaint === '' ? 'none written down' : report.job.complaint}</dd>
                <dt>Technician</dt>
                <dd>{report.job.technician}</dd>
                <dt>Instruments</dt>
                <dd>
                    {report.instruments.length === 0
                        ? 'none recorded: readings were typed'
                        : report.instruments.join('; ')}
                </dd>
            </dl>
            <h2>As found</h2>
            {[...report.symptoms, ...report.findings].length > 0 && (
                <p>{[...report.symptoms, ...report.findings].join('; ')}.</p>
            )}
            <Readings readings={report.asFound} empty="Nothing was measured before the repair." />
            {report.tried.length > 0 && (
                <>
                    <h2>Tested and tried</h2>
                    <ul>
                        {report.tried.map((line, k) => (
                            <li key={`${k} ${line}`}>{line}</li>
                        ))}
                    </ul>
                </>
            )}
            <h2>Cause</h2>
            {report.cause === null ? (
                <p className="quiet">Not named yet.</p>
            ) : (
                <p>
                    <b>
                        {report.cause.part}: {report.cause.fault}.
                    </b>{' '}
                    {report.cause.text} {report.cause.chain.join('; ')}
                </p>
            )}
            {report.origins.length > 0 && (
                <ul>
                    {report.origins.map((origin) => (
                        <li key={origin}>{origin}</li>
                    ))}
                </ul>
            )}
            <h2>Work done</h2>
            {report.work.length === 0 ? (
                <p className="quiet">Nothing was replaced.</p>
            ) : (
                report.work.map((work) => (
                    <p key={work.at + work.part}>
                        <b>{work.part}.</b> Out: {work.out}. In: {work.in}.
                    </p>
                ))
            )}
            {report.changes.length > 0 && (
                <>
                    <h2>Temporary changes</h2>
                    <ul>
                        {report.changes.map((line) => (
                            <li key={line}>{line}</li>
                        ))}
                    </ul>
                </>
            )}
            <h2>As left</h2>
            <Readings readings={report.asLeft} empty="Nothing was measured after the repair." />
            <Proof report={report} job={job} />
            {report.notes.length > 0 && (
                <>
                    <h2>Notes</h2>
                    {report.notes.map((note) => (
                        <p key={note}>{note}</p>
                    ))}
                </>
            )}
            <details>
                <summary>Who did what, and when</summary>
                <ol className="chronicle">
                    {report.chronicle.map((row, k) => (
                        <li key={`${k} ${row.at}`}>
                            <span className="mono-figures">
                                {new Date(row.at).toLocaleString('en-GB', { dateStyle: 'short', timeStyle: 'short' })}
                            </span>{' '}
                            {row.by}: {row.struck ? <s>{row.line}</s> : row.line}
                        </li>
                    ))}
                </ol>
            </details>
            <p className="quiet">
                Safety tests before use, and who may carry them out, are for local codes and licensed practice to
                decide.
            </p>
        </main>
    );
}
