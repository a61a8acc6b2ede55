import { Form, Modal, Select } from 'antd';
import type { ReactNode } from 'react';
import type { Bench } from '../api/client';

const isOpen = (field: HTMLInputElement | HTMLTextAreaElement): boolean =>
    field.closest('.ant-select') === null
        ? field.value === ''
        : field.closest('.ant-select-content-has-value') === null;

/**
 * Puts the keyboard on the choice that is made already, or on the first answer that is still open; not on the closing
 * cross. Without motion the sheet is not shown yet when its fields would take the keyboard by themselves.
 */
function focusAnswer(open: boolean): void {
    const sheet = document.querySelector('.ant-modal');
    if (open && sheet !== null && document.activeElement?.matches('.ant-modal input, .ant-modal textarea') !== true) {
        const fields = [
            ...sheet.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>(
                'input:not([type=radio], [type=checkbox], [type=hidden]), textarea:not([aria-hidden])',
            ),
        ];
        (sheet.querySelector<HTMLElement>('input:checked') ?? fields.find(isOpen) ?? fields[0])?.focus();
    }
}

export function Sheet({
    title,
    children,
    initial,
    onClose,
    onSave,
    save = 'Record',
}: {
    title: string;
    children: ReactNode;
    initial?: Record<string, unknown>;
    onClose: () => void;
    onSave: (values: Record<string, string>) => void;
    save?: string;
}) {
    const [form] = Form.useForm<Record<string, string>>();
    return (
        <Modal
            open
            afterOpenChange={focusAnswer}
            title={title}
            onCancel={onClose}
            onOk={() => form.submit()}
            okText={save}
            cancelText="Back"
            destroyOnHidden
            focusTriggerAfterClose={false}
        >
            <Form form={form} layout="vertical" requiredMark={false} initialValues={initial} onFinish={onSave}>
                {children}
                <button type="submit" hidden aria-hidden="true" tabIndex={-1} />
            </Form>
        </Modal>
    );
}

/** Choosing a part by typing its reference or what it is. */
export function PartField({
    parts,
    focus = true,
    label = 'Part',
}: {
    parts: Bench['parts'];
    focus?: boolean;
    label?: string;
}) {
    return (
        <Form.Item label={label} name="part" rules={[{ required: true, message: 'Which part?' }]}>
            <Select
                showSearch={{ optionFilterProp: 'label' }}
                options={parts.map((part) => ({ value: part.ref, label: part.label }))}
                autoFocus={focus}
            />
        </Form.Item>
    );
}
