import { Form, Modal, Select } from 'antd';
import type { ReactNode } from 'react';
import type { Bench } from '../api/client';

/** Puts the keyboard on the answer that is filled in, not on the closing cross. */
function focusAnswer(open: boolean): void {
    const sheet = document.querySelector('.ant-modal');
    if (open && sheet !== null && document.activeElement?.matches('.ant-modal input, .ant-modal textarea') !== true) {
        (sheet.querySelector<HTMLElement>('input:checked') ?? sheet.querySelector<HTMLElement>('input, textarea'))?.focus();
    }
}

export function Sheet({ title, children, initial, onClose, onSave, save = 'Record' }: {
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

/** Choosing a part by typing its reference or what it is. */
export function PartField({ parts, focus = true, label = 'Part' }: { parts: Bench['parts']; focus?: boolean; label?: string }) {
    return (
        <Form.Item label={label} name="part" rules={[{ required: true, message: 'Which part?' }]}>
            <Select showSearch={{ optionFilterProp: 'label' }} options={parts.map((part) => ({ value: part.ref, label: part.label }))} autoFocus={focus} />
        </Form.Item>
    );
}
