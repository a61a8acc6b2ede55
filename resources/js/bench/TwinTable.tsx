import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import type { Bench } from '../api/client';

/** This unit beside one that works, from the input on; a twin's reading is typed in its row. */
export function TwinTable({
    bench,
    onRecord,
    onClose,
}: {
    bench: Bench;
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
    onClose: () => void;
}) {
    const [texts, setTexts] = useState<Record<string, string>>({});
    const record = (point: string) => {
        const text = (texts[point] ?? '').trim();
        if (text !== '') {
            onRecord('twin', { text, target: point }, true);
            setTexts((now) => ({ ...now, [point]: '' }));
        }
    };
    return (
        <Modal
            open
            width={680}
            title="Beside a twin that works"
            footer={<Button onClick={onClose}>Back</Button>}
            onCancel={onClose}
            focusTriggerAfterClose={false}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLElement>('.twin input')?.focus();
            }}
        >
            <table className="twin differences">
                <thead>
                    <tr>
                        <th>Point</th>
                        <th>This unit</th>
                        <th>Twin</th>
                        <th />
                    </tr>
                </thead>
                <tbody>
                    {bench.twin.rows.map((row) => (
                        <tr key={row.point} className={row.point === bench.twin.first ? 'twin-first' : ''}>
                            <th>
                                {row.point} {row.name}
                            </th>
                            <td className="mono-figures">{row.mine ?? 'not read'}</td>
                            <td>
                                <Input
                                    aria-label={`Twin at ${row.point}`}
                                    placeholder={row.twin ?? '…'}
                                    value={texts[row.point] ?? ''}
                                    onChange={(event) => {
                                        const { value } = event.target;
                                        setTexts((now) => ({ ...now, [row.point]: value }));
                                    }}
                                    onPressEnter={() => record(row.point)}
                                    onBlur={() => record(row.point)}
                                />
                            </td>
                            <td>{row.parts === null ? '' : row.parts ? 'they part' : 'alike'}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <p role="status">{bench.twin.sentence}</p>
        </Modal>
    );
}
