import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import type { Safety } from '../api/client';

/** A reading that contradicts the recorded state covers everything until it is answered. */
export function AlarmCurtain({
    alarm,
    mayWrite,
    onAgain,
    onLive,
    onStrike,
}: {
    alarm: NonNullable<Safety['alarm']>;
    mayWrite: boolean;
    onAgain: (text: string) => void;
    onLive: () => void;
    onStrike: () => void;
}) {
    const [text, setText] = useState('');
    const [seen, setSeen] = useState(false);
    return (
        <Modal
            open={!seen}
            width={760}
            centered
            closable={false}
            keyboard={false}
            mask={{ closable: false }}
            footer={null}
            rootClassName="alarm"
            focusTriggerAfterClose={false}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLElement>('.alarm input, .alarm button')?.focus();
            }}
        >
            <div role="alertdialog" aria-label="Contradiction" aria-live="assertive">
                <p className="alarm-sentence">{alarm.sentence}</p>
                <p className="alarm-advice">{alarm.advice}</p>
                {mayWrite ? (
                    <>
                        <form
                            className="alarm-again"
                            onSubmit={(event) => {
                                event.preventDefault();
                                if (text.trim() !== '') {
                                    onAgain(text);
                                    setText('');
                                }
                            }}
                        >
                            <label htmlFor="alarm-volts">Measured again, at the same place</label>
                            <Input
                                id="alarm-volts"
                                inputMode="decimal"
                                suffix="V"
                                autoComplete="off"
                                value={text}
                                onChange={(event) => setText(event.target.value)}
                            />
                            <Button type="primary" htmlType="submit" disabled={text.trim() === ''}>
                                Record <kbd>↵</kbd>
                            </Button>
                        </form>
                        <div className="alarm-acts">
                            <Button onClick={onLive}>It has power: record how</Button>
                            <Button onClick={onStrike}>Misread: strike it out</Button>
                        </div>
                    </>
                ) : (
                    <Button onClick={() => setSeen(true)}>Seen: its technician must answer this</Button>
                )}
            </div>
        </Modal>
    );
}
