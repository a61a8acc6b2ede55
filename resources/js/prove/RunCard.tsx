import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { answer, api, type RunView } from '../api/client';
import { RunPlot } from './RunPlot';
import { RefusalNote } from '../help/RefusalNote';

const words: Record<string, string> = { running: 'running', stopped: 'stopped', ended: 'done' };

const limit = (value: number) => String(Number(value.toPrecision(4))).replace('-', '\u2212');

/** One run: how far it is, what its channels show, its alarms, its plot. */
export function RunCard({ job, run, mayWrite }: { job: string; run: RunView; mayWrite: boolean }) {
    const queries = useQueryClient();
    const [typed, setTyped] = useState<Record<string, string>>({});
    const refresh = () =>
        Promise.all([
            queries.invalidateQueries({ queryKey: ['runs', job] }),
            queries.invalidateQueries({ queryKey: ['bench', job] }),
        ]);
    const path = { params: { path: { job, run: run.id } } };
    const stop = useMutation({
        mutationFn: () => answer(api.POST('/jobs/{job}/runs/{run}/stop', path)),
        onSuccess: refresh,
    });
    const type = useMutation({
        mutationFn: () =>
            answer(
                api.POST('/jobs/{job}/runs/{run}/samples', {
                    ...path,
                    body: {
                        values: Object.fromEntries(Object.entries(typed).filter(([, text]) => text.trim() !== '')),
                    },
                }),
            ),
        onSuccess: () => {
            setTyped({});
            return refresh();
        },
    });
    const byHand = run.channels.some((one) => one.by_hand);
    const isRunning = run.state === 'running';
    return (
        <section className={`run run-${run.state}`} aria-label={`Run ${run.number}`}>
            <div className="run-head">
                <p className="run-state" role="status">
                    <b>
                        {run.kind === 'starts' ? 'Starts' : run.kind === 'heat' ? 'Heat run' : 'Soak'}{' '}
                        {words[run.state]}
                    </b>{' '}
                    {run.progress}
                    {isRunning && run.stages[run.stage] !== undefined && <>, now {run.stages[run.stage]}</>}
                </p>
                {isRunning && mayWrite && (
                    <Button onClick={() => stop.mutate()} loading={stop.isPending}>
                        Stop it
                    </Button>
                )}
            </div>
            {run.alarms.map((alarm) => (
                <p key={`${alarm.second} ${alarm.channel}`} role="alert" className="run-alarm">
                    Alarm: {alarm.sentence}
                    {alarm.load_off && ' Loads off.'}
                </p>
            ))}
            {run.message != null && <p className="caution">{run.message}</p>}
            {isRunning && run.kind !== 'starts' && (
                <p className="hint">
                    The server watches it: this page may be closed. Do not leave an old or mains-live unit alone without
                    a smoke alarm and somebody in the house.
                </p>
            )}
            {run.channels.length > 0 && (
                <form
                    onSubmit={(event) => {
                        event.preventDefault();
                        type.mutate();
                    }}
                >
                    <ul className="run-channels">
                        {run.channels.map((one, k) => (
                            <li key={one.title}>
                                <span>
                                    {one.title}
                                    <small>
                                        {[
                                            one.low !== null && one.low !== undefined && `from ${limit(one.low)}`,
                                            one.high !== null && one.high !== undefined && `up to ${limit(one.high)}`,
                                        ]
                                            .filter(Boolean)
                                            .join(' ')}{' '}
                                        {one.unit}
                                    </small>
                                </span>
                                <b className="mono-figures">{one.now ?? '–'}</b>
                                {one.steady != null && <small>{one.steady}</small>}
                                {one.by_hand && isRunning && mayWrite && (
                                    <Input
                                        aria-label={`Reading of ${one.title}`}
                                        suffix={one.unit}
                                        value={typed[k] ?? ''}
                                        onChange={(event) => setTyped({ ...typed, [k]: event.target.value })}
                                    />
                                )}
                            </li>
                        ))}
                    </ul>
                    {byHand && isRunning && mayWrite && (
                        <Button
                            htmlType="submit"
                            type="primary"
                            disabled={Object.values(typed).every((text) => text.trim() === '')}
                        >
                            Record what was read
                        </Button>
                    )}
                </form>
            )}
            {(type.error ?? stop.error) !== null && <RefusalNote>{(type.error ?? stop.error)?.message}</RefusalNote>}
            {run.channels.length > 0 && <RunPlot job={job} run={run} />}
        </section>
    );
}
