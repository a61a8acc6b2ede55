import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Popconfirm } from 'antd';
import { useState } from 'react';
import { answer, api } from '../api/client';
import { differencesQuery, historyQuery, versionsQuery } from '../api/queries';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';

function Differences({
    supply,
    against,
    title,
}: {
    supply: string;
    against: { version?: string; other?: string };
    title: string;
}) {
    const rows = useQuery(differencesQuery(supply, against));
    if (rows.data === undefined) {
        return <p>{rows.error?.message ?? 'Comparing…'}</p>;
    }
    return (
        <>
            <h2>{title}</h2>
            {rows.data.length === 0 ? (
                <p>They say the same.</p>
            ) : (
                <table className="differences">
                    <thead>
                        <tr>
                            <th>Where</th>
                            <th>Field</th>
                            <th>There</th>
                            <th>Here</th>
                        </tr>
                    </thead>
                    <tbody>
                        {rows.data.map((row) => (
                            <tr key={`${row.section} ${row.name} ${row.field}`}>
                                <th>
                                    {row.section} {row.name}
                                </th>
                                <td>{row.field}</td>
                                <td>{row.before}</td>
                                <td>{row.after}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
        </>
    );
}

/** What this workshop has found on the board before; it moves suspicion, and can be started anew. */
function FoundBefore({ supply }: { supply: string }) {
    const queries = useQueryClient();
    const rows = useQuery(historyQuery(supply));
    const [refusal, setRefusal] = useState<string>();
    const forget = () =>
        answer(api.DELETE('/supplies/{supply}/history', { params: { path: { supply } } }))
            .then(() => queries.invalidateQueries({ queryKey: ['supplies', supply, 'history'] }))
            .catch((error: Error) => setRefusal(error.message));
    return (
        <section aria-label="Found on this board before">
            <h2>Found on this board before</h2>
            {(rows.data ?? []).length === 0 ? (
                <EmptyNote page="numbers">
                    Nothing yet. The named causes of closed jobs count here and move suspicion at the next one.
                </EmptyNote>
            ) : (
                <>
                    <table className="differences">
                        <tbody>
                            {(rows.data ?? []).map((row) => (
                                <tr key={row.title}>
                                    <th>{row.title}</th>
                                    <td>{row.times > 0 && `${row.times} × here`}</td>
                                    <td>{row.elsewhere > 0 && `${row.elsewhere} × elsewhere`}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                    <Popconfirm title="Count anew from today?" okText="Count anew" cancelText="Back" onConfirm={forget}>
                        <button type="button" className="plain">
                            Count anew
                        </button>
                    </Popconfirm>
                </>
            )}
            {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
        </section>
    );
}

export function VersionsView({ supply }: { supply: string }) {
    const versions = useQuery(versionsQuery(supply));
    const [chosen, setChosen] = useState<{ against: { version?: string; other?: string }; title: string }>();
    if (versions.data === undefined) {
        return <p>{versions.error?.message ?? 'Looking them up…'}</p>;
    }
    return (
        <section className="versions" aria-label="Versions">
            <div>
                <h2>Versions of this description</h2>
                <p className="hint">Jobs keep the version they were booked in with.</p>
                <ul className="jobs">
                    {versions.data.versions.map((version) => (
                        <li key={version.id}>
                            <button
                                type="button"
                                className="job"
                                onClick={() =>
                                    setChosen({
                                        against: { version: String(version.number) },
                                        title: `Since version ${version.number}`,
                                    })
                                }
                            >
                                <b>{version.number}</b>
                                <span>{version.at == null ? '' : new Date(version.at).toLocaleString()}</span>
                                <span>{version.by ?? ''}</span>
                                <span>
                                    {version.changes == null
                                        ? 'first'
                                        : `${version.changes} ${version.changes === 1 ? 'change' : 'changes'}`}
                                </span>
                            </button>
                        </li>
                    ))}
                </ul>
                <h2>Other revisions of the design</h2>
                {versions.data.family.length === 0 ? (
                    <EmptyNote>None yet. Duplicate it to describe a revision that differs in some parts.</EmptyNote>
                ) : (
                    <ul className="jobs">
                        {versions.data.family.map((other) => (
                            <li key={other.id}>
                                <button
                                    type="button"
                                    className="job"
                                    onClick={() =>
                                        setChosen({
                                            against: { other: other.id },
                                            title: `Beside revision ${other.revision}`,
                                        })
                                    }
                                >
                                    <b>{other.revision}</b>
                                    <span>{other.title}</span>
                                </button>
                            </li>
                        ))}
                    </ul>
                )}
                <FoundBefore supply={supply} />
            </div>
            <div>
                {chosen !== undefined && <Differences supply={supply} against={chosen.against} title={chosen.title} />}
            </div>
        </section>
    );
}
