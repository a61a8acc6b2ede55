import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useDeferredValue, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { sessionQuery, suppliesQuery } from '../api/queries';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';

export function LibraryPage() {
    const [words, setWords] = useState('');
    const supplies = useQuery(suppliesQuery(useDeferredValue(words.trim())));
    const session = useQuery(sessionQuery);
    const navigate = useNavigate();
    const known = supplies.data ?? [];
    // Revisions stand below the design they descend from, if that is on the list too.
    const roots = known.filter((supply) => !known.some((other) => other.id === supply.parent_id));
    const ordered = roots.flatMap((root) => [root, ...known.filter((supply) => supply.parent_id === root.id)]);
    return (
        <main className="page">
            <div className="page-head">
                <div>
                    <h1>Library</h1>
                    <p className="lede">
                        Each supply is described once: its parts, where to touch it, how it is run. What a good unit
                        reads is computed from that.
                    </p>
                </div>
                {session.data?.can.edit_library === true && (
                    <div className="page-actions">
                        {session.data.can.manage_people && (
                            <Button onClick={() => void navigate('/library/shared')}>Shared boards</Button>
                        )}
                        <Button onClick={() => void navigate('/library/trace')}>Trace a board</Button>
                        <Button onClick={() => void navigate('/library/import')}>Import a file</Button>
                        <Button type="primary" onClick={() => void navigate('/library/new')}>
                            Describe a supply
                        </Button>
                    </div>
                )}
            </div>
            <Input.Search
                allowClear
                aria-label="Search the library"
                placeholder="title, type number, node, anything in a description"
                value={words}
                onChange={(event) => setWords(event.target.value)}
            />
            {supplies.isPending && <p>Opening the drawers…</p>}
            {supplies.error !== null && <RefusalNote>{supplies.error.message}</RefusalNote>}
            {supplies.data?.length === 0 && (
                <EmptyNote>
                    {words === ''
                        ? 'The library is empty. ' +
                          'Answer a few questions about a supply and you get a description to start from.'
                        : `Nothing in the library says "${words}".`}
                </EmptyNote>
            )}
            <ul className="jobs">
                {ordered.map((supply) => (
                    <li key={supply.id}>
                        <Link
                            to={`/library/${supply.id}`}
                            className={roots.includes(supply) ? 'job supply' : 'job supply descendant'}
                        >
                            <span className="unit">
                                <b>{supply.title}</b>
                                <small>
                                    revision {supply.revision}
                                    {supply.version !== null && supply.version > 1 ? `, version ${supply.version}` : ''}
                                </small>
                            </span>
                            <span>{supply.mains}</span>
                            <span>
                                {supply.parts} parts{supply.unknown > 0 ? `, ${supply.unknown} unknown` : ''}
                            </span>
                            <span>{supply.points} test points</span>
                        </Link>
                    </li>
                ))}
            </ul>
        </main>
    );
}
