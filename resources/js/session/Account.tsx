import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { answer, api } from '../api/client';
import { pinsQuery, sessionQuery, signInsQuery, tokensQuery } from '../api/queries';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { forgetAll } from './forgetAll';

const Codes = later(() => import('./Codes').then((module) => module.Codes));

const day = (at: string | null | undefined) =>
    at == null ? 'never' : new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** Every other session ends with it; this one goes on. */
function NewPassword() {
    const [current, setCurrent] = useState('');
    const [password, setPassword] = useState('');
    const change = useMutation({
        mutationFn: () => answer(api.PUT('/session/password', { body: { current, password } })),
        onSuccess: () => {
            setCurrent('');
            setPassword('');
        },
    });
    return (
        <form
            className="new-password"
            onSubmit={(event) => {
                event.preventDefault();
                change.mutate();
            }}
        >
            <h3>Password</h3>
            <Input.Password
                aria-label="Present password"
                placeholder="the present one"
                autoComplete="current-password"
                value={current}
                onChange={(event) => setCurrent(event.target.value)}
            />
            <Input.Password
                aria-label="New password"
                placeholder="a new one, ten characters or more"
                autoComplete="new-password"
                value={password}
                onChange={(event) => setPassword(event.target.value)}
            />
            <Button htmlType="submit" loading={change.isPending} disabled={current === '' || password === ''}>
                Change it
            </Button>
            {change.isSuccess && <p role="status">Changed. Every other session and all tokens of the account ended.</p>}
            {change.error !== null && (
                <p role="alert" className="refusal">
                    {change.error.message}
                </p>
            )}
        </form>
    );
}

/** For a quick change of person at a bench that several use. */
function BenchPin({ mine }: { mine: boolean }) {
    const queries = useQueryClient();
    const [current, setCurrent] = useState('');
    const [pin, setPin] = useState('');
    const again = () => queries.invalidateQueries({ queryKey: pinsQuery.queryKey });
    const set = useMutation({
        mutationFn: () => answer(api.PUT('/session/pin', { body: { current, pin } })),
        onSuccess: () => {
            setCurrent('');
            setPin('');
            return again();
        },
    });
    const off = useMutation({ mutationFn: () => answer(api.DELETE('/session/pin')), onSuccess: again });
    const error = set.error ?? off.error;
    return (
        <form
            className="new-password"
            onSubmit={(event) => {
                event.preventDefault();
                set.mutate();
            }}
        >
            <h3>PIN at this bench</h3>
            <Input.Password
                aria-label="Password for the PIN"
                placeholder="your password"
                autoComplete="current-password"
                value={current}
                onChange={(event) => setCurrent(event.target.value)}
            />
            <Input.Password
                aria-label="New PIN"
                placeholder="four to eight digits"
                inputMode="numeric"
                autoComplete="off"
                value={pin}
                onChange={(event) => setPin(event.target.value)}
            />
            <Button htmlType="submit" loading={set.isPending} disabled={current === '' || pin === ''}>
                {mine ? 'Set another' : 'Set it'}
            </Button>
            {mine && (
                <Button onClick={() => off.mutate()} loading={off.isPending}>
                    Take it off
                </Button>
            )}
            <p className="hint">
                In this browser alone, for a week: sign out, and whoever is next presses a name. Accounts and the
                workshop still ask for the password.
            </p>
            {error !== null && (
                <p role="alert" className="refusal">
                    {error.message}
                </p>
            )}
        </form>
    );
}

/** Whose account this is, which scripts have tokens of it, and the way out of everywhere. */
export function Account({ onClose }: { onClose: () => void }) {
    const queries = useQueryClient();
    const session = useQuery(sessionQuery).data;
    const tokens = useQuery(tokensQuery);
    const revoke = useMutation({
        mutationFn: (token: number) => answer(api.DELETE('/tokens/{token}', { params: { path: { token } } })),
        onSuccess: () => queries.invalidateQueries({ queryKey: tokensQuery.queryKey }),
    });
    const places = useQuery(signInsQuery);
    const pins = useQuery(pinsQuery);
    const end = useMutation({
        mutationFn: (name: string) => answer(api.DELETE('/session/all/{name}', { params: { path: { name } } })),
        onSettled: () => queries.invalidateQueries({ queryKey: signInsQuery.queryKey }),
    });
    const everywhere = useMutation({
        mutationFn: () => answer(api.DELETE('/session/everywhere')),
        onSuccess: forgetAll,
    });
    return (
        <Modal open title={session?.name} onCancel={onClose} footer={<Button onClick={onClose}>Back</Button>}>
            <p>
                {session?.email}, {session?.role} at {session?.workshop}
            </p>
            <NewPassword />
            {session !== undefined && (
                <Piece name="one-time codes">
                    <Codes user={session} />
                </Piece>
            )}
            <BenchPin mine={pins.data?.some((one) => one.name === session?.name) === true} />
            <h3>Signed in</h3>
            <ul className="tokens" aria-label="Signed in">
                {places.data?.map((one) => (
                    <li key={one.name}>
                        <span>
                            <b>{one.here ? 'here' : one.address}</b>, since {day(one.began_at)}, seen last{' '}
                            {day(one.seen_at)} <small>{one.browser}</small>
                        </span>
                        {!one.here && (
                            <Button size="small" onClick={() => end.mutate(one.name)}>
                                End it
                            </Button>
                        )}
                    </li>
                ))}
            </ul>
            <h3>Tokens for scripts</h3>
            {tokens.data?.length === 0 && (
                <p className="hint">
                    None. A script gets one by <code>POST /api/v1/tokens</code>, for as much as it needs and for as
                    long.
                </p>
            )}
            <ul className="tokens">
                {tokens.data?.map((token) => (
                    <li key={token.id}>
                        <span>
                            <b>{token.name}</b> may {token.abilities.join(', ')}, until {day(token.expires_at)}; used
                            last: {day(token.last_used_at)}
                        </span>
                        <Button size="small" onClick={() => revoke.mutate(token.id)}>
                            Revoke
                        </Button>
                    </li>
                ))}
            </ul>
            <p>
                <Button danger loading={everywhere.isPending} onClick={() => everywhere.mutate()}>
                    Sign out everywhere
                </Button>{' '}
                <span className="hint">Ends every session of this account, here too, and revokes its tokens.</span>
            </p>
            {(everywhere.error ?? end.error ?? revoke.error ?? tokens.error) !== null && (
                <p role="alert" className="refusal">
                    {(everywhere.error ?? end.error ?? revoke.error ?? tokens.error)?.message}
                </p>
            )}
        </Modal>
    );
}
