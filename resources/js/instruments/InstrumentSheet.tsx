import { Button, Checkbox, Modal, Radio, Slider } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Instrument } from '../api/client';
import { play, type Sounds } from '../hands/tones';
import { EverythingOff } from './EverythingOff';
import { SetSheet } from './SetSheet';

/** Readings that are taken by themselves, tones, a voice. */
function HandsFree({
    isOnline,
    heard,
    onHeard,
}: {
    isOnline: boolean;
    heard: Sounds;
    onHeard: (changed: Partial<Sounds>) => void;
}) {
    return (
        <>
            <h2>Hands free</h2>
            <p>
                <Checkbox
                    checked={heard.walks}
                    disabled={!isOnline}
                    onChange={(event) => onHeard({ walks: event.target.checked })}
                >
                    Walk with the meter: a reading is taken by itself when the leads stand still
                </Checkbox>
            </p>
            <p className="hint">
                {isOnline
                    ? 'On the hot side and above 60 V it waits for a press. ' +
                      'What was taken by itself is marked so; undo strikes it.'
                    : 'It takes a meter on the network.'}
            </p>
            <div className="tones">
                <label htmlFor="tones">Volume of the tones</label>
                <Slider
                    id="tones"
                    min={0}
                    max={1}
                    step={0.1}
                    value={heard.volume}
                    tooltip={{ formatter: (value) => (value === 0 ? 'off' : `${Math.round(100 * (value ?? 0))} %`) }}
                    onChange={(volume) => onHeard({ volume })}
                    ariaLabelForHandle="Volume of the tones"
                />
                {(['fine', 'odd', 'dead'] as const).map((tone) => (
                    <Button key={tone} onClick={() => play(tone, heard.volume)}>
                        {tone}
                    </Button>
                ))}
            </div>
            <p>
                <Checkbox checked={heard.speaks} onChange={(event) => onHeard({ speaks: event.target.checked })}>
                    Say the verdict and the next step, where this browser has a voice
                </Checkbox>
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
            {heard !== undefined && onHeard !== undefined && (
                <HandsFree isOnline={meter?.online === true} heard={heard} onHeard={onHeard} />
            )}
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
