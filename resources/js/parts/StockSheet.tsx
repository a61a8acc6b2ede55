import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, Form, Input, Modal } from 'antd';
import { answer, api, type StockCells, type StockLine } from '../api/client';
import { cellsOf } from './cells';
import { RefusalNote } from '../help/RefusalNote';

/** A line of the drawer in words; what was known of it and is not typed again stays. */
export function StockSheet({ line, onClose }: { line: StockLine | undefined; onClose: () => void }) {
    const queries = useQueryClient();
    const [form] = Form.useForm<StockCells & { salvaged?: boolean }>();
    const again = () => queries.invalidateQueries({ queryKey: ['stock'] });
    const keep = useMutation({
        mutationFn: (typed: StockCells) => {
            // Typed in words, the part is read anew; untouched, it stays as it is known.
            const known = line === undefined ? {} : cellsOf(line);
            const isAsBefore = typed.part === line?.label;
            const body: StockCells = isAsBefore
                ? { ...known, ...typed, part: '' }
                : { kind: line?.kind ?? '', ...typed };
            return line === undefined
                ? answer(api.POST('/stock', { body }))
                : answer(api.PUT('/stock/{item}', { params: { path: { item: line.id } }, body }));
        },
        onSuccess: () => {
            void again();
            onClose();
        },
    });
    const drop = useMutation({
        mutationFn: () => answer(api.DELETE('/stock/{item}', { params: { path: { item: line?.id ?? '' } } })),
        onSuccess: () => {
            void again();
            onClose();
        },
    });
    const refusal = keep.error?.message ?? drop.error?.message;
    return (
        <Modal
            open
            afterOpenChange={(isOpen) => {
                if (isOpen) {
                    document.querySelector<HTMLElement>('.ant-modal input')?.focus();
                }
            }}
            width={640}
            title={line === undefined ? 'A new line' : line.label}
            okText="Keep"
            cancelText="Back"
            confirmLoading={keep.isPending}
            onOk={() => form.submit()}
            onCancel={onClose}
        >
            <Form
                form={form}
                layout="vertical"
                requiredMark={false}
                initialValues={
                    line === undefined
                        ? { quantity: '1' }
                        : { ...cellsOf(line), part: line.label, salvaged: line.salvaged }
                }
                onFinish={(values) =>
                    keep.mutate({ ...values, salvaged: values.salvaged === true ? 'yes' : '' } as StockCells)
                }
            >
                {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
                <Form.Item
                    name="part"
                    label="Part"
                    rules={[
                        { required: true, message: 'What is it? For example "electrolytic 47u 400V 105C 18x31.5".' },
                    ]}
                >
                    <Input placeholder="electrolytic 47u 400V 105C 18x31.5 rm7.5" />
                </Form.Item>
                <div className="fields">
                    <Form.Item name="quantity" label="There are">
                        <Input inputMode="numeric" />
                    </Form.Item>
                    <Form.Item name="minimum" label="Never fewer than">
                        <Input inputMode="numeric" />
                    </Form.Item>
                    <Form.Item name="price" label="Price of one">
                        <Input inputMode="decimal" />
                    </Form.Item>
                    <Form.Item name="location" label="Where it lies">
                        <Input placeholder="B4" />
                    </Form.Item>
                    <Form.Item name="supplier" label="From">
                        <Input />
                    </Form.Item>
                    <Form.Item name="note" label="Note">
                        <Input />
                    </Form.Item>
                </div>
                <Form.Item name="salvaged" valuePropName="checked">
                    <Checkbox>Salvaged: measured and reused, not for what must last</Checkbox>
                </Form.Item>
                <button type="submit" hidden aria-hidden="true" tabIndex={-1} />
            </Form>
            {line !== undefined && (
                <Button type="text" danger onClick={() => drop.mutate()}>
                    Take it out of the drawer
                </Button>
            )}
        </Modal>
    );
}
