import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { heatQuery } from '../api/queries';
import type { Proves } from './ProvePage';
import { SoakTab } from './SoakTab';
import { RefusalNote } from '../help/RefusalNote';

const degrees = (celsius: number) => `${Math.round(celsius)} °C`;

/** Temperatures at rest: limits by kind, the hottest room, life, and what to look at where it is hot. */
export function HeatTab(proves: Proves) {
    const { bench, onRecord } = proves;
    const [hottest, setHottest] = useState('40');
    const heat = useQuery(heatQuery(bench.job.id, Number(hottest), bench.log.length));
    const [typed, setTyped] = useState<Record<string, string>>({});
    const [room, setRoom] = useState('');
    const [running, setRunning] = useState(false);
    const hottestRoom = (
        <div className="list-acts">
            <label>
                The hottest room it has to live in{' '}
                <Input
                    aria-label="Hottest room"
                    inputMode="numeric"
                    suffix="°C"
                    value={hottest}
                    onChange={(event) => setHottest(event.target.value)}
                />
            </label>
        </div>
    );
    if (heat.data === undefined) {
        return heat.error === null ? (
            <p role="status">Solving where the heat is…</p>
        ) : (
            <div className="prove">
                {hottestRoom}
                <RefusalNote>{heat.error.message}</RefusalNote>
            </div>
        );
    }
    const { parts, judged, losses } = heat.data;
    const record = (part: string) => {
        onRecord('heat', { part, text: `${typed[part] ?? ''}C`, room: room === '' ? '' : `${room}C` });
        setTyped({ ...typed, [part]: '' });
    };
    return (
        <div className="prove">
            {judged.length > 0 && (
                <table className="compare" aria-label="Temperatures judged">
                    <thead>
                        <tr>
                            <th scope="col">Part</th>
                            <th scope="col">Measured</th>
                            <th scope="col">In a room of {heat.data.hottest} °C</th>
                            <th scope="col">It may have</th>
                            <th scope="col">Verdict</th>
                        </tr>
                    </thead>
                    <tbody>
                        {judged.map((row) => (
                            <tr key={row.part}>
                                <th scope="row">{row.label}</th>
                                <td className="mono-figures">
                                    {degrees(row.celsius)}
                                    <small>{Math.round(row.rise)} K above the room</small>
                                </td>
                                <td className="mono-figures">{degrees(row.worst)}</td>
                                <td className="mono-figures">
                                    {degrees(row.limit)}
                                    <small>{row.why}</small>
                                </td>
                                <td>
                                    <b className={row.good ? '' : 'refusal'}>{row.word}</b>
                                    <small>
                                        {row.sentence} {row.engine}
                                        {row.life != null && ` Life: ${row.life}.`}
                                        {row.ripple != null && ` ${row.ripple}.`}
                                    </small>
                                    {row.advice.length > 0 && (
                                        <ul>
                                            {row.advice.map((one) => (
                                                <li key={one}>{one}</li>
                                            ))}
                                        </ul>
                                    )}
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
            {hottestRoom}
            {heat.data.averaged && (
                <p className="hint">Averaged over the peaks that the loads of this job come in (Load).</p>
            )}
            <p className="hint">
                At rest when no part moves more than half a degree in ten minutes. Probe or camera, never a finger;
                emissivity of bare metal deceives a camera: put a piece of tape on it.
            </p>
            {bench.job.may_write && (
                <>
                    <div className="list-acts">
                        <label>
                            The room has{' '}
                            <Input
                                aria-label="Temperature of the room"
                                inputMode="decimal"
                                suffix="°C"
                                placeholder="22"
                                value={room}
                                onChange={(event) => setRoom(event.target.value)}
                            />
                        </label>
                        <Button onClick={() => setRunning(!running)}>
                            {running ? 'Type them instead' : 'Let the server watch it until it is steady'}
                        </Button>
                    </div>
                    {running ? (
                        <SoakTab {...proves} kind="heat" />
                    ) : (
                        <table className="compare" aria-label="Parts worth a temperature">
                            <thead>
                                <tr>
                                    <th scope="col">Part</th>
                                    <th scope="col">A good unit</th>
                                    <th scope="col">It may have</th>
                                    <th scope="col">Reading</th>
                                </tr>
                            </thead>
                            <tbody>
                                {parts.map((part) => (
                                    <tr key={part.ref}>
                                        <th scope="row">{part.label}</th>
                                        <td className="mono-figures">
                                            {part.rise} above the room<small>{part.watts} of heat</small>
                                        </td>
                                        <td className="mono-figures">
                                            {part.limit}
                                            <small>{part.why}</small>
                                        </td>
                                        <td>
                                            <form
                                                className="take-field"
                                                onSubmit={(event) => {
                                                    event.preventDefault();
                                                    record(part.ref);
                                                }}
                                            >
                                                <Input
                                                    aria-label={`Temperature of ${part.ref}`}
                                                    inputMode="decimal"
                                                    suffix="°C"
                                                    value={typed[part.ref] ?? ''}
                                                    onChange={(event) =>
                                                        setTyped({ ...typed, [part.ref]: event.target.value })
                                                    }
                                                />
                                                <Button htmlType="submit" disabled={(typed[part.ref] ?? '') === ''}>
                                                    Record
                                                </Button>
                                            </form>
                                        </td>
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                    )}
                </>
            )}
            <h2>Where a good unit loses its watts</h2>
            <p>
                {losses.output} of {losses.input}, {losses.efficiency}.{' '}
                {losses.lines.map((line) => `${line.label} ${line.watts}`).join('; ')}.
            </p>
        </div>
    );
}
