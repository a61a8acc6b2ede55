import { useQuery } from '@tanstack/react-query';
import { Form, Input, Modal, Radio, Select } from 'antd';
import type { ReactNode } from 'react';
import type { Bench } from '../api/client';
import { symptomsQuery } from '../api/queries';

export type Dialog =
    | { name: 'power' }
    | { name: 'mains' }
    | { name: 'note' }
    | { name: 'finding' }
    | { name: 'symptom' }
    | { name: 'cause'; part?: string; fault?: string }
    | { name: 'repair'; part?: string };

interface Props {
    dialog: Dialog;
    bench: Bench;
    onRecord: (kind: string, payload: Record<string, unknown>) => void;
    onClose: () => void;
}

/** Puts the keyboard on the answer that is filled in, not on the closing cross. */
function focusAnswer(open: boolean): void {
    const sheet = document.querySelector('.ant-modal');
    if (open && sheet !== null && document.activeElement?.matches('.ant-modal input, .ant-modal textarea') !== true) {
        (sheet.querySelector<HTMLElement>('input:checked') ?? sheet.querySelector<HTMLElement>('input, textarea'))?.focus();
    }
}

function Sheet({ title, children, initial, onClose, onSave, save = 'Record' }: {
    title: string;
    children: ReactNode;
    initial?: Record<string, unknown>;
    onClose: () => void;
    onSave: (values: Record<string, string>) => void;
    save?: string;
}) {
    const [form] = Form.useForm<Record<string, string>>();
    return (
        <Modal open afterOpenChange={focusAnswer} title={title} onCancel={onClose} onOk={() => form.submit()} okText={save} cancelText="Back" destroyOnHidden focusTriggerAfterClose={false}>
            <Form form={form} layout="vertical" requiredMark={false} initialValues={initial} onFinish={onSave}>
                {children}
                <button type="submit" hidden aria-hidden="true" tabIndex={-1} />
            </Form>
        </Modal>
    );
}

const partOptions = (bench: Bench) => bench.parts.map((part) => ({ value: part.ref, label: part.label }));

function Cause({ bench, part, fault, ...rest }: { bench: Bench; part?: string; fault?: string; onClose: () => void; onSave: (v: Record<string, string>) => void }) {
    return (
        <Sheet title="Name the cause" initial={{ part, fault }} {...rest}>
            <Form.Item label="Part" name="part" rules={[{ required: true, message: 'Which part failed?' }]}>
                <Select showSearch={{ optionFilterProp: 'label' }} options={partOptions(bench)} autoFocus={part === undefined} />
            </Form.Item>
            <Form.Item noStyle shouldUpdate={(before, after) => before.part !== after.part}>
                {({ getFieldValue }) => (
                    <Form.Item label="How it failed" name="fault" rules={[{ required: true, message: 'How did it fail?' }]}>
                        <Select options={bench.parts.find((p) => p.ref === getFieldValue('part'))?.faults.map((f) => ({ value: f.name, label: f.title })) ?? []} />
                    </Form.Item>
                )}
            </Form.Item>
            <Form.Item label="Why it failed, if you know" name="text">
                <Input autoFocus={part !== undefined} placeholder="heat from the regulator, a surge, age" />
            </Form.Item>
        </Sheet>
    );
}

/** One small sheet per kind of entry; each opens with the likely answer filled in and Enter records it. */
export function Dialogs({ dialog, bench, onRecord, onClose }: Props) {
    const symptoms = useQuery(symptomsQuery);
    const save = (kind: string) => (values: Record<string, string>) => onRecord(kind, values);
    switch (dialog.name) {
        case 'power':
            return (
                <Sheet title="How does the unit stand now?" initial={{ power: bench.state.power, mode: bench.state.mode }} onClose={onClose} onSave={save('power')}>
                    <Form.Item name="power" label="Power">
                        <Radio.Group className="stacked" options={[
                            { value: 'unplugged', label: 'Unplugged, and measured to be discharged' },
                            { value: 'limited', label: 'On limited power: lamp, variable transformer or bench supply' },
                            { value: 'live', label: 'Live on mains' },
                        ]} />
                    </Form.Item>
                    <Form.Item name="mode" label="Set up as">
                        <Radio.Group className="stacked" options={bench.modes.map((mode) => ({ value: mode.id, label: mode.absent.length > 0 ? `${mode.name} (without ${mode.absent.join(', ')})` : mode.name }))} />
                    </Form.Item>
                    {bench.cautions.map((caution) => <p key={caution} className="caution">{caution}</p>)}
                </Sheet>
            );
        case 'mains':
            return (
                <Sheet title="Mains as measured at the unit" onClose={onClose} onSave={save('mains')}>
                    <Form.Item name="text" label="Volts" rules={[{ required: true, message: 'Type the volts, for example 234.' }]}><Input autoFocus inputMode="decimal" suffix="V" /></Form.Item>
                    <p className="hint">Knowing it narrows every expected window. The first time it is solved anew, which takes some seconds.</p>
                </Sheet>
            );
        case 'note':
            return (
                <Sheet title="Note" onClose={onClose} onSave={save('note')}>
                    <Form.Item name="text" rules={[{ required: true, message: 'Write the note.' }]}><Input.TextArea autoFocus autoSize={{ minRows: 2 }} aria-label="Note" /></Form.Item>
                </Sheet>
            );
        case 'finding':
            return (
                <Sheet title="Seen on a part" onClose={onClose} onSave={save('finding')}>
                    <Form.Item label="Part" name="part" rules={[{ required: true, message: 'On which part?' }]}>
                        <Select showSearch={{ optionFilterProp: 'label' }} options={partOptions(bench)} autoFocus />
                    </Form.Item>
                    <Form.Item label="What you see" name="text" rules={[{ required: true, message: 'What do you see?' }]}><Input placeholder="vent bulged, crust at the base" /></Form.Item>
                </Sheet>
            );
        case 'symptom':
            return (
                <Sheet title="What does it do?" onClose={onClose} onSave={save('symptom')}>
                    <Form.Item label="Symptom" name="symptom" rules={[{ required: true, message: 'Choose what comes nearest.' }]}>
                        <Select showSearch={{ optionFilterProp: 'label' }} options={symptoms.data ?? []} autoFocus />
                    </Form.Item>
                    <Form.Item label="In words" name="text"><Input placeholder="only when warm, after ten minutes" /></Form.Item>
                </Sheet>
            );
        case 'cause':
            return <Cause bench={bench} part={dialog.part} fault={dialog.fault} onClose={onClose} onSave={save('cause')} />;
        case 'repair':
            return (
                <Sheet title="What was replaced or made good?" initial={{ part: dialog.part, out: bench.parts.find((p) => p.ref === dialog.part)?.label }} onClose={onClose} onSave={save('repair')}>
                    <Form.Item label="Part" name="part" rules={[{ required: true, message: 'Which part?' }]}>
                        <Select showSearch={{ optionFilterProp: 'label' }} options={partOptions(bench)} autoFocus={dialog.part === undefined} />
                    </Form.Item>
                    <Form.Item label="Out" name="out" rules={[{ required: true, message: 'What came out?' }]}><Input /></Form.Item>
                    <Form.Item label="In" name="in" rules={[{ required: true, message: 'What went in?' }]}><Input autoFocus={dialog.part !== undefined} placeholder="type, rating, where from" /></Form.Item>
                </Sheet>
            );
    }
}
