import { AskUnit, isAsked } from '../practice/AskUnit';
import { Button, Checkbox, Form, Input, Modal, Radio, Select } from 'antd';
import type { Bench, Option, Words } from '../api/client';
import { DeadSheet } from './DeadSheet';
import { evidenceKinds, type EvidenceDialog } from './evidenceKinds';
import { Notebook } from './Notebook';
import { PartField, Sheet } from './Sheet';
import { ShortStrip } from './ShortStrip';
import { TwinTable } from './TwinTable';

interface Props {
    dialog: EvidenceDialog;
    bench: Bench;
    words: Words | undefined;
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
    onClose: () => void;
    onOpen?: (dialog: EvidenceDialog) => void;
}

const yesNo = [
    { value: 'yes', label: 'Yes' },
    { value: 'no', label: 'No' },
];

function Choice({ name, label, options }: { name: string; label: string; options: Option[] | undefined }) {
    return (
        <Form.Item name={name} label={label} rules={[{ required: true, message: 'Choose one.' }]}>
            <Radio.Group className="stacked" options={options ?? []} />
        </Form.Item>
    );
}

function LookFirst({ bench }: { bench: Bench }) {
    return bench.look_first.length === 0 ? null : (
        <div className="look-first" aria-label="Look at these first">
            <p className="hint">Look at these first, with the plug out:</p>
            <ol>
                {bench.look_first.slice(0, 5).map((look) => (
                    <li key={look.part}>
                        <b>{look.label}</b> {look.looks}
                        {look.notes === '' ? '' : ` (${look.notes})`}
                    </li>
                ))}
            </ol>
        </div>
    );
}

function StartCounter({ bench, onRecord, onClose }: Pick<Props, 'bench' | 'onRecord' | 'onClose'>) {
    const { starts } = bench;
    const count = (failed: number) => onRecord('starts', { tried: 1, failed }, true);
    return (
        <Modal
            open
            title="Count starts"
            footer={<Button onClick={onClose}>Back</Button>}
            onCancel={onClose}
            focusTriggerAfterClose={false}
        >
            <div className="starts">
                <Button className="start-button" type="primary" autoFocus onClick={() => count(0)}>
                    Started
                </Button>
                <Button className="start-button" onClick={() => count(1)}>
                    Did not start
                </Button>
            </div>
            {starts !== null && (
                <dl className="tally">
                    <div>
                        <dt>before a repair</dt>
                        <dd>
                            {starts.before.tried} tried, {starts.before.failed} failed
                        </dd>
                    </div>
                    {starts.after.tried > 0 && (
                        <div>
                            <dt>after it</dt>
                            <dd>
                                {starts.after.tried} tried, {starts.after.failed} failed
                            </dd>
                        </div>
                    )}
                </dl>
            )}
            <p role="status">
                {starts?.sentence ??
                    'Count every start, warm and cold. Let the unit rest between starts as its owner would.'}
            </p>
        </Modal>
    );
}

function Capacitor({
    bench,
    words,
    save,
    onClose,
}: {
    bench: Bench;
    words: Words | undefined;
    save: (values: Record<string, string>) => void;
    onClose: () => void;
}) {
    return (
        <Sheet
            title="Capacitor on its meter"
            initial={{ quantity: 'esr', lifted: false }}
            onClose={onClose}
            onSave={save}
        >
            <PartField parts={bench.parts.filter((part) => part.is_capacitor)} label="Capacitor" />
            <Choice name="quantity" label="What was measured" options={words?.tests} />
            <Form.Item
                name="text"
                label="It shows"
                rules={[{ required: true, message: 'Type what the meter shows, for example 850u, 0R4 or 2mA.' }]}
            >
                <Input placeholder="850u, 0R4, 2mA, OL" />
            </Form.Item>
            <Form.Item name="lifted" valuePropName="checked">
                <Checkbox>One leg lifted</Checkbox>
            </Form.Item>
        </Sheet>
    );
}

/** The sheets for evidence that is no reading at a test point. */
export function EvidenceDialogs({ dialog, bench, words, onRecord, onClose, onOpen }: Props) {
    const save = (kind: string) => (values: Record<string, unknown>) => onRecord(kind, values);
    if (bench.practice !== null && isAsked(dialog.name)) {
        return (
            <AskUnit asked={dialog.name} parts={bench.parts} part={dialog.part} onAsk={onRecord} onClose={onClose} />
        );
    }
    const loads = bench.parts.filter((part) => part.is_load);
    const fuses = bench.parts.filter((part) => part.is_fuse);
    switch (dialog.name) {
        case 'evidence':
            return (
                <Modal
                    open
                    width={660}
                    style={{ top: 20 }}
                    title="What do you know?"
                    footer={null}
                    onCancel={onClose}
                    focusTriggerAfterClose={false}
                    afterOpenChange={(open) => {
                        if (open) document.querySelector<HTMLElement>('.kinds button')?.focus();
                    }}
                >
                    <ul
                        className="kinds"
                        onKeyDown={(event) => {
                            const kind = evidenceKinds.find((k) => k.key === event.key.toLowerCase());
                            if (kind !== undefined) {
                                event.preventDefault();
                                onOpen?.({ name: kind.name });
                            }
                        }}
                    >
                        {evidenceKinds.map((kind) => (
                            <li key={kind.key}>
                                <button type="button" onClick={() => onOpen?.({ name: kind.name })}>
                                    <kbd>{kind.key.toUpperCase()}</kbd>
                                    <b>{kind.label}</b>
                                    <span>{kind.about}</span>
                                </button>
                            </li>
                        ))}
                    </ul>
                    <p className="hint">
                        The one field takes them too: c5 esr 0.8, c5 850u cap lifted, c5 bulging, zd1 zener 5.4, u2 85C,
                        u2 good, f1 blackened, start ok, twin tp3 21.4, hum. Beside plain readings it takes tp3-tp5 4.1
                        (between two points), tp3 4k7 swapped, c1 climbs, c1 stays 12, tp3 100Hz, tp3 flat. A foot
                        switch that sends Page Down, or F13 to F24, does what Enter does.
                    </p>
                </Modal>
            );
        case 'finding':
            return (
                <Sheet
                    title="Seen on a part"
                    initial={{ part: dialog.part }}
                    onClose={onClose}
                    onSave={save('finding')}
                >
                    <PartField parts={bench.parts} focus={dialog.part === undefined} />
                    <Form.Item
                        name="sees"
                        label="What you see"
                        rules={[{ required: true, message: 'Choose what comes nearest.' }]}
                    >
                        <Select showSearch={{ optionFilterProp: 'label' }} options={words?.sees ?? []} />
                    </Form.Item>
                    <Form.Item name="text" label="In words">
                        <Input placeholder="vent bulged, crust at the base" />
                    </Form.Item>
                    <LookFirst bench={bench} />
                </Sheet>
            );
        case 'capacitor':
            return <Capacitor bench={bench} words={words} save={save('part_test')} onClose={onClose} />;
        case 'breakdown':
            return (
                <Sheet
                    title="Zener under current"
                    initial={{ quantity: 'breakdown' }}
                    onClose={onClose}
                    onSave={(values) => onRecord('part_test', { ...values, quantity: 'breakdown' })}
                >
                    <PartField parts={bench.parts.filter((part) => part.breaks_down)} label="Zener" />
                    <Form.Item
                        name="text"
                        label="Across it"
                        rules={[
                            {
                                required: true,
                                message: 'Type the volts across it, for example 5.4, or OL if it does not conduct.',
                            },
                        ]}
                    >
                        <Input inputMode="decimal" placeholder="5.4, OL" suffix="V" />
                    </Form.Item>
                    <p className="caution">
                        One leg lifted; a source above its voltage through a resistor that keeps the current to a few
                        milliamperes.
                    </p>
                </Sheet>
            );
        case 'heat':
            return (
                <Sheet title="How hot is it?" initial={{ room: '22C' }} onClose={onClose} onSave={save('heat')}>
                    <PartField parts={bench.parts} />
                    <Form.Item
                        name="text"
                        label="Probe or camera shows"
                        rules={[{ required: true, message: 'Type the temperature, for example 85C.' }]}
                    >
                        <Input placeholder="85C" />
                    </Form.Item>
                    <Form.Item name="room" label="Room">
                        <Input />
                    </Form.Item>
                    <p className="caution">
                        Never by finger: what is hot may be live. Attach the probe with the plug out, or use a camera.
                    </p>
                </Sheet>
            );
        case 'tested':
            return (
                <Sheet
                    title="Tested out of circuit"
                    initial={{ verdict: 'good' }}
                    onClose={onClose}
                    onSave={save('tested')}
                >
                    <PartField parts={bench.parts} />
                    <Choice
                        name="verdict"
                        label="It is"
                        options={[
                            { value: 'good', label: 'good' },
                            { value: 'bad', label: 'bad' },
                        ]}
                    />
                    <Form.Item name="text" label="How it was tested">
                        <Input placeholder="component tester, swapped with the other channel" />
                    </Form.Item>
                </Sheet>
            );
        case 'eliminated':
            return (
                <Sheet
                    title="Is the fault still here?"
                    initial={{ how: 'lifted', still: 'yes' }}
                    onClose={onClose}
                    onSave={save('eliminated')}
                >
                    <PartField parts={bench.parts} />
                    <Choice name="how" label="What was done" options={words?.how} />
                    <Choice name="still" label="Fault still here" options={yesNo} />
                    <p className="hint">
                        A fault that vanishes when something is touched is suspicion, not proof. What was lifted must go
                        back.
                    </p>
                </Sheet>
            );
        case 'substituted':
            return (
                <Sheet
                    title="Supply or load?"
                    initial={{
                        part: loads.length === 1 ? loads[0]?.ref : undefined,
                        what: 'bench_supply',
                        works: 'yes',
                    }}
                    onClose={onClose}
                    onSave={save('substituted')}
                >
                    <PartField parts={loads} label="Load" />
                    <Choice name="what" label="What was done" options={words?.substitution} />
                    <Choice name="works" label="Works then" options={yesNo} />
                    <p className="caution">
                        Polarity and current limit first: a bench supply at the wrong voltage kills a good load.
                    </p>
                </Sheet>
            );
        case 'fuse':
            return (
                <Sheet
                    title="How does the fuse look?"
                    initial={{ part: fuses[0]?.ref, state: 'parted' }}
                    onClose={onClose}
                    onSave={save('fuse')}
                >
                    <PartField parts={fuses} label="Fuse" focus={fuses.length > 1} />
                    <Choice name="state" label="It is" options={words?.fuse} />
                    <Form.Item name="fitted" label="Marked, if another than due">
                        <Input placeholder="T2A" />
                    </Form.Item>
                </Sheet>
            );
        case 'background':
            return (
                <Sheet title="What is known of its life?" onClose={onClose} onSave={save('background')}>
                    <Form.Item name="years" label="Years old">
                        <Input autoFocus inputMode="numeric" placeholder="leave empty if nobody knows" />
                    </Form.Item>
                    <Form.Item name="conditions" label="It was">
                        <Checkbox.Group className="stacked" options={words?.conditions ?? []} />
                    </Form.Item>
                    <p className="hint">
                        This moves what is suspected before anything is measured, never against a reading.
                    </p>
                </Sheet>
            );
        case 'isolation':
            return (
                <Sheet
                    title="Isolation of the mains side"
                    initial={{ test: 'resistance' }}
                    onClose={onClose}
                    onSave={save('isolation')}
                >
                    <Choice name="test" label="What was measured" options={words?.isolation} />
                    <Form.Item
                        name="text"
                        label="It shows"
                        rules={[
                            { required: true, message: 'Type what the meter shows, for example 20M, OL or 0.3 mA.' },
                        ]}
                    >
                        <Input autoFocus placeholder="20M, OL, 0.3 mA" />
                    </Form.Item>
                    <p className="caution">
                        Insulation testers give 250 to 1000 V: discharge afterwards. Who may test and what must be met
                        is for local codes and licensed practice.
                    </p>
                </Sheet>
            );
        case 'dead':
            return <DeadSheet bench={bench} onRecord={onRecord} onClose={onClose} />;
        case 'twin':
            return <TwinTable bench={bench} onRecord={onRecord} onClose={onClose} />;
        case 'notebook':
            return <Notebook bench={bench} words={words} onRecord={onRecord} onClose={onClose} />;
        case 'starts':
            return <StartCounter bench={bench} onRecord={onRecord} onClose={onClose} />;
        case 'short':
            return <ShortStrip bench={bench} words={words} onRecord={onRecord} onClose={onClose} />;
    }
}
