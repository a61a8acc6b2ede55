import { Button, Form, Input, Radio, Switch } from 'antd';
import { useState } from 'react';
import { answer, api, Refused, type Problem } from '../api/client';

export type Description = Record<string, unknown>;

interface Answers {
    title: string;
    mains: string;
    frequency: string;
    rails: string;
    rectifier: string;
    secondary: string;
    regulated: string;
    reservoir: string;
    load: string;
    indicator: boolean;
}

/** A few questions about a linear supply; the answer is a complete description to look over. */
export function TemplateForm({ onMade }: { onMade: (description: Description) => void }) {
    const [problems, setProblems] = useState<Problem[]>([]);
    const [message, setMessage] = useState<string>();
    const [busy, setBusy] = useState(false);
    const [form] = Form.useForm<Answers>();
    const rails = Form.useWatch('rails', form);
    const complaint = (field: string) => {
        const problem = problems.find((p) => p.path === field);
        return problem === undefined ? {} : { validateStatus: 'error' as const, help: problem.message };
    };

    const make = async (answers: Answers) => {
        setBusy(true);
        setProblems([]);
        setMessage(undefined);
        try {
            onMade(await answer(api.POST('/supplies/template', { body: answers })));
        } catch (error) {
            if (error instanceof Refused) {
                setProblems(error.problems);
                setMessage(error.message);
            }
        }
        setBusy(false);
    };

    return (
        <Form form={form} layout="vertical" requiredMark={false} className="template" initialValues={{ mains: '230 V', frequency: '50 Hz', rails: 'single', rectifier: 'bridge', load: '0.5 A', indicator: true }} onFinish={(answers) => void make(answers)}>
            <Form.Item label="What is it" name="title" {...complaint('title')}><Input placeholder="deck winch control, 15 V" /></Form.Item>
            <div className="fields">
                <Form.Item label="Mains" name="mains" {...complaint('mains')}><Input /></Form.Item>
                <Form.Item label="Frequency" name="frequency" {...complaint('frequency')}><Input /></Form.Item>
                <Form.Item label="Secondary, at rated load" name="secondary" {...complaint('secondary')} extra={rails === 'dual' ? 'each half of the winding' : undefined}><Input placeholder="15 V" /></Form.Item>
                <Form.Item label="Load per rail" name="load" {...complaint('load')}><Input /></Form.Item>
                <Form.Item label="Regulated to" name="regulated" {...complaint('regulated')} extra="empty: unregulated"><Input placeholder="12 V" /></Form.Item>
                <Form.Item label="Reservoir" name="reservoir" {...complaint('reservoir')} extra="empty: computed"><Input placeholder="2200u" /></Form.Item>
            </div>
            <Form.Item label="Rails" name="rails"><Radio.Group optionType="button" options={[{ value: 'single', label: 'single' }, { value: 'dual', label: 'dual, plus and minus' }]} /></Form.Item>
            {rails !== 'dual' && (
                <Form.Item label="Rectifier" name="rectifier"><Radio.Group optionType="button" options={[{ value: 'bridge', label: 'bridge' }, { value: 'two_diode', label: 'two diodes, tapped winding' }, { value: 'half_wave', label: 'one diode' }]} /></Form.Item>
            )}
            <Form.Item label="Indicator lamp on each rail" name="indicator" valuePropName="checked"><Switch /></Form.Item>
            {message !== undefined && <p role="alert" className="refusal">{problems.length === 0 ? message : problems.map((p) => p.message).join(' ')}</p>}
            <Button type="primary" htmlType="submit" loading={busy}>Make the description</Button>
        </Form>
    );
}
