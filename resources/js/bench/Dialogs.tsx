import { useQuery } from '@tanstack/react-query';
import { Form, Input, Radio, Select } from 'antd';
import type { Bench, GateItem, Option } from '../api/client';
import { placeQuery, wordsQuery } from '../api/queries';
import { GateSheet } from '../power/GateSheet';
import { TakenOff } from '../power/TakenOff';
import { EvidenceDialogs } from './EvidenceDialogs';
import type { EvidenceDialog } from './evidenceKinds';
import { PhotoBoard } from './PhotoBoard';
import { PartField, Sheet } from './Sheet';
import type { Entry as Waiting } from '../outbox/useOutbox';
import { RefusalNote } from '../help/RefusalNote';

export type Dialog =
    | EvidenceDialog
    | { name: 'power' }
    | { name: 'mains' }
    | { name: 'photos' }
    | { name: 'gates' }
    | { name: 'taken' }
    | { name: 'note' }
    | { name: 'symptom' }
    | { name: 'cause'; part?: string; fault?: string }
    | { name: 'work'; place?: string }
    | { name: 'purpose' }
    | { name: 'repair'; part?: string; typed?: Record<string, unknown> };

interface Props {
    dialog: Dialog;
    bench: Bench;
    /** `stay` keeps the sheet open. */
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
    onClose: () => void;
    onOpen: (dialog: Dialog) => void;
    onPhoto: (picture: Blob, caption: string) => void;
    onLead: (item: GateItem) => void;
    refusal: string | undefined;
    refused: Waiting | undefined;
}

/** A failed part has a cause: the usual ones of its kind, with what engine and log say, one touch to take over. */
function UsualCauses({
    bench,
    part,
    onChoose,
}: {
    bench: Bench;
    part: string | undefined;
    onChoose: (text: string) => void;
}) {
    const place = useQuery({
        ...placeQuery(bench.job.id, part ?? '', bench.log.length),
        enabled: part !== undefined && bench.practice === null,
    });
    return place.data === undefined ? null : (
        <div className="usual" aria-label="Usual causes" role="group">
            {place.data.origins.map((origin) => (
                <button key={origin.key} type="button" onClick={() => onChoose(origin.title)}>
                    <b>{origin.title}</b>
                    {origin.likely && ' (likely)'}
                    <small>{origin.finding === '' ? origin.check : origin.finding}</small>
                </button>
            ))}
        </div>
    );
}

/** Which part, how, and why. */
function CauseInPart({ bench, part }: { bench: Bench; part?: string }) {
    return (
        <>
            <PartField parts={bench.parts} focus={false} />
            <Form.Item noStyle shouldUpdate={(before, after) => before.part !== after.part}>
                {({ getFieldValue }) => (
                    <Form.Item
                        label="How it failed"
                        name="fault"
                        rules={[{ required: true, message: 'How did it fail?' }]}
                    >
                        <Select
                            options={[
                                ...(bench.parts
                                    .find((p) => p.ref === getFieldValue('part'))
                                    ?.faults.map((f) => ({ value: f.name, label: f.title })) ?? []),
                                { value: 'mistaken', label: 'put in or joined wrongly' },
                            ]}
                        />
                    </Form.Item>
                )}
            </Form.Item>
            <Form.Item noStyle shouldUpdate={(before, after) => before.fault !== after.fault}>
                {({ getFieldValue }) => {
                    const mistaken = getFieldValue('fault') === 'mistaken';
                    return (
                        <Form.Item
                            label={mistaken ? 'How it is put in or joined' : 'Why it failed, if you know'}
                            name="text"
                            rules={[
                                { required: mistaken, message: 'Say how: which part sits where, what touches what.' },
                            ]}
                        >
                            <Input
                                autoFocus={part !== undefined}
                                placeholder={
                                    mistaken
                                        ? 'in the place of R7; solder from its middle pin to C3'
                                        : 'heat from the regulator, a surge, age'
                                }
                            />
                        </Form.Item>
                    );
                }}
            </Form.Item>
            <Form.Item
                noStyle
                shouldUpdate={(before, after) => before.part !== after.part || before.fault !== after.fault}
            >
                {({ getFieldValue, setFieldValue }) =>
                    getFieldValue('fault') !== 'mistaken' && (
                        <UsualCauses
                            bench={bench}
                            part={getFieldValue('part') as string | undefined}
                            onChoose={(text) => setFieldValue('text', text)}
                        />
                    )
                }
            </Form.Item>
        </>
    );
}

/** What is no part's fault, or that nothing was found. */
function CauseBeside({ nothing }: { nothing: boolean }) {
    return (
        <>
            {!nothing && (
                <Form.Item label="Where" name="place" rules={[{ required: true, message: 'Where was it?' }]}>
                    <Input autoFocus placeholder="plug X3; between R7 and the rail" />
                </Form.Item>
            )}
            <Form.Item
                label={nothing ? 'What was tried' : 'What was wrong'}
                name="text"
                rules={[{ required: true, message: nothing ? 'Say what was tried.' : 'Say what was wrong there.' }]}
            >
                <Input
                    autoFocus={nothing}
                    placeholder={nothing ? 'two hours warm under load, 20 starts' : 'one pin off, 12 V on the 5 V wire'}
                />
            </Form.Item>
        </>
    );
}

function Cause({
    bench,
    causes,
    part,
    fault,
    ...rest
}: {
    bench: Bench;
    causes: Option[];
    part?: string;
    fault?: string;
    onClose: () => void;
    onSave: (v: Record<string, string>) => void;
}) {
    return (
        <Sheet title="Name the cause" initial={{ kind: 'part', part, fault }} {...rest}>
            <Form.Item label="It was" name="kind">
                <Select options={causes} />
            </Form.Item>
            <Form.Item noStyle shouldUpdate={(before, after) => before.kind !== after.kind}>
                {({ getFieldValue }) =>
                    getFieldValue('kind') === 'part' ? (
                        <CauseInPart bench={bench} part={part} />
                    ) : (
                        <CauseBeside key={getFieldValue('kind')} nothing={getFieldValue('kind') === 'none'} />
                    )
                }
            </Form.Item>
        </Sheet>
    );
}

/** What stands between wall and unit, and how it is set. */
function Through({
    power,
    how,
    bench,
    methods,
}: {
    power: string;
    how: string | undefined;
    bench: Bench;
    methods: Option[];
}) {
    if (power === 'unplugged') {
        return null;
    }
    const limits = ['lamp', 'variable_transformer', 'bench'];
    const offered = methods.filter((method) => limits.includes(method.value) === (power === 'limited'));
    return (
        <>
            <Form.Item name="how" label="Through" preserve={false}>
                <Radio.Group options={offered} />
            </Form.Item>
            {power === 'limited' && how === 'lamp' && (
                <Form.Item
                    name="watts"
                    label="Lamp"
                    preserve={false}
                    rules={[{ required: true, message: 'How many watts?' }]}
                >
                    <Input inputMode="decimal" suffix="W" />
                </Form.Item>
            )}
            {power === 'limited' && (how === 'variable_transformer' || how === 'bench') && (
                <Form.Item
                    name="volts"
                    label="Set to"
                    preserve={false}
                    rules={[{ required: true, message: 'How many volts?' }]}
                >
                    <Input inputMode="decimal" suffix="V" />
                </Form.Item>
            )}
            {power === 'limited' && how === 'bench' && (
                <div className="two">
                    <Form.Item
                        name="limit"
                        label="Current limit"
                        preserve={false}
                        rules={[{ required: true, message: 'How many amperes?' }]}
                    >
                        <Input inputMode="decimal" suffix="A" placeholder="0.5" />
                    </Form.Item>
                    <Form.Item name="part" label="Across" preserve={false}>
                        <Select
                            allowClear
                            placeholder="its own feed"
                            options={bench.parts
                                .filter((part) => part.has_polarity)
                                .map((part) => ({ value: part.ref, label: part.label }))}
                        />
                    </Form.Item>
                </div>
            )}
        </>
    );
}

/** One small sheet per kind of entry; each opens with the likely answer filled in and Enter records it. */
export function Dialogs({ dialog, bench, onRecord, onClose, onOpen, onPhoto, onLead, refusal, refused }: Props) {
    const words = useQuery(wordsQuery).data;
    const save = (kind: string) => (values: Record<string, string>) => onRecord(kind, values);
    switch (dialog.name) {
        case 'power':
            return (
                <Sheet
                    title="How does the unit stand now?"
                    initial={{ power: bench.state.power, mode: bench.state.mode }}
                    onClose={onClose}
                    onSave={({ power, mode, ...method }) =>
                        onRecord('power', { power, mode, method: { ...method, how: method.how ?? '' } })
                    }
                >
                    <Form.Item name="power" label="Power">
                        <Radio.Group
                            className="stacked"
                            options={[
                                { value: 'unplugged', label: 'Unplugged' },
                                {
                                    value: 'limited',
                                    label: 'On limited power: lamp, variable transformer or bench supply',
                                },
                                { value: 'live', label: 'Live on mains' },
                            ]}
                        />
                    </Form.Item>
                    <Form.Item name="mode" label="Set up as">
                        <Radio.Group
                            className="stacked"
                            options={bench.modes.map((mode) => ({
                                value: mode.id,
                                label:
                                    mode.absent.length > 0
                                        ? `${mode.name} (without ${mode.absent.join(', ')})`
                                        : mode.name,
                            }))}
                        />
                    </Form.Item>
                    <Form.Item noStyle shouldUpdate>
                        {({ getFieldValue }) => (
                            <Through
                                power={getFieldValue('power') as string}
                                how={getFieldValue('how') as string | undefined}
                                bench={bench}
                                methods={words?.methods ?? []}
                            />
                        )}
                    </Form.Item>
                    {bench.cautions.map((caution) => (
                        <p key={caution} className="caution">
                            {caution}
                        </p>
                    ))}
                </Sheet>
            );
        case 'mains':
            return (
                <Sheet title="Mains as measured at the unit" onClose={onClose} onSave={save('mains')}>
                    <Form.Item
                        name="text"
                        label="Volts"
                        rules={[{ required: true, message: 'Type the volts, for example 234.' }]}
                    >
                        <Input autoFocus inputMode="decimal" suffix="V" />
                    </Form.Item>
                    <p className="hint">
                        Knowing it narrows every expected window. The first time it is solved anew, which takes some
                        seconds.
                    </p>
                </Sheet>
            );
        case 'gates':
            return (
                <GateSheet
                    bench={bench}
                    refusal={refusal}
                    onLead={onLead}
                    onOverride={(gate, reason) => onRecord('override', { gate, reason }, true)}
                    onClose={onClose}
                />
            );
        case 'taken':
            return <TakenOff bench={bench} refusal={refusal} refused={refused} onRecord={onRecord} onClose={onClose} />;
        case 'photos':
            return (
                <PhotoBoard bench={bench} onRecord={onRecord} onPhoto={onPhoto} refusal={refusal} onClose={onClose} />
            );
        case 'note':
            return (
                <Sheet title="Note" onClose={onClose} onSave={save('note')}>
                    <Form.Item name="text" rules={[{ required: true, message: 'Write the note.' }]}>
                        <Input.TextArea autoFocus autoSize={{ minRows: 2 }} aria-label="Note" />
                    </Form.Item>
                </Sheet>
            );
        case 'symptom':
            return (
                <Sheet title="What does it do?" onClose={onClose} onSave={save('symptom')}>
                    <Form.Item
                        label="Symptom"
                        name="symptom"
                        rules={[{ required: true, message: 'Choose what comes nearest.' }]}
                    >
                        <Select showSearch={{ optionFilterProp: 'label' }} options={words?.symptoms ?? []} autoFocus />
                    </Form.Item>
                    <Form.Item label="In words" name="text">
                        <Input placeholder="only when warm, after ten minutes" />
                    </Form.Item>
                </Sheet>
            );
        case 'cause':
            return (
                <Cause
                    bench={bench}
                    causes={words?.causes ?? []}
                    part={dialog.part}
                    fault={dialog.fault}
                    onClose={onClose}
                    onSave={save('cause')}
                />
            );
        case 'work':
            return (
                <Sheet
                    title="What was put right?"
                    initial={{ place: dialog.place }}
                    onClose={onClose}
                    onSave={save('work')}
                >
                    <p className="hint">Where no part was replaced. Measure it afterwards as after any repair.</p>
                    <Form.Item label="Where" name="place">
                        <Input placeholder="plug X3" />
                    </Form.Item>
                    <Form.Item
                        label="What was done"
                        name="text"
                        rules={[{ required: true, message: 'Say what was done.' }]}
                    >
                        <Input autoFocus placeholder="put on its own pins, keyed with a drop of lacquer" />
                    </Form.Item>
                </Sheet>
            );
        case 'purpose':
            return (
                <Sheet
                    title="What is it here for?"
                    initial={{ purpose: bench.state.purpose }}
                    onClose={onClose}
                    onSave={save('purpose')}
                >
                    <Form.Item name="purpose">
                        <Radio.Group options={words?.purposes ?? []} className="column" />
                    </Form.Item>
                </Sheet>
            );
        case 'repair':
            return (
                <Sheet
                    title="What was replaced or made good?"
                    initial={{
                        part: dialog.part,
                        out: bench.parts.find((p) => p.ref === dialog.part)?.label,
                        ...dialog.typed,
                    }}
                    onClose={onClose}
                    onSave={save('repair')}
                >
                    {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
                    <PartField parts={bench.parts} focus={dialog.part === undefined} />
                    <Form.Item label="Out" name="out" rules={[{ required: true, message: 'What came out?' }]}>
                        <Input />
                    </Form.Item>
                    <Form.Item label="In" name="in" rules={[{ required: true, message: 'What went in?' }]}>
                        <Input autoFocus={dialog.part !== undefined} placeholder="type, rating, where from" />
                    </Form.Item>
                </Sheet>
            );
        default:
            return (
                <EvidenceDialogs
                    dialog={dialog}
                    bench={bench}
                    words={words}
                    onRecord={onRecord}
                    onClose={onClose}
                    onOpen={onOpen}
                />
            );
    }
}
