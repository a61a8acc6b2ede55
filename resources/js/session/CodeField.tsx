import { Form, Input } from 'antd';

/** The six digits of an authenticator app, once the server has asked for them. */
export function CodeField() {
    return (
        <Form.Item label="Code" name="code" extra="the six digits that your authenticator app shows now">
            <Input autoFocus autoComplete="one-time-code" inputMode="numeric" maxLength={10} />
        </Form.Item>
    );
}
