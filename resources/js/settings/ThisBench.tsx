import { Button, Radio } from 'antd';
import { useState } from 'react';
import { Link, useOutletContext } from 'react-router';
import { keepBeside, keptBeside, type Beside } from '../bench/beside';
import { HandsFree } from '../hands/HandsFree';
import { keepSounds, sounds } from '../hands/tones';
import { MeterChoice } from '../instruments/InstrumentSheet';
import { useMeter } from '../instruments/useMeter';
import type { Look } from '../shell/Shell';

/** What this browser remembers: it goes with the tablet, not with the person. */
export function ThisBench() {
    const { scheme, onTurn } = useOutletContext<Look>();
    const reads = useMeter();
    const [heard, setHeard] = useState(sounds);
    const [beside, setBeside] = useState(keptBeside);
    return (
        <section aria-label="This bench" className="settings-half">
            <h2>This bench</h2>
            <p className="hint">Kept in this browser: it stays with the tablet, whoever signs in.</p>
            <h3>Light or dark</h3>
            <Radio.Group
                value={scheme}
                onChange={onTurn}
                options={[
                    { value: 'light', label: 'paper' },
                    { value: 'dark', label: 'dark' },
                ]}
            />
            <h3>Beside the next step</h3>
            <Radio.Group
                value={beside}
                onChange={(event) => {
                    keepBeside(event.target.value as Beside);
                    setBeside(event.target.value as Beside);
                }}
                options={[
                    { value: 'path', label: 'the power path' },
                    { value: 'circuit', label: 'the circuit' },
                ]}
            />
            <MeterChoice instruments={reads.instruments} meter={reads.meter} onMeter={reads.choose} />
            <HandsFree
                isOnline={reads.meter?.online === true}
                heard={heard}
                onHeard={(changed) => setHeard(keepSounds(changed))}
            />
            <h3>Keys and foot switch</h3>
            <p>
                A foot switch that types Enter, Page Down or F13 to F24 does what Enter does. Every key stands{' '}
                <Link to="/help/keys">in the guide</Link>, and behind <kbd>?</kbd> on the bench.
            </p>
            <p>
                <Link to="/instruments">
                    <Button>All instruments</Button>
                </Link>
            </p>
        </section>
    );
}
