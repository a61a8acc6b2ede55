import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import type { Bench } from '../api/client';
import { Mark } from './Mark';

const meters: Record<string, string> = { resistance: 'ohms', diode: 'diode test', esr: 'ESR meter' };

/** Every unpowered check on one sheet; what the meter shows is typed in its row. */
export function DeadSheet({
    bench,
    onRecord,
    onClose,
}: {
    bench: Bench;
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
    onClose: () => void;
}) {
    const [texts, setTexts] = useState<Record<string, string>>({});
    const isDead = bench.state.power === 'unplugged';
    const record = (id: string, quantity: string) => {
        const text = (texts[id] ?? '').trim();
        if (text !== '') {
            onRecord('reading', { text, target: id, quantity }, true);
            setTexts((now) => ({ ...now, [id]: '' }));
        }
    };
    return (
        <Modal
            open
            width={860}
            title="Dead checks"
            footer={<Button onClick={onClose}>Back</Button>}
            onCancel={onClose}
            focusTriggerAfterClose={false}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLElement>('.dead-sheet input')?.focus();
            }}
        >
            {!isDead && (
                <p className="caution">The unit is recorded as energised. Unplug, discharge, and record it first.</p>
            )}
            <div className="dead-sheet">
                <table className="differences">
                    <thead>
                        <tr>
                            <th>Where</th>
                            <th>Red, black</th>
                            <th>Meter</th>
                            <th>A good unit</th>
                            <th>Shows</th>
                        </tr>
                    </thead>
                    <tbody>
                        {bench.checks.map((check) => (
                            <tr key={check.id}>
                                <th>{check.where}</th>
                                <td>
                                    {check.red}, {check.black}
                                </td>
                                <td>{meters[check.quantity] ?? check.quantity}</td>
                                <td className="mono-figures">{check.expected}</td>
                                <td className="dead-shows">
                                    <Input
                                        aria-label={`${check.id} shows`}
                                        disabled={!isDead}
                                        placeholder={check.reading?.text ?? '…'}
                                        value={texts[check.id] ?? ''}
                                        onChange={(event) => {
                                            const { value } = event.target;
                                            setTexts((now) => ({ ...now, [check.id]: value }));
                                        }}
                                        onPressEnter={() => record(check.id, check.quantity)}
                                        onBlur={() => record(check.id, check.quantity)}
                                    />
                                    {check.reading != null && (
                                        <span>
                                            <Mark shape={check.reading.mark} title={check.reading.word} />{' '}
                                            {check.reading.word}
                                        </span>
                                    )}
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </div>
        </Modal>
    );
}
