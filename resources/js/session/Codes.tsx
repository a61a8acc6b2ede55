import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { toString as qr } from 'qrcode';
import { useState } from 'react';
import { answer, api, type User } from '../api/client';
import { sessionQuery } from '../api/queries';

/** A second factor: an app on the telephone beside the password. */
export function Codes({ user }: { user: User }) {
    const queries = useQueryClient();
    const [current, setCurrent] = useState('');
    const [code, setCode] = useState('');
    const [begun, setBegun] = useState<{ secret: string; picture: string }>();
    // Not waited for: a button that still waits takes no press.
    const again = () => void queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
    const act = useMutation({ mutationFn: (what: () => Promise<unknown>) => what(), onSuccess: again });
    const begin = async () => {
        const made = await answer(api.POST('/session/code', { body: { current } }));
        setBegun({ secret: made.secret, picture: await qr(made.uri, { type: 'svg', margin: 2 }) });
        setCurrent('');
    };
    const confirm = async () => {
        await answer(api.PUT('/session/code', { body: { code } }));
        setBegun(undefined);
        setCode('');
    };
    const end = async () => {
        await answer(api.DELETE('/session/code', { body: { current } }));
        setCurrent('');
    };
    return (
        <form
            className="new-password"
            onSubmit={(event) => {
                event.preventDefault();
                act.mutate(begun !== undefined ? confirm : user.codes ? end : begin);
            }}
        >
            <h3>One-time codes</h3>
            {begun === undefined ? (
                <>
                    <p className="hint">
                        {user.codes
                            ? 'On: signing in asks for a code of your authenticator app.'
                            : 'Off. With them on, signing in asks for a code of an authenticator app as well.'}
                    </p>
                    <Input.Password
                        aria-label="Password for the codes"
                        placeholder="your password"
                        autoComplete="current-password"
                        value={current}
                        onChange={(event) => setCurrent(event.target.value)}
                    />
                    <Button htmlType="submit" disabled={current === ''} loading={act.isPending}>
                        {user.codes ? 'Turn them off' : 'Set up an app'}
                    </Button>
                </>
            ) : (
                <>
                    <img
                        className="qr"
                        alt="For the authenticator app"
                        src={`data:image/svg+xml;utf8,${encodeURIComponent(begun.picture)}`}
                    />
                    <p>
                        Scan it, or type <code>{begun.secret}</code>. Then give the code that the app shows.
                    </p>
                    <Input
                        aria-label="Code of the app"
                        inputMode="numeric"
                        maxLength={10}
                        value={code}
                        onChange={(event) => setCode(event.target.value)}
                    />
                    <Button type="primary" htmlType="submit" disabled={code === ''} loading={act.isPending}>
                        Turn them on
                    </Button>
                </>
            )}
            {act.error !== null && (
                <p role="alert" className="refusal">
                    {act.error.message}
                </p>
            )}
        </form>
    );
}
