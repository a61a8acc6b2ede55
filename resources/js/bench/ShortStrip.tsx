import { Button, Input, Modal, Radio, Select } from 'antd';
import { useState } from 'react';
import type { Bench, Words } from '../api/client';

/** Parts along a shorted rail, a reading at each, and where the short is. */
export function ShortStrip({
    bench,
    words,
    onRecord,
    onClose,
}: {
    bench: Bench;
    words: Words | undefined;
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
    onClose: () => void;
}) {
    const [rail, setRail] = useState(bench.strips[0]?.point);
    const [parts, setParts] = useState(bench.strips[0]?.parts ?? []);
    const [readings, setReadings] = useState<Record<string, string>>({});
    const [method, setMethod] = useState('milliohm');
    const [resolutions, setResolutions] = useState<Record<string, string>>({ milliohm: '1m', injected: '0.01m' });
    const resolution = resolutions[method] ?? '';
    const [current, setCurrent] = useState('200 mA');
    const unit = method === 'injected' ? 'mV' : 'mΩ';
    const given = parts.filter((part) => (readings[part] ?? '').trim() !== '');
    const swap = (k: number) =>
        setParts((now) =>
            now.map((part, i) => (i === k - 1 ? (now[k] ?? part) : i === k ? (now[k - 1] ?? part) : part)),
        );
    const find = () =>
        onRecord(
            'short',
            { method, resolution, current, readings: given.map((part) => ({ part, text: readings[part] })) },
            true,
        );
    return (
        <Modal
            open
            width={620}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLElement>('.strip-parts input')?.focus();
            }}
            title="Find a short along a rail"
            onCancel={onClose}
            focusTriggerAfterClose={false}
            footer={[
                <Button key="back" onClick={onClose}>
                    Back
                </Button>,
                <Button key="find" type="primary" disabled={given.length < 2} onClick={find}>
                    Find it
                </Button>,
            ]}
        >
            {bench.strips.length === 0 ? (
                <p>No rail of this supply has two parts side by side that could hold it down.</p>
            ) : (
                <form
                    className="strip"
                    onSubmit={(event) => {
                        event.preventDefault();
                        find();
                    }}
                >
                    <Select
                        aria-label="Rail"
                        value={rail}
                        options={bench.strips.map((s) => ({ value: s.point, label: `${s.point} ${s.name}` }))}
                        onChange={(point) => {
                            setRail(point);
                            setParts(bench.strips.find((s) => s.point === point)?.parts ?? []);
                        }}
                    />
                    <Radio.Group
                        className="stacked"
                        value={method}
                        options={words?.short ?? []}
                        onChange={(event) => setMethod(event.target.value as string)}
                    />
                    <div className="strip-meter">
                        <label>
                            Resolution of the meter, {method === 'injected' ? 'volts' : 'ohms'}{' '}
                            <Input
                                value={resolution}
                                onChange={(event) => {
                                    const { value } = event.target;
                                    setResolutions((now) => ({ ...now, [method]: value }));
                                }}
                            />
                        </label>
                        {method === 'injected' && (
                            <label>
                                Injected current{' '}
                                <Input value={current} onChange={(event) => setCurrent(event.target.value)} />
                            </label>
                        )}
                    </div>
                    <p className="hint">
                        In the order along the track, {unit}; repeats separated by spaces.{' '}
                        {method === 'injected'
                            ? 'The voltmeter’s own clips carry no current: what they touch does not matter.'
                            : 'Short the probes first and subtract what they read.'}
                    </p>
                    <ol className="strip-parts">
                        {parts.map((part, k) => {
                            const suspect = bench.short?.suspects.find((s) => s.part === part);
                            return (
                                <li key={part} style={{ '--share': suspect?.probability ?? 0 } as React.CSSProperties}>
                                    <Button
                                        type="text"
                                        disabled={k === 0}
                                        aria-label={`${part} one place up`}
                                        onClick={() => swap(k)}
                                    >
                                        ↑
                                    </Button>
                                    <b>{part}</b>
                                    <Input
                                        aria-label={`Reading at ${part}`}
                                        inputMode="decimal"
                                        suffix={unit}
                                        value={readings[part] ?? ''}
                                        onChange={(event) => {
                                            const { value } = event.target;
                                            setReadings((now) => ({ ...now, [part]: value }));
                                        }}
                                    />
                                    <span className="strip-share">{suspect === undefined ? '' : suspect.share}</span>
                                </li>
                            );
                        })}
                    </ol>
                    <button type="submit" hidden aria-hidden="true" tabIndex={-1} />
                    {bench.short !== null && (
                        <div role="status" aria-label="Where the short is">
                            <p>
                                <b>{bench.short.sentence}</b>
                            </p>
                            <p>{bench.short.advice}</p>
                        </div>
                    )}
                </form>
            )}
        </Modal>
    );
}
