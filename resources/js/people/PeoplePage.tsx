import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input, Modal, Select } from 'antd';
import { toString as qr } from 'qrcode';
import { useEffect, useState } from 'react';
import { answer, api, type NewLink, type People } from '../api/client';
import { peopleQuery } from '../api/queries';
import { RefusalNote } from '../help/RefusalNote';
import { PageWaits } from '../shell/PageWaits';

const when = (at: string) =>
    new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

const forWhat = (purpose: string, role: string | null) =>
    purpose === 'reset' ? 'for a new password' : `to join as ${role ?? ''}`;

/** A link, shown this once: to be copied, or taken by the camera of whoever it is for. */
function LinkSheet({ link, onClose }: { link: NewLink; onClose: () => void }) {
    const [picture, setPicture] = useState('');
    const [copied, setCopied] = useState(false);
    const address = `${window.location.origin}${link.path}`;
    useEffect(() => {
        void qr(address, { type: 'svg', margin: 2 }).then(setPicture);
    }, [address]);
    return (
        <Modal
            open
            title={`For ${link.name}`}
            onCancel={onClose}
            footer={
                <Button type="primary" onClick={onClose}>
                    Done
                </Button>
            }
        >
            <p>Good once, until {when(link.expires_at)}. It is not shown again: give it to nobody else.</p>
            <img
                className="qr"
                alt="The link as a QR code"
                src={`data:image/svg+xml;utf8,${encodeURIComponent(picture)}`}
            />
            <p>
                <Input readOnly aria-label="The link" value={address} onFocus={(event) => event.target.select()} />
            </p>
            <Button onClick={() => void navigator.clipboard?.writeText(address).then(() => setCopied(true))}>
                {copied ? 'Copied' : 'Copy'}
            </Button>
        </Modal>
    );
}

function Rights({ people }: { people: People }) {
    return (
        <table className="differences">
            <thead>
                <tr>
                    <th>May</th>
                    {people.roles.map((role) => (
                        <th key={role.name}>{role.name}</th>
                    ))}
                </tr>
            </thead>
            <tbody>
                {people.rights.map((right) => (
                    <tr key={right.name}>
                        <th>{right.means}</th>
                        {people.roles.map((role) => (
                            <td key={role.name}>{role.may.includes(right.name) ? 'yes' : '–'}</td>
                        ))}
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

/** Who works here: invited by a link, given a role, shut out when they leave. */
export function PeoplePage() {
    const queries = useQueryClient();
    const known = useQuery(peopleQuery);
    const [name, setName] = useState('');
    const [role, setRole] = useState('technician');
    const [link, setLink] = useState<NewLink>();
    // Not waited for: a button that still waits takes no press.
    const again = () => void queries.invalidateQueries({ queryKey: peopleQuery.queryKey });
    const act = useMutation({ mutationFn: (what: () => Promise<unknown>) => what(), onSuccess: again });
    const show = (what: () => Promise<NewLink>) => act.mutate(async () => setLink(await what()));
    const person = (id: number) => ({ params: { path: { person: id } } });
    const { data } = known;
    if (data === undefined) {
        return (
            <PageWaits title="People" error={known.error}>
                Looking up who works here…
            </PageWaits>
        );
    }
    const roles = data.roles.map((one) => ({ value: one.name, label: one.name }));
    return (
        <main className="page">
            <h1>People</h1>
            <p className="lede">
                Whoever is invited gets a link that is good once, and takes a password that nobody else knows. Whoever
                leaves is closed: the logs keep the name, the door is shut.
            </p>
            {act.error !== null && <RefusalNote>{act.error.message}</RefusalNote>}
            <ul className="people" aria-label="People">
                {data.people.map((one) => (
                    <li key={one.id} className={one.closed_at === null ? '' : 'closed'}>
                        <span>
                            <b>{one.name}</b> {one.is_you && '(you)'}
                            <small>{one.email}</small>
                        </span>
                        {one.closed_at === null ? (
                            <>
                                <Select
                                    aria-label={`Role of ${one.name}`}
                                    value={one.role}
                                    options={roles}
                                    onChange={(value) =>
                                        act.mutate(() =>
                                            answer(
                                                api.PUT('/people/{person}', {
                                                    ...person(one.id),
                                                    body: { role: value as 'lead' },
                                                }),
                                            ),
                                        )
                                    }
                                />
                                <Button
                                    onClick={() =>
                                        show(() => answer(api.POST('/people/{person}/reset', person(one.id))))
                                    }
                                >
                                    New password
                                </Button>
                                <Button
                                    danger
                                    onClick={() =>
                                        act.mutate(() => answer(api.POST('/people/{person}/close', person(one.id))))
                                    }
                                >
                                    Close
                                </Button>
                            </>
                        ) : (
                            <>
                                <span className="quiet">closed {when(one.closed_at)}</span>
                                <span />
                                <Button
                                    onClick={() =>
                                        act.mutate(() => answer(api.POST('/people/{person}/open', person(one.id))))
                                    }
                                >
                                    Open again
                                </Button>
                            </>
                        )}
                    </li>
                ))}
            </ul>
            <h2>Invite</h2>
            <form
                className="invite"
                onSubmit={(event) => {
                    event.preventDefault();
                    show(() => answer(api.POST('/people/invitations', { body: { name, role: role as 'lead' } })));
                    setName('');
                }}
            >
                <Input
                    aria-label="Who"
                    placeholder="name"
                    value={name}
                    onChange={(event) => setName(event.target.value)}
                />
                <Select aria-label="As" value={role} options={roles} onChange={setRole} />
                <Button type="primary" htmlType="submit">
                    Make a link
                </Button>
            </form>
            {data.links.length > 0 && (
                <ul className="people" aria-label="Links that are out">
                    {data.links.map((one) => (
                        <li key={one.id}>
                            <span>
                                {one.name} <small>{forWhat(one.purpose, one.role)}</small>
                            </span>
                            <span className="quiet">until {when(one.expires_at)}</span>
                            <span />
                            <Button
                                onClick={() =>
                                    act.mutate(() =>
                                        answer(
                                            api.DELETE('/people/invitations/{invitation}', {
                                                params: { path: { invitation: one.id } },
                                            }),
                                        ),
                                    )
                                }
                            >
                                Withdraw
                            </Button>
                        </li>
                    ))}
                </ul>
            )}
            <h2>What each may do</h2>
            <Rights people={data} />
            <h2>What was done to accounts</h2>
            <ul className="events" aria-label="What was done to accounts">
                {data.events.map((event, k) => (
                    <li key={k}>
                        <span className="figure">{when(event.at)}</span> {event.by ?? 'the server'} {event.what}
                        {event.about !== null && event.about !== event.by && !event.what.includes(event.about)
                            ? ` (${event.about})`
                            : ''}
                    </li>
                ))}
                {data.events.length === 0 && <li className="quiet">Nothing yet.</li>}
            </ul>
            {link !== undefined && <LinkSheet link={link} onClose={() => setLink(undefined)} />}
        </main>
    );
}
