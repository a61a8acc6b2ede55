import { Button, Modal, Radio } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Instrument } from '../api/client';
import { HandsFree } from '../hands/HandsFree';
import type { Sounds } from '../hands/tones';
import { EverythingOff } from './EverythingOff';
import { SetSheet } from './SetSheet';

/** Whether readings are typed, or a meter gives them. */
export function MeterChoice({
    instruments,
    meter,
    onMeter,
}: {
    instruments: Instrument[];
    meter: Instrument | undefined;
    onMeter: (id: string | undefined) => void;
}) {
    const meters = instruments.filter((one) => one.kind === 'meter');
    return (
        <>
            <h3>Readings come from</h3>
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
        </>
    );
}

/** Which meter reads, what the sources and loads are set to. */
export function InstrumentSheet({
    job,
    instruments,
    meter,
    heard,
    onHeard,
    onMeter,
    onClose,
}: {
    job: string;
    instruments: Instrument[];
    meter: Instrument | undefined;
    /** Undefined where no reading is walked to. */
    heard?: Sounds;
    onHeard?: (changed: Partial<Sounds>) => void;
    onMeter: (id: string | undefined) => void;
    onClose: () => void;
}) {
    const [setting, setSetting] = useState<Instrument>();
    if (setting !== undefined) {
        return <SetSheet job={job} instrument={setting} onClose={() => setSetting(undefined)} />;
    }
    return (
        <Modal
            open
            title="Instruments"
            className="instrument-sheet"
            onCancel={onClose}
            footer={<Button onClick={onClose}>Back</Button>}
            focusTriggerAfterClose={false}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLElement>('.ant-modal input:checked')?.focus();
            }}
        >
            <MeterChoice instruments={instruments} meter={meter} onMeter={onMeter} />
            {heard !== undefined && onHeard !== undefined && (
                <HandsFree isOnline={meter?.online === true} heard={heard} onHeard={onHeard} />
            )}
            <h3>Sources and loads</h3>
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
                <EverythingOff /> <Link to="/instruments">All instruments</Link> <Link to="/settings">Settings</Link>
            </p>
        </Modal>
    );
}
