import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import type { Bench, GateItem, GateView } from '../api/client';
import { RefusalNote } from '../help/RefusalNote';
import { ForWriters } from '../shell/ForWriters';

const act: Record<string, string> = {
    check: 'Measure it',
    look: 'Looked, it is right',
    discharge: 'Discharge it',
    ledger: 'Open the ledger',
    refit: 'Put it back',
    power: 'Record the power',
    prove: 'Test it',
    isolation: 'Measure the isolation',
};

function Gate({
    gate,
    mayOverride,
    onLead,
    onOverride,
}: {
    gate: GateView;
    mayOverride: boolean;
    onLead: (item: GateItem) => void;
    onOverride: (reason: string) => void;
}) {
    const [reason, setReason] = useState<string>();
    const isOverridable = gate.items.some((item) => item.may_override && !item.passed);
    return (
        <section className={gate.open ? 'gate gate-open' : 'gate gate-shut'} aria-label={gate.title}>
            <h3>
                <i aria-hidden="true" />
                {gate.title}
                <small>
                    {gate.open
                        ? gate.items.length === 0
                            ? 'nothing is missing'
                            : 'passed over'
                        : `${gate.items.filter((item) => !item.passed).length} missing`}
                </small>
            </h3>
            {gate.override != null && <p className="quiet">A lead passes over it: {gate.override}</p>}
            <ul>
                {gate.items.map((item) => (
                    <li key={item.id}>
                        <span>
                            {item.sentence}
                            {item.passed && <em className="quiet"> passed over</em>}
                        </span>
                        {act[item.leads] !== undefined && (
                            <Button size="small" onClick={() => onLead(item)}>
                                {act[item.leads]}
                            </Button>
                        )}
                    </li>
                ))}
            </ul>
            {mayOverride && isOverridable && reason === undefined && (
                <button type="button" className="plain" onClick={() => setReason('')}>
                    Pass over it, with a reason
                </button>
            )}
            {reason !== undefined && isOverridable && (
                <form
                    className="ledger-why"
                    onSubmit={(event) => {
                        event.preventDefault();
                        onOverride(reason);
                        setReason(undefined);
                    }}
                >
                    <Input
                        aria-label="Reason"
                        autoFocus
                        placeholder="the reason stays in the log"
                        value={reason}
                        onChange={(event) => setReason(event.target.value)}
                    />
                    <Button htmlType="submit" disabled={reason.trim() === ''}>
                        Pass over it
                    </Button>
                </form>
            )}
        </section>
    );
}

/**
 * What must be true before hands go in, before power, and before the unit leaves; each line leads to what settles it.
 */
export function GateSheet({
    bench,
    refusal,
    onLead,
    onOverride,
    onClose,
}: {
    bench: Bench;
    refusal: string | undefined;
    onLead: (item: GateItem) => void;
    onOverride: (gate: string, reason: string) => void;
    onClose: () => void;
}) {
    const { gates, may_override: mayOverride } = bench.safety;
    return (
        <Modal
            open
            width={720}
            title="Gates"
            footer={<Button onClick={onClose}>Back</Button>}
            onCancel={onClose}
            focusTriggerAfterClose={false}
            afterOpenChange={(open) => {
                // Whoever is quicker than the sheet has put the cursor somewhere already.
                if (open && document.activeElement?.closest('.ant-modal-body') == null)
                    (
                        document.querySelector<HTMLElement>('.gate li button') ??
                        document.querySelector<HTMLElement>('.ant-modal-footer button')
                    )?.focus();
            }}
        >
            {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
            <ForWriters may={bench.job.may_write}>
                {gates.map((gate) => (
                    <Gate
                        key={gate.gate}
                        gate={gate}
                        mayOverride={mayOverride}
                        onLead={onLead}
                        onOverride={(reason) => onOverride(gate.gate, reason)}
                    />
                ))}
            </ForWriters>
            {!mayOverride && (
                <p className="hint">
                    What is missing can be passed over by a lead only, with a reason that stays in the log.
                </p>
            )}
        </Modal>
    );
}
