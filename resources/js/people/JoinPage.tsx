import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input } from 'antd';
import { useState } from 'react';
import { useParams } from 'react-router';
import { answer, api, Refused, renewToken } from '../api/client';
import { invitationQuery } from '../api/queries';
import { forgetAll } from '../session/forgetAll';

type Given = { workshop?: string; name?: string; email?: string; password: string };

const headings: Record<string, string> = {
    setup: 'Begin a workshop',
    join: 'Join a workshop',
    reset: 'Set a new password',
};

/** Where a link leads: an account of one's own, with a password that nobody else knows. */
export function JoinPage() {
    const { word = '' } = useParams();
    const invitation = useQuery(invitationQuery(word));
    const [complaints, setComplaints] = useState<Record<string, string>>({});
    const [busy, setBusy] = useState(false);
    const field = (name: string) =>
        complaints[name] === undefined ? {} : { validateStatus: 'error' as const, help: complaints[name] };

    const take = async (given: Given) => {
        setBusy(true);
        setComplaints({});
        try {
            const { email } = await answer(
                api.POST('/invitations/{word}', { params: { path: { word } }, body: given }),
            );
            await renewToken();
            await answer(api.POST('/session', { body: { email, password: given.password } }));
            await forgetAll();
        } catch (error) {
            setComplaints(
                error instanceof Refused && Object.keys(error.errors).length > 0
                    ? Object.fromEntries(Object.entries(error.errors).map(([name, all]) => [name, all.join(' ')]))
                    : { link: error instanceof Error ? error.message : 'That did not arrive. Try again.' },
            );
            setBusy(false);
        }
    };

    const { data } = invitation;
    return (
        <main className="sign-in">
            <div className="sign-in-mark" aria-hidden="true">
                <i className="solid" />
                <i className="block" />
                <i className="dashed" />
                <i className="hollow" />
            </div>
            <div className="sign-in-body">
                <h1>{headings[data?.purpose ?? ''] ?? 'Oculant'}</h1>
                {data === undefined ? (
                    <p role={invitation.error === null ? 'status' : 'alert'} className="lede">
                        {invitation.error?.message ?? 'Looking at the link…'}
                    </p>
                ) : (
                    <Form<Given>
                        layout="vertical"
                        requiredMark={false}
                        initialValues={{ name: data.name }}
                        onFinish={(given) => void take(given)}
                    >
                        <p className="lede">
                            {data.purpose === 'setup' &&
                                'You become its lead: you invite the others, and choose its rules.'}
                            {data.purpose === 'join' && (
                                <>
                                    As {data.role} at <b>{data.workshop}</b>.
                                </>
                            )}
                            {data.purpose === 'reset' && (
                                <>
                                    For <b>{data.email}</b> at {data.workshop}. All sessions and tokens of the account
                                    end.
                                </>
                            )}
                        </p>
                        {data.purpose === 'setup' && (
                            <Form.Item label="Workshop" name="workshop" {...field('workshop')}>
                                <Input placeholder="as it stands on reports" />
                            </Form.Item>
                        )}
                        {data.purpose !== 'reset' && (
                            <>
                                <Form.Item label="Your name" name="name" {...field('name')}>
                                    <Input autoComplete="name" />
                                </Form.Item>
                                <Form.Item
                                    label="Address"
                                    name="email"
                                    extra="you sign in with it; nothing is sent to it"
                                    {...field('email')}
                                >
                                    <Input autoComplete="username" inputMode="email" />
                                </Form.Item>
                            </>
                        )}
                        <Form.Item
                            label="Password"
                            name="password"
                            extra="at least ten characters; a few words together are good"
                            {...field('password')}
                        >
                            <Input.Password autoComplete="new-password" />
                        </Form.Item>
                        {complaints.link !== undefined && (
                            <p role="alert" className="refusal">
                                {complaints.link}
                            </p>
                        )}
                        <Button type="primary" htmlType="submit" loading={busy} block>
                            {data.purpose === 'reset' ? 'Set it and sign in' : 'Make the account and sign in'}
                        </Button>
                    </Form>
                )}
            </div>
        </main>
    );
}
