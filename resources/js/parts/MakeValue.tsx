import { useMutation } from '@tanstack/react-query';
import { Button, Input, Modal, Segmented } from 'antd';
import { useState } from 'react';
import { answer, api } from '../api/client';
import { RefusalNote } from '../help/RefusalNote';

type By = 'closest' | 'fewest' | 'cheapest';

/** A load, a shunt, a missing value: the best set of what lies in the drawer. */
export function MakeValue({ onClose }: { onClose: () => void }) {
    const [target, setTarget] = useState('');
    const [by, setBy] = useState<By>('closest');
    const find = useMutation({
        mutationFn: (how: By) => answer(api.POST('/stock/combinations', { body: { target, by: how } })),
    });
    return (
        <Modal
            open
            afterOpenChange={(isOpen) => {
                if (isOpen) {
                    document.querySelector<HTMLElement>('.ant-modal input')?.focus();
                }
            }}
            width={900}
            title="Make a value of what is there"
            onCancel={onClose}
            footer={<Button onClick={onClose}>Back to the drawer</Button>}
        >
            <form
                className="entry"
                onSubmit={(event) => {
                    event.preventDefault();
                    find.mutate(by);
                }}
            >
                <Input
                    className="reading-input"
                    aria-label="Value needed"
                    placeholder="13R3 50 W"
                    value={target}
                    onChange={(event) => setTarget(event.target.value)}
                />
                <Button type="primary" htmlType="submit" loading={find.isPending} disabled={target.trim() === ''}>
                    Find <kbd>↵</kbd>
                </Button>
            </form>
            <Segmented
                aria-label="What counts most"
                value={by}
                onChange={(value) => {
                    setBy(value as By);
                    if (find.data !== undefined) {
                        find.mutate(value as By);
                    }
                }}
                options={[
                    { value: 'closest', label: 'Closest' },
                    { value: 'fewest', label: 'Fewest parts' },
                    { value: 'cheapest', label: 'Cheapest' },
                ]}
            />
            <p className="hint">
                Write what it must stand: "13R3 50 W" for a load, "0R1 0.1 %" for a shunt, "33u 450V electrolytic".
                Shares of power and volts, tolerance and drift are worked out; hot loads stand apart, with air.
            </p>
            {find.error !== null && <RefusalNote>{find.error.message}</RefusalNote>}
            {find.data?.sets.length === 0 && <p role="status">Nothing in the drawer makes {find.data.target}.</p>}
            <ol className="sets" aria-label="Sets">
                {find.data?.sets.map((set) => (
                    <li key={`${set.words} ${set.price} ${set.worst}`}>
                        <p className="set-head">
                            <b className="mono-figures">{set.words}</b>{' '}
                            <span className="mono-figures">
                                = {set.value} ({set.error})
                            </span>
                        </p>
                        <p className="mono-figures">
                            worst case {set.worst}, rss {set.rss}
                            {set.tempco !== '' && `, ${set.tempco}`}
                            {set.price !== '' && `, ${set.price} in all`}
                        </p>
                        <p className="hint">
                            {set.within}. {set.note}
                        </p>
                        <ul>
                            {set.lines.map((line) => (
                                <li key={`${line.id} ${line.watts} ${line.volts}`}>
                                    {line.count} × {line.label}
                                    {line.location !== '' && ` (${line.location})`}
                                    {line.watts !== '' && (
                                        <>
                                            , each {line.watts}
                                            {line.share != null && ` = ${line.share} % of its rating`}
                                            {line.warm && <b> no margin</b>}
                                        </>
                                    )}
                                    {line.volts !== '' && `, ${line.volts}`}
                                </li>
                            ))}
                        </ul>
                    </li>
                ))}
            </ol>
        </Modal>
    );
}
