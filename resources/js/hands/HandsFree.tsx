import { Button, Checkbox, Slider } from 'antd';
import { play, type Sounds } from './tones';

/** Readings that are taken by themselves, tones, a voice. */
export function HandsFree({
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
            <h3>Hands free</h3>
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
