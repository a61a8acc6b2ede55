import { useQueryClient } from '@tanstack/react-query';
import { Button, Form, Input } from 'antd';
import { useState } from 'react';
import { answer, api, Refused } from '../api/client';
import { sessionQuery } from '../api/queries';

const demo = document.getElementById('app')?.dataset.demo === 'yes';

export function SignIn() {
    const queries = useQueryClient();
    const [refusal, setRefusal] = useState<string>();
    const [busy, setBusy] = useState(false);

    const signIn = async (values: { email: string; password: string }) => {
        setBusy(true);
        setRefusal(undefined);
        try {
            await fetch('/sanctum/csrf-cookie');
            queries.setQueryData(sessionQuery.queryKey, await answer(api.POST('/session', { body: values })));
        } catch (error) {
            setRefusal(error instanceof Refused ? error.message : 'Sign-in failed. Try again.');
        }
        setBusy(false);
    };

    return (
        <main className="sign-in">
            <div className="sign-in-mark" aria-hidden="true"><i className="solid" /><i className="block" /><i className="dashed" /><i className="hollow" /></div>
            <div className="sign-in-body">
                <h1>Oculant</h1>
                <p className="lede">See how far the energy gets, and why it stops.</p>
                <Form layout="vertical" requiredMark={false} onFinish={(values) => void signIn(values)}>
                    <Form.Item label="Address" name="email" rules={[{ required: true, message: 'Type the address of your account.' }]}>
                        <Input autoFocus autoComplete="username" inputMode="email" />
                    </Form.Item>
                    <Form.Item label="Password" name="password" rules={[{ required: true, message: 'Type your password.' }]}>
                        <Input.Password autoComplete="current-password" />
                    </Form.Item>
                    {refusal !== undefined && <p role="alert" className="refusal">{refusal}</p>}
                    <Button type="primary" htmlType="submit" loading={busy} block>Sign in</Button>
                </Form>
                {demo && (
                    <p className="hint">
                        Demo workshop: <b>tarik@tollhouse.example</b> (technician), ines@… (lead), wilma@… (apprentice); password <b>harbour-light</b>.
                    </p>
                )}
                <p className="hint">Mains can kill. Local codes and licensed practice decide who may open and power equipment.</p>
            </div>
        </main>
    );
}
