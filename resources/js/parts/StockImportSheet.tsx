import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { answer, api } from '../api/client';
import { Problems } from './ListEntry';
import { RefusalNote } from '../help/RefusalNote';

/** A list of stock: read first, kept when it looks right; lines with a mistake stay here to be mended. */
export function StockImportSheet({ onClose }: { onClose: () => void }) {
    const queries = useQueryClient();
    const [csv, setCsv] = useState('');
    const send = useMutation({
        mutationFn: (keep: boolean) => answer(api.POST('/stock/import', { body: { csv, keep } })),
        onSuccess: (found, keep) => {
            if (keep) {
                void queries.invalidateQueries({ queryKey: ['stock'] });
                // What went in is gone from the field; what did not stays below its heading.
                setCsv(
                    found.problems.length === 0
                        ? ''
                        : [csv.split(/\r?\n/)[0] ?? '', ...found.problems.map((one) => one.text)].join('\n'),
                );
            }
        },
    });
    const found = send.data;
    return (
        <Modal
            open
            afterOpenChange={(isOpen) => {
                if (isOpen) {
                    document.querySelector<HTMLElement>('.ant-modal textarea')?.focus();
                }
            }}
            width={980}
            title="Import a list"
            onCancel={onClose}
            footer={<Button onClick={onClose}>Back to the drawer</Button>}
        >
            <p className="lede">
                The first line names the columns: "part" for everything in words, or kind, value, voltage and so on;
                quantity, minimum, price, supplier, location, salvaged, note. Sent twice, a list changes nothing the
                second time.
            </p>
            <p>
                <input
                    type="file"
                    aria-label="Stock list"
                    accept=".csv,.txt"
                    onChange={(event) =>
                        void event.target.files?.[0]?.text().then((text) => {
                            setCsv(text);
                            send.reset();
                        })
                    }
                />
            </p>
            <Input.TextArea
                aria-label="Stock list, contents"
                className="mono-figures"
                rows={8}
                spellCheck={false}
                placeholder={
                    'part,quantity,minimum,price,supplier,location\n' +
                    'electrolytic 47u 400V 105C 18x31.5,6,2,1.20,Breakwater Components,B4\n' +
                    '1N4007,120,20,0.04,Breakwater Components,D1'
                }
                value={csv}
                onChange={(event) => {
                    setCsv(event.target.value);
                    send.reset();
                }}
            />
            <p className="list-acts">
                <Button disabled={csv.trim() === ''} loading={send.isPending} onClick={() => send.mutate(false)}>
                    Read it
                </Button>
                <Button
                    type="primary"
                    disabled={csv.trim() === '' || found === undefined || found.read === 0 || send.variables === true}
                    onClick={() => send.mutate(true)}
                >
                    Keep {found === undefined ? 'what can be read' : `${found.read} lines`}
                </Button>
            </p>
            {send.error !== null && <RefusalNote>{send.error.message}</RefusalNote>}
            {found !== undefined && (
                <p role="status">
                    {send.variables === true
                        ? `${found.added} added, ${found.changed} changed`
                        : `${found.read} lines can be read: ` +
                          `${found.sample.map((one) => one.label).join('; ')}` +
                          `${found.read > found.sample.length ? ' …' : ''}`}
                    {found.ignored.length > 0 && `. Columns left out: ${found.ignored.join(', ')}`}.
                </p>
            )}
            <Problems problems={found?.problems ?? []} />
        </Modal>
    );
}
