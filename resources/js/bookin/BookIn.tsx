import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, Form, Input, Modal, Radio, Select } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, api, Refused } from '../api/client';
import { sessionQuery, suppliesQuery, wordsQuery, workshopQuery } from '../api/queries';
import type { Description } from '../library/description';
import { TemplateForm } from '../library/TemplateForm';
import { RefusalNote } from '../help/RefusalNote';

interface Values {
    unit: string;
    owner: string;
    complaint?: string;
    mains: string;
    supply_id: string;
    purpose: string;
    symptoms: string[];
}

export function BookIn() {
    const supplies = useQuery(suppliesQuery());
    const session = useQuery(sessionQuery);
    const words = useQuery(wordsQuery);
    const queries = useQueryClient();
    const navigate = useNavigate();
    const [form] = Form.useForm<Values>();
    const [making, setMaking] = useState(false);
    const [refusal, setRefusal] = useState<string>();
    const [busy, setBusy] = useState(false);

    // The workshop's own mains, unless somebody has written another already.
    const mains = useQuery(workshopQuery).data?.mains;
    useEffect(() => {
        if (mains !== undefined && !form.isFieldTouched('mains') && form.getFieldValue('supply_id') === undefined) {
            form.setFieldValue('mains', mains);
        }
    }, [mains, form]);

    const book = async (values: Values) => {
        setBusy(true);
        setRefusal(undefined);
        try {
            const job = await answer(api.POST('/jobs', { body: { ...values, symptoms: values.symptoms ?? [] } }));
            await queries.invalidateQueries({ queryKey: ['jobs'] });
            void navigate(`/jobs/${job.id}`);
        } catch (error) {
            if (error instanceof Refused) {
                setRefusal(error.message);
                form.setFields(
                    Object.entries(error.errors).map(([name, errors]) => ({ name: name as keyof Values, errors })),
                );
            }
        }
        setBusy(false);
    };

    const made = async (description: Description) => {
        try {
            const supply = await answer(api.POST('/supplies', { body: { description } }));
            await queries.invalidateQueries({ queryKey: ['supplies'] });
            form.setFieldsValue({ supply_id: supply.id, mains: supply.mains });
            setMaking(false);
        } catch (error) {
            setRefusal(error instanceof Error ? error.message : undefined);
        }
    };

    return (
        <main className="page">
            <h1>Book in a unit</h1>
            <Form
                form={form}
                layout="vertical"
                requiredMark={false}
                initialValues={{ mains: '230 V', purpose: 'fault', symptoms: [] }}
                onFinish={(values) => void book(values)}
                scrollToFirstError
            >
                <div className="two">
                    <Form.Item
                        label="What is it"
                        name="unit"
                        rules={[{ required: true, message: 'Say what the unit is.' }]}
                    >
                        <Input autoFocus placeholder="echo sounder from the wheelhouse" />
                    </Form.Item>
                    <Form.Item
                        label="Whose is it"
                        name="owner"
                        rules={[{ required: true, message: 'Say whose it is.' }]}
                    >
                        <Input placeholder="name, and how to reach them" />
                    </Form.Item>
                    <Form.Item
                        label="Supply inside"
                        name="supply_id"
                        rules={[{ required: true, message: 'Choose the supply, or make one.' }]}
                        extra={
                            session.data?.can.edit_library === true && (
                                <button type="button" className="plain" onClick={() => setMaking(true)}>
                                    Not in the library: answer a few questions
                                </button>
                            )
                        }
                    >
                        <Select
                            showSearch={{ optionFilterProp: 'label' }}
                            loading={supplies.isPending}
                            options={
                                supplies.data?.map((s) => ({ value: s.id, label: `${s.title}, rev. ${s.revision}` })) ??
                                []
                            }
                        />
                    </Form.Item>
                    <Form.Item
                        label="Mains it is meant for"
                        name="mains"
                        rules={[{ required: true, message: 'For example 230 V.' }]}
                    >
                        <Input />
                    </Form.Item>
                </div>
                <Form.Item label="Why it is here" name="purpose">
                    <Radio.Group options={words.data?.purposes ?? []} />
                </Form.Item>
                <Form.Item label="In the owner's words" name="complaint">
                    <Input.TextArea
                        autoSize={{ minRows: 2 }}
                        placeholder="what it did, when, what happened just before"
                    />
                </Form.Item>
                <Form.Item label="What was seen, heard or smelt" name="symptoms">
                    <Checkbox.Group className="symptoms" options={words.data?.symptoms ?? []} />
                </Form.Item>
                {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
                <Button type="primary" htmlType="submit" loading={busy}>
                    Book in
                </Button>
            </Form>
            <Modal
                open={making}
                onCancel={() => setMaking(false)}
                footer={null}
                title="A supply from a few answers"
                width={860}
                destroyOnHidden
            >
                <TemplateForm onMade={(description) => void made(description)} />
                <p className="hint">You can change the whole description later in the library.</p>
            </Modal>
        </main>
    );
}
