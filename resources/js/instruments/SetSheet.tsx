import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Form, Input, Modal } from 'antd';
import { useState } from 'react';
import { answer, api, type Confirmable, type Instrument, type SettingToSend } from '../api/client';
import { RefusalNote } from '../help/RefusalNote';

const fields: Record<
    string,
    { name: 'volts' | 'limit' | 'hertz' | 'amperes' | 'ohms' | 'part'; label: string; placeholder: string }[]
> = {
    supply: [
        { name: 'volts', label: 'Volts', placeholder: '24' },
        { name: 'limit', label: 'Current limit', placeholder: '500m' },
        { name: 'part', label: 'Clipped across (a capacitor; empty for the feed itself)', placeholder: 'C1' },
    ],
    source: [
        { name: 'volts', label: 'Volts', placeholder: '230' },
        { name: 'limit', label: 'Current limit', placeholder: '500m' },
    ],
    load: [
        { name: 'amperes', label: 'Constant current', placeholder: '0.6' },
        { name: 'ohms', label: 'or constant resistance', placeholder: '' },
    ],
};

/** Sets a source or a load in two steps: what it would do is read out by the server, then confirmed. */
export function SetSheet({
    job,
    instrument,
    initial = {},
    onClose,
}: {
    job: string;
    instrument: Instrument;
    initial?: SettingToSend;
    onClose: () => void;
}) {
    const queries = useQueryClient();
    const path = { params: { path: { job, instrument: instrument.id } } };
    const [asked, setAsked] = useState<{ setting: SettingToSend; answer: Confirmable }>();
    const prepare = useMutation({
        mutationFn: async (setting: SettingToSend) => ({
            setting,
            answer: await answer(api.POST('/jobs/{job}/instruments/{instrument}/prepare', { ...path, body: setting })),
        }),
        onSuccess: setAsked,
    });
    const set = useMutation({
        mutationFn: (what: SettingToSend) =>
            answer(api.POST('/jobs/{job}/instruments/{instrument}/set', { ...path, body: what })),
        onSuccess: () => {
            onClose();
            return queries.invalidateQueries({ queryKey: ['bench', job] });
        },
    });
    const off = async () => {
        const { setting, answer: said } = await prepare.mutateAsync({ on: false });
        set.mutate({ ...setting, confirm: said.confirm });
    };
    const error = set.error ?? prepare.error;
    return (
        <Modal
            open
            title={instrument.name}
            onCancel={onClose}
            focusTriggerAfterClose={false}
            destroyOnHidden
            footer={null}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLInputElement>('.ant-modal input')?.focus();
            }}
        >
            <Form
                layout="vertical"
                requiredMark={false}
                initialValues={initial}
                onValuesChange={() => setAsked(undefined)}
                onFinish={(values: SettingToSend) => prepare.mutate({ ...initial, ...values })}
            >
                {fields[instrument.kind]?.map((field) => (
                    <Form.Item key={field.name} name={field.name} label={field.label}>
                        <Input inputMode="decimal" placeholder={field.placeholder} />
                    </Form.Item>
                ))}
                {asked === undefined && (
                    <div className="fit-acts">
                        <Button htmlType="submit" type="primary" loading={prepare.isPending}>
                            Read it out
                        </Button>
                        <Button onClick={() => void off()}>Switch it off</Button>
                    </div>
                )}
            </Form>
            {asked !== undefined && (
                <div role="alertdialog" aria-label="Confirm" className="confirm">
                    <p className="fit-sentence">{asked.answer.sentence}</p>
                    {asked.answer.missing.length > 0 && (
                        <ul className="refusal">
                            {asked.answer.missing.map((one) => (
                                <li key={one}>{one}</li>
                            ))}
                        </ul>
                    )}
                    <div className="fit-acts">
                        <Button
                            danger
                            type="primary"
                            autoFocus
                            disabled={asked.answer.missing.length > 0}
                            loading={set.isPending}
                            onClick={() => set.mutate({ ...asked.setting, confirm: asked.answer.confirm })}
                        >
                            Yes, set it
                        </Button>
                        <Button onClick={() => setAsked(undefined)}>No</Button>
                    </div>
                </div>
            )}
            {error !== null && <RefusalNote>{error.message}</RefusalNote>}
        </Modal>
    );
}
