import { Button, Form, Input } from 'antd';
import { CodeField } from './CodeField';
import { PinDoor } from './PinDoor';
import { useSignIn } from './useSignIn';

const demo = document.getElementById('app')?.dataset.demo === 'yes';

export function SignIn() {
    const { signIn, refusal, busy, asksCode } = useSignIn();

    return (
        <main className="sign-in">
            <div className="sign-in-mark" aria-hidden="true">
                <i className="solid" />
                <i className="block" />
                <i className="dashed" />
                <i className="hollow" />
            </div>
            <div className="sign-in-body">
                <h1>Oculant</h1>
                <p className="lede">See how far the energy gets, and why it stops.</p>
                <PinDoor />
                <Form layout="vertical" requiredMark={false} onFinish={(values) => void signIn(values)}>
                    <Form.Item
                        label="Address"
                        name="email"
                        rules={[{ required: true, message: 'Type the address of your account.' }]}
                    >
                        <Input autoFocus autoComplete="username" inputMode="email" />
                    </Form.Item>
                    <Form.Item
                        label="Password"
                        name="password"
                        rules={[{ required: true, message: 'Type your password.' }]}
                    >
                        <Input.Password autoComplete="current-password" />
                    </Form.Item>
                    {asksCode && <CodeField />}
                    {refusal !== undefined && (
                        <p role="alert" className="refusal">
                            {refusal}
                        </p>
                    )}
                    <Button type="primary" htmlType="submit" loading={busy} block>
                        Sign in
                    </Button>
                </Form>
                {demo && (
                    <p className="hint">
                        Demo workshop: <b>tarik@tollhouse.example</b> (technician), ines@… (lead), wilma@… (apprentice);
                        password <b>harbour-light</b>.
                    </p>
                )}
                <p className="hint">
                    Mains can kill. Local codes and licensed practice decide who may open and power equipment.
                </p>
            </div>
        </main>
    );
}
