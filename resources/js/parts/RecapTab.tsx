import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import { answer, api, type Recap, type RecapLine } from '../api/client';
import { recapQuery, reservationsQuery } from '../api/queries';
import { BoardProgress } from './BoardProgress';
import { ListEntry } from './ListEntry';
import type { Writes } from './PartsBench';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';

const schools = [
    {
        value: 'all',
        label: 'All electrolytics',
        says: 'Everything with electrolyte in it at once: vintage gear, compact boards, electrolyte about.',
    },
    { value: 'risk', label: 'By risk', says: 'By kind, age, heat, duty and what was measured.' },
    {
        value: 'proven',
        label: 'Only proven bad',
        says: 'Only what was measured or seen bad: large cans outlive their owners.',
    },
];

const decisions = [
    { value: 'plan', label: 'as planned' },
    { value: 'replace', label: 'replace' },
    { value: 'measure', label: 'measure first' },
    { value: 'keep', label: 'keep' },
];

function Line({ line, bench, onRecord }: { line: RecapLine } & Pick<Writes, 'bench' | 'onRecord'>) {
    const [fitting, setFitting] = useState<string>();
    const mayWrite = bench.job.may_write;
    return (
        <tr className={`recap-${line.decision} recap-${line.progress.replace(' ', '-')}`}>
            <th scope="row">{line.ref}</th>
            <td>
                <b className="mono-figures">{line.what}</b>
                <small>
                    {line.kind}, {line.duty}
                    {line.volts !== '' && `; ${line.volts}`}
                    {line.ripple !== '' && `; ripple ${line.ripple}`}
                    {line.mark !== '' && `; ${line.mark}`}
                </small>
            </td>
            <td>
                {mayWrite && line.fitted === '' ? (
                    <Select
                        aria-label={`${line.ref}: decision`}
                        value={line.decision === line.planned ? 'plan' : line.decision}
                        onChange={(decision) => onRecord('decide', { part: line.ref, decision })}
                        options={decisions.map((one) =>
                            one.value === 'plan'
                                ? { ...one, label: line.decision === line.planned ? line.words : 'as planned' }
                                : one,
                        )}
                    />
                ) : (
                    <b>{line.words}</b>
                )}
                <small>{line.reasons.join(' ')}</small>
            </td>
            <td>
                {line.decision === 'replace' && (
                    <>
                        <b className="mono-figures">{line.fitted === '' ? line.successor : line.fitted}</b>
                        <small>
                            {line.before !== '' && `as it is: ${line.before}`}
                            {line.after !== '' && `; new: ${line.after}`}
                        </small>
                    </>
                )}
            </td>
            <td>
                {mayWrite && line.progress === 'to do' && fitting === undefined && (
                    <Button aria-label={`${line.ref} fitted`} onClick={() => setFitting(line.successor)}>
                        Fitted
                    </Button>
                )}
                {fitting !== undefined && line.fitted === '' && (
                    <form
                        onSubmit={(event) => {
                            event.preventDefault();
                            onRecord('repair', { part: line.ref, out: line.what, in: fitting });
                            setFitting(undefined);
                        }}
                    >
                        <Input
                            aria-label={`What went in at ${line.ref}`}
                            autoFocus
                            value={fitting}
                            onChange={(event) => setFitting(event.target.value)}
                            onKeyDown={(event) => {
                                if (event.key === 'Escape') {
                                    event.stopPropagation();
                                    setFitting(undefined);
                                }
                            }}
                        />
                    </form>
                )}
                {mayWrite && line.progress === 'fitted' && (
                    <Button
                        aria-label={`Polarity of ${line.ref} looked at`}
                        onClick={() => onRecord('looked', { what: `polarity ${line.ref}` })}
                    >
                        Polarity is right
                    </Button>
                )}
                {line.progress === 'done' && <b>done</b>}
            </td>
        </tr>
    );
}

function Order({ recap, bench }: { recap: Recap } & Pick<Writes, 'bench'>) {
    const queries = useQueryClient();
    const reserve = useMutation({
        mutationFn: (row: Recap['order'][number]) =>
            answer(
                api.POST('/jobs/{job}/reservations', {
                    params: { path: { job: bench.job.id } },
                    body: { stock: row.stock ?? '', part: row.refs[0] ?? '', quantity: row.taken },
                }),
            ),
        onSuccess: () =>
            Promise.all([
                queries.invalidateQueries({ queryKey: ['parts', bench.job.id] }),
                queries.invalidateQueries({ queryKey: ['stock'] }),
            ]),
    });
    const reserved = useQuery(reservationsQuery(bench.job.id)).data ?? [];
    const free = useMutation({
        mutationFn: (reservation: string) =>
            answer(
                api.DELETE('/jobs/{job}/reservations/{reservation}', {
                    params: { path: { job: bench.job.id, reservation } },
                }),
            ),
        onSuccess: () =>
            Promise.all([
                queries.invalidateQueries({ queryKey: ['parts', bench.job.id] }),
                queries.invalidateQueries({ queryKey: ['stock'] }),
            ]),
    });
    const total = recap.order.reduce((sum, row) => sum + row.order + row.spares, 0);
    return (
        <section aria-label="Order list">
            <h2>
                Order list: {total === 0 ? 'nothing is missing' : `${total} pieces`}{' '}
                <a href={`/api/v1/jobs/${bench.job.id}/order.csv`} download>
                    as CSV
                </a>
            </h2>
            {reserve.error !== null && <RefusalNote>{reserve.error.message}</RefusalNote>}
            {reserved.length > 0 && (
                <ul className="kept" aria-label="Kept for this job">
                    {reserved.map((one) => (
                        <li key={one.id}>
                            {one.quantity} × {one.label}
                            {one.location !== '' && `, ${one.location}`}, kept for {one.part}{' '}
                            {bench.job.may_write && (
                                <Button size="small" onClick={() => free.mutate(one.id)}>
                                    Free it
                                </Button>
                            )}
                        </li>
                    ))}
                </ul>
            )}
            {recap.order.length > 0 && (
                <table className="compare">
                    <thead>
                        <tr>
                            <th scope="col">Value</th>
                            <th scope="col">For</th>
                            <th scope="col">Needed</th>
                            <th scope="col">In the drawer</th>
                            <th scope="col">Order</th>
                            <th scope="col">Spares</th>
                        </tr>
                    </thead>
                    <tbody>
                        {recap.order.map((row) => (
                            <tr key={row.refs.join(' ')}>
                                <th scope="row" className="mono-figures">
                                    {row.what}
                                    <small>
                                        {[
                                            row.kind,
                                            row.ripple !== '' && `ripple at least ${row.ripple}`,
                                            row.pitch !== '' && `pitch ${row.pitch}`,
                                            row.note,
                                        ]
                                            .filter(Boolean)
                                            .join(', ')}
                                    </small>
                                </th>
                                <td>{row.refs.join(', ')}</td>
                                <td className="mono-figures">{row.count}</td>
                                <td>
                                    {row.taken > 0 ? (
                                        <>
                                            {row.taken}: {row.drawer}{' '}
                                            {bench.job.may_write && (
                                                <Button size="small" onClick={() => reserve.mutate(row)}>
                                                    Keep them for this job
                                                </Button>
                                            )}
                                        </>
                                    ) : (
                                        '–'
                                    )}
                                </td>
                                <td className="mono-figures">{row.order}</td>
                                <td className="mono-figures">{row.spares}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
        </section>
    );
}

/** Each capacitor of the unit with its decision, what to order, and how far the work is. */
export function RecapTab({ bench, onRecord, refusal }: Writes) {
    const recap = useQuery(recapQuery(bench.job.id, bench.log.length));
    if (recap.data === undefined) {
        return recap.error === null ? (
            <p role="status">Asking the circuit what each capacitor carries…</p>
        ) : (
            <RefusalNote>{recap.error.message}</RefusalNote>
        );
    }
    const plan = recap.data;
    const replaced = plan.lines.filter((line) => line.decision === 'replace');
    const done = replaced.filter((line) => line.progress === 'done').length;
    const mayWrite = bench.job.may_write;
    const change = (to: Record<string, unknown>) =>
        onRecord('recap', { school: plan.school, celsius: plan.celsius, yearly: plan.yearly, ...to });
    return (
        <div className="recap">
            {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
            <div className="recap-head" role="group" aria-label="School">
                {schools.map((one) => (
                    <button
                        key={one.value}
                        type="button"
                        aria-pressed={plan.school === one.value && plan.planned}
                        disabled={!mayWrite}
                        onClick={() => change({ school: one.value })}
                    >
                        <b>{one.label}</b>
                        <small>{one.says}</small>
                    </button>
                ))}
                <label>
                    Around them{' '}
                    <Input
                        key={plan.celsius}
                        defaultValue={String(plan.celsius)}
                        suffix="°C"
                        disabled={!mayWrite}
                        onBlur={(event) => {
                            if (event.target.value !== String(plan.celsius)) {
                                change({ celsius: event.target.value });
                            }
                        }}
                    />
                </label>
                <label>
                    It runs{' '}
                    <Input
                        key={plan.yearly}
                        defaultValue={String(plan.yearly)}
                        suffix="h a year"
                        disabled={!mayWrite}
                        onBlur={(event) => {
                            if (event.target.value !== String(plan.yearly)) {
                                change({ yearly: event.target.value });
                            }
                        }}
                    />
                </label>
            </div>
            {!plan.planned && (
                <EmptyNote page="recap">
                    No plan is chosen yet: below is what the school by risk would do. Choose one to begin.
                </EmptyNote>
            )}
            <p className="recap-count" role="status">
                {replaced.length} of {plan.lines.length} to replace, <b>{done} done</b>
                {plan.years === null && '; nobody has said how old the unit is (A on the bench, background)'}
            </p>
            <div className="recap-main">
                <table className="compare recap-lines">
                    <thead>
                        <tr>
                            <th scope="col" />
                            <th scope="col">Stands there</th>
                            <th scope="col">Decision</th>
                            <th scope="col">Goes in</th>
                            <th scope="col">Work</th>
                        </tr>
                    </thead>
                    <tbody>
                        {plan.lines.map((line) => (
                            <Line key={line.ref} line={line} bench={bench} onRecord={onRecord} />
                        ))}
                    </tbody>
                </table>
                <BoardProgress bench={bench} lines={plan.lines} />
            </div>
            {mayWrite && plan.planned && (
                <ListEntry
                    bench={bench}
                    listed={Object.fromEntries(
                        plan.lines
                            .filter((line) => line.listed)
                            .map((line) => [
                                line.ref,
                                `${line.kind === 'electrolytic' ? '' : `${line.kind} `}${line.what}`,
                            ]),
                    )}
                    onList={(listed) => change({ listed })}
                />
            )}
            <Order recap={plan} bench={bench} />
            <section aria-label="Beside soldering" className="recap-steps">
                <h2>Beside soldering</h2>
                <ul>
                    {plan.steps.map((step) => (
                        <li key={step.key}>
                            <Checkbox
                                checked={step.done}
                                disabled={!mayWrite || step.done || !plan.planned}
                                onChange={() => onRecord('looked', { what: step.key })}
                            >
                                {step.text}
                            </Checkbox>
                        </li>
                    ))}
                </ul>
                <ul className="hint">
                    {plan.consumables.map((one) => (
                        <li key={one.what}>
                            {one.what} ({one.why})
                        </li>
                    ))}
                </ul>
                <p className="hint">{plan.source}</p>
            </section>
        </div>
    );
}
