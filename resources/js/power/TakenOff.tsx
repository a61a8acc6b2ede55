import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, Modal, Segmented, Select } from 'antd';
import { useState } from 'react';
import type { Bench } from '../api/client';
import { wordsQuery } from '../api/queries';
import type { Entry as Waiting } from '../outbox/useOutbox';
import { useRefused } from './useRefused';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';
import { ForWriters } from '../shell/ForWriters';

/** Back in its place; or it stays off, and why, where nobody's safety hangs on it. */
function WayBack({
    step,
    onRecord,
}: {
    step: Bench['safety']['taken'][number];
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
}) {
    const [why, setWhy] = useState<string>();
    return why === undefined ? (
        <>
            <Button size="small" onClick={() => onRecord('refitted', { step: step.entry }, true)}>
                Back in place
            </Button>
            {step.may_stay_off && (
                <Button size="small" type="text" onClick={() => setWhy('')}>
                    Stays off
                </Button>
            )}
        </>
    ) : (
        <Input.Search
            autoFocus
            aria-label={`Why ${step.text} stays off`}
            placeholder="why it stays off"
            enterButton="Record"
            value={why}
            onChange={(event) => setWhy(event.target.value)}
            onSearch={() => onRecord('refitted', { step: step.entry, stays: why }, true)}
        />
    );
}

/**
 * Screws by place, connectors, unsoldered wires, shields: in the order of the way in; the way back is the same list
 * from its end.
 */
export function TakenOff({
    bench,
    refusal,
    refused,
    onRecord,
    onClose,
}: {
    bench: Bench;
    refusal: string | undefined;
    refused: Waiting | undefined;
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
    onClose: () => void;
}) {
    const words = useQuery(wordsQuery).data;
    const { taken } = bench.safety;
    const off = taken.filter((step) => !step.refitted).length;
    const [way, setWay] = useState<'in' | 'back'>('in');
    const [form] = Form.useForm<Record<string, string>>();
    useRefused(refused, 'taken', (payload) => form.setFieldsValue(payload as Record<string, string>));
    const steps = way === 'in' ? taken : [...taken].reverse();
    return (
        <Modal
            open
            width={760}
            title={`Taken off: ${off} of ${taken.length} still off`}
            footer={<Button onClick={onClose}>Back to the bench</Button>}
            onCancel={onClose}
            focusTriggerAfterClose={false}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLElement>('.taken-form input[id$="text"]')?.focus();
            }}
        >
            {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
            <Segmented
                value={way}
                onChange={(value) => setWay(value as 'in' | 'back')}
                options={[
                    { value: 'in', label: 'The way in' },
                    { value: 'back', label: 'The way back' },
                ]}
            />
            <ForWriters may={bench.job.may_write}>
                <ol className="taken" reversed={way === 'back'}>
                    {steps.map((step) => (
                        <li key={step.entry} className={step.refitted ? 'taken-back' : ''}>
                            {step.photo !== '' && (
                                <img
                                    src={`/api/v1/jobs/${bench.job.id}/photos/${step.photo}`}
                                    alt={`${step.text}, ${step.where}`}
                                />
                            )}
                            <span>
                                <b>{step.text}</b> {step.where}
                                <small>{step.kind_words}</small>
                            </span>
                            {step.refitted ? (
                                <em>{step.stays === '' ? 'back in place' : `stays off: ${step.stays}`}</em>
                            ) : (
                                way === 'back' && <WayBack step={step} onRecord={onRecord} />
                            )}
                        </li>
                    ))}
                </ol>
                {taken.length === 0 && (
                    <EmptyNote page="evidence">
                        Write down what you take off as you take it off, with a photograph where it helps: fan leads and
                        washers are what is forgotten.
                    </EmptyNote>
                )}
                {way === 'in' && (
                    <Form
                        form={form}
                        layout="vertical"
                        requiredMark={false}
                        className="taken-form"
                        initialValues={{ kind: 'screws' }}
                        onFinish={(values) => {
                            onRecord('taken', { photo: '', ...values }, true);
                            form.resetFields(['text', 'where']);
                            // The fields are made anew when they are emptied.
                            window.setTimeout(
                                () => document.querySelector<HTMLElement>('.taken-form input[id$="text"]')?.focus(),
                                0,
                            );
                        }}
                    >
                        <Form.Item label="What" name="text" rules={[{ required: true, message: 'What is it?' }]}>
                            <Input placeholder="4 screws M3x6, black" />
                        </Form.Item>
                        <Form.Item
                            label="Where"
                            name="where"
                            rules={[{ required: true, message: 'Where does it sit?' }]}
                        >
                            <Input placeholder="lid, left edge" />
                        </Form.Item>
                        <Form.Item label="Kind" name="kind">
                            <Select options={words?.taken ?? []} />
                        </Form.Item>
                        <Form.Item label="Photograph" name="photo">
                            <Select
                                allowClear
                                placeholder="none"
                                options={bench.photos.map((photo, k) => ({
                                    value: photo.id,
                                    label:
                                        photo.caption === '' ? `Photograph ${bench.photos.length - k}` : photo.caption,
                                }))}
                            />
                        </Form.Item>
                        <Button type="primary" htmlType="submit">
                            Add <kbd>↵</kbd>
                        </Button>
                    </Form>
                )}
            </ForWriters>
        </Modal>
    );
}
