import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Drawer, Form, Input, Select } from 'antd';
import { useState } from 'react';
import { answer, api, type Bench, type LedgerEntry, type Words } from '../api/client';
import { wordsQuery } from '../api/queries';
import type { Entry as Waiting } from '../outbox/useOutbox';
import { useRefused } from './useRefused';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';
import { ForWriters } from '../shell/ForWriters';
import { isWithModifier, useKeys } from '../shell/useKeys';

type Change = Words['changes'][number];
type Record_ = (kind: string, payload: Record<string, unknown>) => void;

const standing: Record<string, string> = { free: 'may stay', allow: 'to be allowed', forbidden: 'must be undone' };
const isField = (target: EventTarget | null) =>
    target instanceof HTMLElement && target.closest('input, textarea, .ant-select') !== null;

function suited(change: Change, parts: Bench['parts']) {
    switch (change.value) {
        case 'wrongfuse':
            return parts.filter((part) => part.is_fuse);
        case 'loadoff':
            return parts.filter((part) => part.is_load);
        case 'scaled':
            return parts.filter((part) => part.is_resistor);
        default:
            return parts;
    }
}

/** Opening an entry: the letter chose what it is; the part that is being worked on stands there already. */
function Opening({
    change,
    bench,
    part,
    typed,
    onRecord,
    onDone,
}: {
    change: Change;
    bench: Bench;
    part: string | null;
    typed: Record<string, unknown> | undefined;
    onRecord: Record_;
    onDone: () => void;
}) {
    const [form] = Form.useForm<Record<string, string>>();
    const parts = suited(change, bench.parts);
    const likely = parts.some((one) => one.ref === part)
        ? (part ?? undefined)
        : parts.length === 1
          ? parts[0]?.ref
          : undefined;
    const isAdded = change.value === 'added';
    const ends = [
        ...bench.points.map((point) => ({ value: point.id, label: `${point.id} ${point.name}` })),
        ...[...new Set(bench.points.map((point) => point.against))].map((node) => ({ value: node, label: node })),
    ];
    const places =
        change.value === 'jumper'
            ? [
                  ...bench.points.flatMap((from) =>
                      bench.points
                          .filter((to) => to.id !== from.id && to.against === from.against)
                          .map((to) => ({ value: `${from.id}-${to.id}`, label: `${from.id} to ${to.id}` })),
                  ),
              ]
            : [];
    return (
        <Form
            form={form}
            layout="vertical"
            requiredMark={false}
            className="opening"
            initialValues={{ part: likely, ...typed }}
            onFinish={(values) => {
                onRecord('change', { change: change.value, ...values });
                onDone();
            }}
        >
            <h3>{change.label}</h3>
            {isAdded && (
                <>
                    <p className="hint">
                        A part that was never there. With two ends that differ the first one is anode or plus: a clamp
                        diode goes from ground to a positive output.
                    </p>
                    <div className="opening-ends">
                        {(['from', 'to'] as const).map((end) => (
                            <Form.Item
                                key={end}
                                label={end === 'from' ? 'From (anode, plus)' : 'To (cathode, minus)'}
                                name={end}
                                rules={[{ required: true, message: 'A test point, or a ground.' }]}
                            >
                                <Select showSearch={{ optionFilterProp: 'label' }} options={ends} />
                            </Form.Item>
                        ))}
                    </div>
                </>
            )}
            {change.value !== 'shield' && change.value !== 'other' && !isAdded && (
                <Form.Item
                    label={change.value === 'jumper' ? 'Across which part, or between which points' : 'Which part'}
                    name="part"
                    rules={change.needs_part ? [{ required: true, message: 'Which part?' }] : []}
                >
                    <Select
                        showSearch={{ optionFilterProp: 'label' }}
                        allowClear
                        autoFocus={likely === undefined}
                        options={[...parts.map((one) => ({ value: one.ref, label: one.label })), ...places]}
                    />
                </Form.Item>
            )}
            {change.needs_value && (
                <Form.Item
                    label={isAdded ? 'What was added' : 'What is in there now'}
                    name="value"
                    rules={[
                        {
                            required: true,
                            message: isAdded ? 'For example schottky 3A 40V.' : 'For example 30k or T2A.',
                        },
                    ]}
                >
                    <Input
                        autoFocus={likely !== undefined && !isAdded}
                        placeholder={isAdded ? 'schottky 3A 40V, resistor 100R 2W' : '30k, T2A, 1N5408'}
                    />
                </Form.Item>
            )}
            <Form.Item
                label={
                    change.value === 'shield' || change.value === 'other' ? 'What, and where' : 'Where, if that helps'
                }
                name="where"
                rules={
                    change.value === 'shield' || change.value === 'other'
                        ? [{ required: true, message: 'Say what and where.' }]
                        : []
                }
            >
                <Input
                    autoFocus={
                        !change.needs_value &&
                        (likely !== undefined || change.value === 'shield' || change.value === 'other')
                    }
                />
            </Form.Item>
            <Form.Item label="Why" name="why">
                <Input
                    placeholder={isAdded ? 'it is held below ground as it starts' : 'to wake the controller at 30 V'}
                />
            </Form.Item>
            <Button type="primary" htmlType="submit">
                Write it down <kbd>↵</kbd>
            </Button>
        </Form>
    );
}

function Entry({ entry, job, onRecord }: { entry: LedgerEntry; job: string; onRecord: Record_ }) {
    const [why, setWhy] = useState<string>();
    const describe = useMutation({
        mutationFn: () =>
            answer(api.POST('/jobs/{job}/changes/{entry}/description', { params: { path: { job, entry: entry.id } } })),
    });
    const close = (how: string, reason = '') => onRecord('change_closed', { change: entry.id, how, why: reason });
    return (
        <li className={entry.open ? 'ledger-open' : 'ledger-closed'}>
            <b>{entry.words}</b>
            {entry.why !== '' && <span className="quiet">{entry.why}</span>}
            {entry.open ? (
                <span className="quiet">
                    limited power: {standing[entry.limited]} · mains: {standing[entry.mains]} · hand-back:{' '}
                    {entry.may_stay ? 'must be undone, or stay for a reason' : entry.mended}
                </span>
            ) : (
                <span className="quiet">
                    {entry.how === 'undone' ? 'undone' : `made permanent: ${entry.closed_why ?? ''}`}
                </span>
            )}
            {entry.describable && (
                <div className="ledger-acts">
                    <Button size="small" loading={describe.isPending} onClick={() => describe.mutate()}>
                        Into the description, for the next one
                    </Button>
                    {describe.isSuccess && <span role="status">It is in the description now.</span>}
                    {describe.isError && <span role="alert">{describe.error.message}</span>}
                </div>
            )}
            {entry.open && (
                <div className="ledger-acts">
                    <Button size="small" onClick={() => close('undone')}>
                        Undone
                    </Button>
                    {entry.may_stay && (
                        <Button size="small" onClick={() => setWhy('')}>
                            Made permanent…
                        </Button>
                    )}
                    {entry.limited === 'allow' && (
                        <Button size="small" onClick={() => onRecord('allow', { change: entry.id, gate: 'limited' })}>
                            Allow on limited power
                        </Button>
                    )}
                    {entry.mains === 'allow' && (
                        <Button size="small" onClick={() => onRecord('allow', { change: entry.id, gate: 'mains' })}>
                            Allow on mains
                        </Button>
                    )}
                </div>
            )}
            {why !== undefined && entry.open && (
                <form
                    className="ledger-why"
                    onSubmit={(event) => {
                        event.preventDefault();
                        close('permanent', why);
                    }}
                >
                    <Input
                        aria-label="Why it may stay for good"
                        placeholder="why it may stay for good"
                        autoFocus
                        value={why}
                        onChange={(event) => setWhy(event.target.value)}
                    />
                    <Button htmlType="submit">Record</Button>
                </form>
            )}
        </li>
    );
}

/** The ledger of temporary changes: one key from everywhere, a second one opens an entry. */
export function Ledger({
    bench,
    part,
    refusal,
    refused,
    onRecord,
    onClose,
}: {
    bench: Bench;
    part: string | null;
    refusal: string | undefined;
    refused: Waiting | undefined;
    onRecord: Record_;
    onClose: () => void;
}) {
    const words = useQuery(wordsQuery).data;
    const [opening, setOpening] = useState<Change>();
    const [typed, setTyped] = useState<Record<string, unknown>>();
    useRefused(refused, 'change', (payload) => {
        setTyped(payload);
        setOpening(words?.changes.find((one) => one.value === payload.change));
    });
    const mayWrite = bench.job.may_write;
    const { ledger, open } = bench.safety;

    useKeys((event) => {
        if (!mayWrite || opening !== undefined || isField(event.target) || isWithModifier(event)) {
            return;
        }
        const change = words?.changes.find((one) => one.key === event.key.toLowerCase());
        if (change !== undefined) {
            event.preventDefault();
            setOpening(change);
        }
    });

    return (
        <Drawer
            open
            title={`Ledger of temporary changes: ${open} open`}
            size={460}
            onClose={() => (opening === undefined ? onClose() : setOpening(undefined))}
            rootClassName="ledger-drawer"
        >
            {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
            <ForWriters may={mayWrite}>
                {opening === undefined && (
                    <div className="ledger-kinds" aria-label="Open an entry">
                        {words?.changes.map((change) => (
                            <Button key={change.value} onClick={() => setOpening(change)}>
                                <kbd>{change.key.toUpperCase()}</kbd> {change.label}
                            </Button>
                        ))}
                    </div>
                )}
                {opening !== undefined && (
                    <Opening
                        key={opening.value}
                        change={opening}
                        bench={bench}
                        part={part}
                        typed={typed}
                        onRecord={onRecord}
                        onDone={() => {
                            setOpening(undefined);
                            setTyped(undefined);
                        }}
                    />
                )}
                {ledger.length === 0 ? (
                    <EmptyNote page="safety">
                        Nothing is different from how the unit is meant to be. Whatever you bridge, lift, scale or leave
                        off goes in here the moment you do it; expected readings follow it, and the gates do not forget
                        it.
                    </EmptyNote>
                ) : (
                    <ul className="ledger" aria-label="Entries">
                        {ledger.map((entry) => (
                            <Entry key={entry.id} entry={entry} job={bench.job.id} onRecord={onRecord} />
                        ))}
                    </ul>
                )}
            </ForWriters>
        </Drawer>
    );
}
