import { Button, Modal, Radio } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Instrument } from '../api/client';
import { EverythingOff } from './EverythingOff';
import { SetSheet } from './SetSheet';

/** Which meter reads, what the sources and loads are set to. */
export function InstrumentSheet({
    job,
    instruments,
    meter,
    onMeter,
    onClose,
}: {
    job: string;
    instruments: Instrument[];
    meter: Instrument | undefined;
    onMeter: (id: string | undefined) => void;
    onClose: () => void;
}) {
    const [setting, setSetting] = useState<Instrument>();
    const meters = instruments.filter((one) => one.kind === 'meter');
    if (setting !== undefined) {
        return <SetSheet job={job} instrument={setting} onClose={() => setSetting(undefined)} />;
    }
    return (
        <Modal
            open
            title="Instruments"
            onCancel={onClose}
            footer={<Button onClick={onClose}>Back</Button>}
            focusTriggerAfterClose={false}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLElement>('.ant-modal input:checked')?.focus();
            }}
        >
            <h2>Readings come from</h2>
            <Radio.Group
                className="instrument-choice"
                value={meter?.id ?? ''}
                onChange={(event) => onMeter(event.target.value === '' ? undefined : String(event.target.value))}
            >
                <Radio value="">the keyboard: I type what the meter shows</Radio>
                {meters.map((one) => (
                    <Radio key={one.id} value={one.id}>
                        {one.name}
                        {one.online ? '' : ', read by eye'}
                        <small>
                            {one.accuracy}
                            {one.overdue && ', calibration overdue'}
                        </small>
                    </Radio>
                ))}
            </Radio.Group>
            <p className="hint">
                With a meter on the network, Enter in the empty field or the foot switch takes the reading.
            </p>
            <h2>Sources and loads</h2>
            <ul className="kept">
                {instruments
                    .filter((one) => one.sets && one.online)
                    .map((one) => (
                        <li key={one.id}>
                            <Button onClick={() => setSetting(one)}>Set {one.name}</Button>
                        </li>
                    ))}
            </ul>
            <p>
                <EverythingOff /> <Link to="/instruments">All instruments and the rules of the safety tests</Link>
            </p>
        </Modal>
    );
}
