import { Button, Form, Input, Modal, Select } from 'antd';
import { useState } from 'react';
import type { Bench, Words } from '../api/client';

/** Ideas for what no reading settles; a line is opened, tested, and ruled out or not. */
export function Notebook({
    bench,
    words,
    onRecord,
    onClose,
}: {
    bench: Bench;
    words: Words | undefined;
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
    onClose: () => void;
}) {
    const [open, setOpen] = useState<string>();
    const [form] = Form.useForm<Record<string, string>>();
    const line = bench.ideas.find((idea) => idea.id === open);
    const choose = (id: string | undefined) => {
        setOpen(id);
        const chosen = bench.ideas.find((idea) => idea.id === id);
        form.setFieldsValue({
            idea: chosen?.idea ?? '',
            test: chosen?.test ?? '',
            outcome: chosen?.outcome ?? '',
            verdict: chosen?.verdict ?? 'open',
        });
    };
    const save = (values: Record<string, string>) => {
        onRecord('idea', { ...values, of: open }, true);
        choose(undefined);
    };
    return (
        <Modal
            open
            width={640}
            title="Notebook"
            onCancel={onClose}
            focusTriggerAfterClose={false}
            footer={[
                <Button key="back" onClick={onClose}>
                    Back
                </Button>,
                <Button key="save" type="primary" onClick={() => form.submit()}>
                    {line === undefined ? 'Add' : 'Bring up to date'}
                </Button>,
            ]}
        >
            <ul className="ideas" aria-label="Ideas">
                {bench.ideas.map((idea) => (
                    <li key={idea.id} className={`idea-${idea.verdict}`}>
                        <button
                            type="button"
                            aria-pressed={open === idea.id}
                            onClick={() => choose(open === idea.id ? undefined : idea.id)}
                        >
                            <b>{idea.idea}</b>
                            <span>{words?.ideas.find((word) => word.value === idea.verdict)?.label}</span>
                            <small>{[idea.test, idea.outcome].filter((text) => text !== '').join(' → ')}</small>
                        </button>
                    </li>
                ))}
            </ul>
            <Form
                form={form}
                layout="vertical"
                requiredMark={false}
                initialValues={{ verdict: 'open' }}
                onFinish={save}
            >
                <Form.Item name="idea" label="Idea" rules={[{ required: true, message: 'Write the idea.' }]}>
                    <Input autoFocus placeholder="the jitter comes in with the serial cable" />
                </Form.Item>
                <Form.Item name="test" label="How to test it">
                    <Input placeholder="run it from a battery next to the plotter" />
                </Form.Item>
                <Form.Item name="outcome" label="What came of it">
                    <Input />
                </Form.Item>
                <Form.Item name="verdict" label="So it is">
                    <Select options={words?.ideas ?? []} />
                </Form.Item>
                <button type="submit" hidden aria-hidden="true" tabIndex={-1} />
            </Form>
        </Modal>
    );
}
