import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, Radio } from 'antd';
import { useState } from 'react';
import { answer, api, Refused, type Problem, type Template } from '../api/client';
import { templatesQuery } from '../api/queries';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { useSettled } from '../shell/useSettled';
import type { Description } from './description';
import { RefusalNote } from '../help/RefusalNote';

const CircuitSheet = later(() => import('../circuit/CircuitSheet').then((module) => module.CircuitSheet));

const plain = (word: string) => word.replaceAll('_', ' ');

/** A few questions about one family; the answer is a complete description to look over. */
function Questions({ template, onMade }: { template: Template; onMade: (description: Description) => void }) {
    const [problems, setProblems] = useState<Problem[]>([]);
    const [message, setMessage] = useState<string>();
    const [busy, setBusy] = useState(false);
    const complaint = (field: string) => {
        const problem = problems.find((p) => p.path === field);
        return problem === undefined ? {} : { validateStatus: 'error' as const, help: problem.message };
    };

    const make = async (answers: Record<string, string>) => {
        setBusy(true);
        setProblems([]);
        setMessage(undefined);
        try {
            onMade(await answer(api.POST('/supplies/template', { body: { family: template.name, answers } })));
        } catch (error) {
            if (error instanceof Refused) {
                setProblems(error.problems);
                setMessage(error.message);
            }
        }
        setBusy(false);
    };

    const [form] = Form.useForm<Record<string, string>>();
    const answers = useSettled(Form.useWatch([], form) as Record<string, string> | undefined);
    // What cannot be answered so far leaves the last picture.
    const picture = useQuery({
        queryKey: ['template', template.name, answers],
        queryFn: ({ signal }) =>
            answer(
                api.POST('/supplies/template', {
                    body: { family: template.name, answers: { ...answers, title: answers?.title || template.title } },
                    signal,
                }),
            ),
        enabled: answers !== undefined,
        retry: false,
        placeholderData: (before) => before,
    });

    const initial = Object.fromEntries(
        template.questions.map((q) => [q.name, q.default ?? q.options[0] ?? '']),
    ) as Record<string, string>;
    return (
        <Form
            form={form}
            layout="vertical"
            requiredMark={false}
            className="template"
            initialValues={initial}
            onFinish={(answers: Record<string, string>) => void make(answers)}
        >
            <p className="lede">{template.about}</p>
            <Form.Item label="What is it" name="title" {...complaint('title')}>
                <Input placeholder="deck winch control, 15 V" />
            </Form.Item>
            <div className="fields">
                {template.questions
                    .filter((q) => q.options.length === 0)
                    .map((q) => (
                        <Form.Item
                            key={q.name}
                            label={q.title}
                            name={q.name}
                            extra={q.hint === '' ? undefined : q.hint}
                            {...complaint(q.name)}
                        >
                            <Input />
                        </Form.Item>
                    ))}
            </div>
            {template.questions
                .filter((q) => q.options.length > 0)
                .map((q) => (
                    <Form.Item key={q.name} label={q.title} name={q.name} {...complaint(q.name)}>
                        <Radio.Group
                            optionType="button"
                            options={q.options.map((option) => ({ value: option, label: plain(option) }))}
                        />
                    </Form.Item>
                ))}
            {message !== undefined && (
                <RefusalNote>{problems.length === 0 ? message : problems.map((p) => p.message).join(' ')}</RefusalNote>
            )}
            <Button type="primary" htmlType="submit" loading={busy}>
                Make the description
            </Button>
            {picture.data !== undefined && (
                <Piece name="circuit" waits={<p role="status">Drawing…</p>}>
                    <h2>Is it this one?</h2>
                    <CircuitSheet description={picture.data} />
                </Piece>
            )}
        </Form>
    );
}

export function TemplateForm({ onMade }: { onMade: (description: Description) => void }) {
    const templates = useQuery(templatesQuery);
    const [family, setFamily] = useState<string>();
    const chosen = templates.data?.find((template) => template.name === family) ?? templates.data?.[0];
    if (chosen === undefined) {
        return <p>{templates.error?.message ?? 'Looking up the families…'}</p>;
    }
    return (
        <div className="families">
            <ul aria-label="Families">
                {templates.data?.map((template) => (
                    <li key={template.name}>
                        <button
                            type="button"
                            className={template.name === chosen.name ? 'on' : ''}
                            aria-pressed={template.name === chosen.name}
                            onClick={() => setFamily(template.name)}
                        >
                            {template.title}
                        </button>
                    </li>
                ))}
            </ul>
            <Questions key={chosen.name} template={chosen} onMade={onMade} />
        </div>
    );
}
