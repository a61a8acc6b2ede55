import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, Input, Popconfirm, Select, Switch } from 'antd';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { answer, api, type Shares } from '../api/client';
import { sharesQuery, suppliesQuery, versionsQuery } from '../api/queries';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';

const when = (at: string) =>
    new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

const offer = (name: string, content: unknown) => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([JSON.stringify(content, null, 4)], { type: 'application/json' }));
    link.download = name;
    link.click();
    URL.revokeObjectURL(link.href);
};

/** Which board goes out, which of its revisions, and whether what failed on it goes with it. */
function Give({ shares, act }: { shares: Shares; act: (what: () => Promise<unknown>) => void }) {
    const supplies = useQuery(suppliesQuery());
    const [board, setBoard] = useState<string>();
    const versions = useQuery({ ...versionsQuery(board ?? ''), enabled: board !== undefined });
    const known = (supplies.data ?? []).filter((one) => one.parent_id === null);
    const mine = supplies.data?.find((one) => one.id === board);
    const revisions = [
        ...(mine === undefined ? [] : [{ value: mine.id, label: `revision ${mine.revision}` }]),
        ...(versions.data?.family ?? []).map((one) => ({ value: one.id, label: `revision ${one.revision}` })),
    ];
    const [chosen, setChosen] = useState<string[]>([]);
    const [failures, setFailures] = useState(true);
    const path = { params: { path: { supply: board ?? '' } }, body: { revisions: chosen, failures } };
    return (
        <section aria-label="Give a board">
            <h2>Give a board</h2>
            <Select
                showSearch
                aria-label="Board"
                placeholder="a board of your library"
                className="wide-select"
                value={board}
                options={known.map((one) => ({ value: one.id, label: one.title }))}
                optionFilterProp="label"
                onChange={(id: string) => {
                    const before = shares.published.find((one) => one.supply === id);
                    setBoard(id);
                    setChosen(before?.revisions ?? [id]);
                    setFailures(before?.failures ?? true);
                }}
            />
            {board !== undefined && (
                <>
                    <Checkbox.Group options={revisions} value={chosen} onChange={setChosen} />
                    <p>
                        <Checkbox checked={failures} onChange={(event) => setFailures(event.target.checked)}>
                            and what failed on it how often
                        </Checkbox>
                    </p>
                    <p className="hint">
                        Nothing of owners, jobs or dates goes with it, only the description and counts. Look at the file
                        before you publish it: notes in a description go as they are.
                    </p>
                    <p className="actions">
                        <Button
                            onClick={() =>
                                act(async () =>
                                    offer('board.json', await answer(api.POST('/supplies/{supply}/share/draft', path))),
                                )
                            }
                        >
                            The file
                        </Button>
                        <Button
                            type="primary"
                            disabled={chosen.length === 0}
                            onClick={() => act(() => answer(api.PUT('/supplies/{supply}/share', path)))}
                        >
                            Publish
                        </Button>
                    </p>
                </>
            )}
            {shares.published.length > 0 && (
                <>
                    <p>
                        Others read it at <code className="address">{shares.address}</code>
                    </p>
                    <ul className="shared" aria-label="Published">
                        {shares.published.map((one) => (
                            <li key={one.supply}>
                                <span>
                                    <b>{one.title}</b>
                                    <small>
                                        {one.revisions.length === 1
                                            ? '1 revision'
                                            : `${one.revisions.length} revisions`}
                                        {one.failures ? ', with what failed' : ''}
                                        {one.at === null ? '' : `, ${when(one.at)}`}
                                    </small>
                                </span>
                                <Button
                                    size="small"
                                    onClick={() =>
                                        act(() =>
                                            answer(
                                                api.DELETE('/supplies/{supply}/share', {
                                                    params: { path: { supply: one.supply } },
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
                </>
            )}
        </section>
    );
}

/** What others gave, who says so, and whether it counts. */
function Taken({ shares, act }: { shares: Shares; act: (what: () => Promise<unknown>) => void }) {
    const file = useRef<HTMLInputElement>(null);
    const [address, setAddress] = useState('');
    const of = (key: number) => shares.taken.filter((one) => one.key === key);
    return (
        <section aria-label="Taken in">
            <h2>Taken in</h2>
            <p>
                <label htmlFor="shared-file">The file of a board </label>
                <input
                    ref={file}
                    id="shared-file"
                    type="file"
                    accept="application/json,.json"
                    className="file-field"
                    onChange={(event) => {
                        const given = event.target.files?.[0];
                        if (given !== undefined) {
                            const form = new FormData();
                            form.append('file', given);
                            act(() =>
                                answer(api.POST('/shares', { body: form as never, bodySerializer: (body) => body })),
                            );
                            event.target.value = '';
                        }
                    }}
                />
            </p>
            {shares.may_read.length > 0 && (
                <form
                    className="invite"
                    onSubmit={(event) => {
                        event.preventDefault();
                        act(() => answer(api.POST('/shares/sources', { body: { address } })));
                    }}
                >
                    <Input
                        aria-label="Address that others publish at"
                        placeholder={`${shares.may_read[0] ?? ''}…/index.json`}
                        value={address}
                        onChange={(event) => setAddress(event.target.value)}
                    />
                    <Button htmlType="submit">Read it every night</Button>
                </form>
            )}
            {shares.sources.length > 0 && (
                <ul className="shared" aria-label="Addresses that are read">
                    {shares.sources.map((source) => (
                        <li key={source.id}>
                            <span>
                                <code className="address">{source.address}</code>
                                <small>{source.said ?? 'waits to be read'}</small>
                            </span>
                            <Button
                                size="small"
                                onClick={() =>
                                    act(() =>
                                        answer(
                                            api.DELETE('/shares/sources/{source}', {
                                                params: { path: { source: source.id } },
                                            }),
                                        ),
                                    )
                                }
                            >
                                No more
                            </Button>
                        </li>
                    ))}
                </ul>
            )}
            {shares.keys.length === 0 && (
                <EmptyNote>
                    Nothing yet. A board that another workshop published comes in as a file; its description goes into
                    the library.
                </EmptyNote>
            )}
            {shares.keys.map((key) => (
                <section key={key.id} className="giver" aria-label={`From ${key.name}`}>
                    <p>
                        <b>{key.name}</b> signs with the key <code>{key.fingerprint}</code>
                    </p>
                    <p>
                        <Switch
                            aria-label={`What ${key.name} found counts here`}
                            checked={key.accepted}
                            onChange={(accepted) =>
                                act(() =>
                                    answer(
                                        api.PUT('/shares/keys/{key}', {
                                            params: { path: { key: key.id } },
                                            body: { accepted },
                                        }),
                                    ),
                                )
                            }
                        />{' '}
                        {key.accepted
                            ? 'What they found counts here, a quarter of what you found yourselves.'
                            : 'What they found does not count: ask them for their fingerprint first, by telephone.'}
                    </p>
                    <ul className="shared" aria-label={`Boards of ${key.name}`}>
                        {of(key.id).map((one) => (
                            <li key={one.id}>
                                <span>
                                    <Link to={`/library/${one.supply}`}>{one.title}</Link>
                                    <small>
                                        {one.repairs === 0
                                            ? 'description only'
                                            : `${one.repairs} ${one.repairs === 1 ? 'repair' : 'repairs'}`}
                                        , signed {when(one.signed_at)}
                                        {one.held > 0 &&
                                            `; ${one.held === 1 ? 'a revision was' : `${one.held} revisions were`} ` +
                                                'changed here and did not follow'}
                                    </small>
                                </span>
                                <Popconfirm
                                    title="Their counts go; the description stays in your library."
                                    okText="Forget them"
                                    cancelText="Back"
                                    onConfirm={() =>
                                        act(() =>
                                            answer(
                                                api.DELETE('/shares/{board}', {
                                                    params: { path: { board: one.id } },
                                                }),
                                            ),
                                        )
                                    }
                                >
                                    <Button size="small">Forget</Button>
                                </Popconfirm>
                            </li>
                        ))}
                    </ul>
                </section>
            ))}
        </section>
    );
}

/** Boards between workshops: given as signed files, taken in with who says so. */
export function SharedPage() {
    const queries = useQueryClient();
    const known = useQuery(sharesQuery);
    const act = useMutation({
        mutationFn: (what: () => Promise<unknown>) => what(),
        onSuccess: () => {
            void queries.invalidateQueries({ queryKey: sharesQuery.queryKey });
            void queries.invalidateQueries({ queryKey: ['supplies'] });
        },
    });
    const shares = known.data;
    return (
        <main className="page">
            <h1>Shared boards</h1>
            <p className="lede">
                What you know of a board can spare somebody else an afternoon. Boards go from workshop to workshop as
                signed files: by hand, in a folder, or from an address.
            </p>
            {shares === undefined ? (
                <p role={known.error === null ? 'status' : 'alert'}>{known.error?.message ?? 'Looking them up…'}</p>
            ) : (
                <>
                    {act.error !== null && <RefusalNote>{act.error.message}</RefusalNote>}
                    <p>
                        Your own key has the fingerprint <code>{shares.fingerprint}</code>: read it out to whoever asks.
                    </p>
                    <div className="trace-columns">
                        <Give shares={shares} act={act.mutate} />
                        <Taken shares={shares} act={act.mutate} />
                    </div>
                </>
            )}
        </main>
    );
}
