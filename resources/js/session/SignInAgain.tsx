import { Button, Form, Input, Modal } from 'antd';
import { queries } from '../api/queries';
import { CodeField } from './CodeField';
import { useSignIn } from './useSignIn';

/** Over the page, which stays as it is: the session is over, and what was typed waits. */
export function SignInAgain({ name, email }: { name: string; email: string }) {
    const { signIn, refusal, busy, asksCode } = useSignIn(
        () => void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'session' }),
    );
    return (
        <Modal
            open
            closable={false}
            footer={null}
            keyboard={false}
            mask={{ closable: false }}
            title="Sign in again to go on"
        >
            <p>
                The session is over. The page stays as it is, and everything typed waits: what {name} typed goes to the
                logs once {name} is signed in again.
            </p>
            <Form
                layout="vertical"
                requiredMark={false}
                initialValues={{ email }}
                onFinish={(values: { email: string; password: string; code?: string }) => void signIn(values)}
            >
                <Form.Item
                    label="Address"
                    name="email"
                    rules={[{ required: true, message: 'Type the address of your account.' }]}
                >
                    <Input autoComplete="username" inputMode="email" />
                </Form.Item>
                <Form.Item
                    label="Password"
                    name="password"
                    rules={[{ required: true, message: 'Type your password.' }]}
                >
                    <Input.Password autoFocus autoComplete="current-password" />
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
        </Modal>
    );
}
