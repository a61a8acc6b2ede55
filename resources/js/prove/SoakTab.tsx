import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import type { SoakChannel, SoakDraft, SoakStage } from '../api/client';
import { runsQuery, soakDraftQuery } from '../api/queries';
import { ConfirmRun } from './ConfirmRun';
import type { Proves } from './ProvePage';
import { RunCard } from './RunCard';
import { useStart, type RunKind } from './useStart';
import { RefusalNote } from '../help/RefusalNote';

type Row = Omit<SoakChannel, 'low' | 'high'> & { low: string; high: string; watched: boolean };

const shown = (limit: number | null | undefined) => (limit === null || limit === undefined ? '' : String(limit));

function Setup({ draft, proves, kind }: { draft: SoakDraft; proves: Proves; kind: RunKind }) {
    const { bench, instruments } = proves;
    const logger = instruments.find((one) => one.kind === 'logger' && one.online);
    const load = instruments.find((one) => one.kind === 'load' && one.online);
    const [stages, setStages] = useState<(Omit<SoakStage, 'hours' | 'share'> & { hours: string; share: string })[]>(
        () =>
            (draft.presets[kind === 'heat' ? 0 : 1]?.stages ?? []).map((one) => ({
                ...one,
                hours: String(kind === 'heat' ? 3 : one.hours),
                share: kind === 'heat' ? '100' : String(100 * one.share),
            })),
    );
    const [rows, setRows] = useState<Row[]>(() =>
        draft.channels
            .filter((one) => kind !== 'heat' || one.quantity === 'celsius')
            .map((one, k) => ({
                ...one,
                low: shown(one.low),
                high: shown(one.high),
                watched: true,
                instrument: logger?.id ?? null,
                input: 101 + k,
            })),
    );
    const [loads, setLoads] = useState(load !== undefined);
    const [loadOff, setLoadOff] = useState(true);
    const run = useStart(bench.job.id, kind);
    const change = (k: number, what: Partial<Row>) =>
        setRows(rows.map((row, n) => (n === k ? { ...row, ...what } : row)));
    const plan = () => ({
        stages: stages.map((one) => ({ hours: Number(one.hours), share: Number(one.share) / 100 })),
        load_off: loadOff,
        interval: 1,
        channels: rows
            .filter((row) => row.watched)
            .map((row) => ({
                title: row.title,
                quantity: row.quantity,
                target: row.target,
                slope: row.slope,
                instrument: row.instrument,
                input: row.input,
                low: row.low === '' ? null : row.low,
                high: row.high === '' ? null : row.high,
            })),
        loads:
            loads && load !== undefined
                ? draft.loads.map((one, k) => ({ instrument: load.id, input: k + 1, amperes: String(one.amperes) }))
                : [],
    });
    return (
        <form
            aria-label={kind === 'heat' ? 'Heat run' : 'Soak'}
            onSubmit={(event) => {
                event.preventDefault();
                run.prepare.mutate(plan());
            }}
        >
            <h2>Stages</h2>
            {kind === 'soak' && (
                <div className="recap-head presets">
                    {draft.presets.map((preset) => (
                        <button
                            key={preset.id}
                            type="button"
                            onClick={() =>
                                setStages(
                                    preset.stages.map((one) => ({
                                        ...one,
                                        hours: String(one.hours),
                                        share: String(100 * one.share),
                                    })),
                                )
                            }
                        >
                            {preset.title}
                        </button>
                    ))}
                </div>
            )}
            <ul className="stages">
                {stages.map((stage, k) => (
                    <li key={k}>
                        <label>
                            Hours{' '}
                            <Input
                                aria-label={`Hours of stage ${k + 1}`}
                                inputMode="decimal"
                                value={stage.hours}
                                onChange={(event) =>
                                    setStages(
                                        stages.map((one, n) => (n === k ? { ...one, hours: event.target.value } : one)),
                                    )
                                }
                            />
                        </label>
                        <label>
                            Share of full load{' '}
                            <Input
                                aria-label={`Load of stage ${k + 1}`}
                                inputMode="decimal"
                                suffix="%"
                                value={stage.share}
                                onChange={(event) =>
                                    setStages(
                                        stages.map((one, n) => (n === k ? { ...one, share: event.target.value } : one)),
                                    )
                                }
                            />
                        </label>
                        {stages.length > 1 && (
                            <button
                                type="button"
                                className="plain"
                                onClick={() => setStages(stages.filter((_, n) => n !== k))}
                            >
                                leave it out
                            </button>
                        )}
                    </li>
                ))}
                <li>
                    <button
                        type="button"
                        className="plain"
                        onClick={() => setStages([...stages, { title: '', hours: '1', share: '100' }])}
                    >
                        one more stage
                    </button>
                </li>
            </ul>
            <h2>What is watched</h2>
            <table className="compare soak-channels">
                <thead>
                    <tr>
                        <th scope="col">Channel</th>
                        <th scope="col">From</th>
                        <th scope="col">Alarm below</th>
                        <th scope="col">Alarm above</th>
                    </tr>
                </thead>
                <tbody>
                    {rows.map((row, k) => (
                        <tr key={row.title} className={row.watched ? '' : 'recap-keep'}>
                            <th scope="row">
                                <Checkbox
                                    checked={row.watched}
                                    onChange={(event) => change(k, { watched: event.target.checked })}
                                >
                                    {row.title}
                                </Checkbox>
                                <small>
                                    {row.target}
                                    {row.slope !== 0 &&
                                        `, follows the mains by ${row.slope.toFixed(3)} V per volt: taken out`}
                                </small>
                            </th>
                            <td>
                                <Select
                                    aria-label={`${row.title} comes from`}
                                    value={row.instrument ?? ''}
                                    onChange={(id) => change(k, { instrument: id === '' ? null : id })}
                                    options={[
                                        { value: '', label: 'typed by hand' },
                                        ...instruments
                                            .filter(
                                                (one) =>
                                                    one.online &&
                                                    (one.kind === 'logger' ||
                                                        (one.kind === 'meter' && row.quantity !== 'celsius') ||
                                                        (one.kind === 'source' && row.target === 'mains')),
                                            )
                                            .map((one) => ({
                                                value: one.id,
                                                label:
                                                    one.kind === 'logger'
                                                        ? `${one.name}, input ${row.input}`
                                                        : one.name,
                                            })),
                                    ]}
                                />
                            </td>
                            <td>
                                <Input
                                    aria-label={`${row.title}: alarm below`}
                                    suffix={row.unit}
                                    value={row.low}
                                    onChange={(event) => change(k, { low: event.target.value })}
                                />
                            </td>
                            <td>
                                <Input
                                    aria-label={`${row.title}: alarm above`}
                                    suffix={row.unit}
                                    value={row.high}
                                    onChange={(event) => change(k, { high: event.target.value })}
                                />
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <p>
                <Checkbox
                    checked={loads}
                    disabled={load === undefined}
                    onChange={(event) => setLoads(event.target.checked)}
                >
                    {load === undefined
                        ? 'No electronic load is on the network: the loads are set by hand at each stage'
                        : `${load.name} sets the loads: ` +
                          `${draft.loads.map((one) => `${one.name} ${one.amperes} A`).join(', ')} at full load`}
                </Checkbox>
            </p>
            <p>
                <Checkbox checked={loadOff} onChange={(event) => setLoadOff(event.target.checked)}>
                    An alarm takes the loads off and stops the run
                </Checkbox>
            </p>
            <Button type="primary" htmlType="submit" loading={run.prepare.isPending}>
                {kind === 'heat' ? 'Run it until it is steady' : 'Start the soak'}
            </Button>
            <ConfirmRun run={run} />
        </form>
    );
}

/** Hours under load, watched by the server. */
export function SoakTab({ kind, ...proves }: Proves & { kind: 'soak' | 'heat' }) {
    const { bench } = proves;
    const draft = useQuery(soakDraftQuery(bench.job.id));
    const runs = useQuery(runsQuery(bench.job.id)).data?.filter((one) => one.kind === kind) ?? [];
    const [again, setAgain] = useState(false);
    const isRunning = runs.some((one) => one.state === 'running');
    if (draft.data === undefined) {
        return draft.error === null ? (
            <p role="status">Solving what a good unit shows…</p>
        ) : (
            <RefusalNote>{draft.error.message}</RefusalNote>
        );
    }
    return (
        <div className="prove">
            {runs.slice(0, again ? 0 : 1).map((run) => (
                <RunCard key={run.id} job={bench.job.id} run={run} mayWrite={bench.job.may_write} />
            ))}
            {runs.length > 0 && !isRunning && !again && bench.job.may_write && (
                <Button onClick={() => setAgain(true)}>Another one</Button>
            )}
            {bench.job.may_write && !isRunning && (runs.length === 0 || again) && (
                <>
                    {bench.state.power === 'unplugged' && (
                        <p className="caution">
                            The unit is recorded as unplugged. Go back to the bench for the way to power; then let it
                            run.
                        </p>
                    )}
                    <Setup key={proves.instruments.length} draft={draft.data} proves={proves} kind={kind} />
                </>
            )}
        </div>
    );
}
