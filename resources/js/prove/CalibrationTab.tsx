import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import type { CalibrationPoint, CalibrationRow } from '../api/client';
import { calibrationQuery } from '../api/queries';
import type { Proves } from './ProvePage';
import { Taken } from './Taken';
import { RefusalNote } from '../help/RefusalNote';

type Phase = 'as_found' | 'as_left' | 'second';

const phases: { phase: Phase; title: string; says: string }[] = [
    { phase: 'as_found', title: 'As found', says: 'before any screw is turned' },
    { phase: 'as_left', title: 'As left', says: 'adjusted in the order above' },
    { phase: 'second', title: 'Second pass', says: 'closed up and warmed up again' },
];

function Cell({ row }: { row: CalibrationRow | null | undefined }) {
    return row == null ? (
        <span className="quiet">–</span>
    ) : (
        <>
            <b className="mono-figures">{row.value}</b> <b className={row.good ? '' : 'refusal'}>{row.word}</b>
            <small>
                {row.error} off, {row.uncertainty}
                {row.ratio !== null && `, ${row.ratio} to 1`}
                {row.display != null && `; display ${row.display}`}
                {row.remarks.length > 0 && `. ${row.remarks.join(' ')}`}
            </small>
        </>
    );
}

function Reading({ points, proves }: { points: CalibrationPoint[]; proves: Proves }) {
    const { bench, meter, onRecord } = proves;
    const [phase, setPhase] = useState<Phase>('as_found');
    const [chosen, setChosen] = useState(points[0]?.point ?? '');
    const [own, setOwn] = useState({ point: '', nominal: '', low: '', high: '', unit: 'V' });
    const [cells, setCells] = useState({ read: '', shown: '', ohms: '', tolerance: '1 %', four: true, minutes: '30' });
    const point = points.find((one) => one.point === chosen);
    const unit = point === undefined ? own.unit : 'V';
    const isAmperes = unit === 'A';
    const record = () => {
        onRecord('calibration', {
            phase,
            ...(point === undefined
                ? own
                : { unit, point: point.point, nominal: point.nominal, low: point.low, high: point.high }),
            read: cells.read,
            shown: cells.shown,
            minutes: Number(cells.minutes),
            ...(isAmperes && cells.ohms !== ''
                ? { shunt: { ohms: cells.ohms, tolerance: cells.tolerance, four_wire: cells.four } }
                : {}),
            ...(meter === undefined ? {} : { meter: meter.id }),
        });
        setCells({ ...cells, read: '', shown: '' });
    };
    return (
        <form
            className="calibrate"
            aria-label="Calibration reading"
            onSubmit={(event) => {
                event.preventDefault();
                record();
            }}
        >
            <div className="recap-head phases">
                {phases.map((one) => (
                    <button
                        key={one.phase}
                        type="button"
                        aria-pressed={one.phase === phase}
                        onClick={() => setPhase(one.phase)}
                    >
                        {one.title}
                        <small>{one.says}</small>
                    </button>
                ))}
            </div>
            <div className="list-acts">
                <label>
                    Point{' '}
                    <Select
                        aria-label="Point"
                        value={chosen}
                        onChange={setChosen}
                        options={[
                            ...points.map((one) => ({ value: one.point, label: `${one.title}` })),
                            { value: '', label: 'another point of the range' },
                        ]}
                    />
                </label>
                {point === undefined && (
                    <>
                        <label>
                            Name{' '}
                            <Input
                                aria-label="Name of the point"
                                placeholder="output 2, 10 V"
                                value={own.point}
                                onChange={(event) => setOwn({ ...own, point: event.target.value })}
                            />
                        </label>
                        <label>
                            Set to{' '}
                            <Input
                                aria-label="Setting"
                                value={own.nominal}
                                onChange={(event) => setOwn({ ...own, nominal: event.target.value })}
                            />
                        </label>
                        <label>
                            from{' '}
                            <Input
                                aria-label="Lower limit"
                                value={own.low}
                                onChange={(event) => setOwn({ ...own, low: event.target.value })}
                            />
                        </label>
                        <label>
                            to{' '}
                            <Input
                                aria-label="Upper limit"
                                value={own.high}
                                onChange={(event) => setOwn({ ...own, high: event.target.value })}
                            />
                        </label>
                        <label>
                            in{' '}
                            <Select
                                aria-label="Unit"
                                value={own.unit}
                                onChange={(value) => setOwn({ ...own, unit: value })}
                                options={[
                                    { value: 'V', label: 'volts' },
                                    { value: 'A', label: 'amperes' },
                                ]}
                            />
                        </label>
                    </>
                )}
            </div>
            {isAmperes && (
                <div className="list-acts">
                    <label>
                        Through a shunt of{' '}
                        <Input
                            aria-label="Shunt"
                            placeholder="0R1"
                            value={cells.ohms}
                            onChange={(event) => setCells({ ...cells, ohms: event.target.value })}
                        />
                    </label>
                    <label>
                        good to{' '}
                        <Input
                            aria-label="Tolerance of the shunt"
                            value={cells.tolerance}
                            onChange={(event) => setCells({ ...cells, tolerance: event.target.value })}
                        />
                    </label>
                    <Checkbox
                        checked={cells.four}
                        onChange={(event) => setCells({ ...cells, four: event.target.checked })}
                    >
                        volts taken at the shunt itself (four-wire)
                    </Checkbox>
                </div>
            )}
            <div className="list-acts">
                <label>
                    The meter shows{' '}
                    <Taken
                        job={bench.job.id}
                        meter={meter}
                        target={point?.point ?? ''}
                        quantity="dc"
                        label="Reference reading"
                        unit={isAmperes && cells.ohms === '' ? 'A' : 'V'}
                        value={cells.read}
                        onChange={(text) => setCells({ ...cells, read: text })}
                    />
                </label>
                <label>
                    the unit's display shows{' '}
                    <Input
                        aria-label="Display"
                        placeholder="if it has one"
                        suffix={unit}
                        value={cells.shown}
                        onChange={(event) => setCells({ ...cells, shown: event.target.value })}
                    />
                </label>
                <label>
                    warm for{' '}
                    <Input
                        aria-label="Minutes warm"
                        suffix="min"
                        value={cells.minutes}
                        onChange={(event) => setCells({ ...cells, minutes: event.target.value })}
                    />
                </label>
                <Button type="primary" htmlType="submit" disabled={cells.read.trim() === ''}>
                    Record it
                </Button>
            </div>
        </form>
    );
}

/** Adjustments in their order, as found and as left with the meter's uncertainty, and a second pass. */
export function CalibrationTab(proves: Proves) {
    const { bench, onRecord } = proves;
    const calibration = useQuery(calibrationQuery(bench.job.id, bench.log.length));
    const [turned, setTurned] = useState<Record<string, string>>({});
    if (calibration.data === undefined) {
        return calibration.error === null ? (
            <p role="status">Turning each trimmer in the solver…</p>
        ) : (
            <RefusalNote>{calibration.error.message}</RefusalNote>
        );
    }
    const { adjustments, points, warm_up: warmUp } = calibration.data;
    return (
        <div className="prove">
            <p className="hint">
                Warm up for {warmUp} to {warmUp + 10} minutes, covers on. A meter four times better than the tolerance;
                nothing is called good within its uncertainty of a limit.
            </p>
            {adjustments.length > 0 && (
                <>
                    <h2>Adjust in this order</h2>
                    <ol className="adjustments">
                        {adjustments.map((one) => (
                            <li key={one.ref}>
                                <b>{one.label}</b>{' '}
                                {one.moves.length === 0
                                    ? 'moves nothing that is measured here'
                                    : `moves ${one.moves.join(', ')} for a twentieth of its turn`}
                                {one.done.map((text) => (
                                    <small key={text}>{text}</small>
                                ))}
                                {bench.job.may_write && (
                                    <form
                                        className="take-field"
                                        onSubmit={(event) => {
                                            event.preventDefault();
                                            onRecord('adjusted', { part: one.ref, text: turned[one.ref] });
                                            setTurned({ ...turned, [one.ref]: '' });
                                        }}
                                    >
                                        <Input
                                            aria-label={`${one.ref} was set to`}
                                            placeholder="set to, for example 24.00 V"
                                            value={turned[one.ref] ?? ''}
                                            onChange={(event) =>
                                                setTurned({ ...turned, [one.ref]: event.target.value })
                                            }
                                        />
                                        <Button htmlType="submit" disabled={(turned[one.ref] ?? '') === ''}>
                                            Turned
                                        </Button>
                                    </form>
                                )}
                            </li>
                        ))}
                    </ol>
                </>
            )}
            {adjustments.length === 0 && (
                <p className="quiet">This supply has no trimmer: its points are checked, not adjusted.</p>
            )}
            <table className="compare" aria-label="Calibration">
                <thead>
                    <tr>
                        <th scope="col">Point</th>
                        <th scope="col">Limits</th>
                        <th scope="col">As found</th>
                        <th scope="col">As left</th>
                        <th scope="col">Second pass</th>
                    </tr>
                </thead>
                <tbody>
                    {points.map((one) => (
                        <tr key={one.point}>
                            <th scope="row">
                                {one.title}
                                <small>{one.point}</small>
                            </th>
                            <td className="mono-figures">
                                {one.limits}
                                <small>{one.source}</small>
                            </td>
                            <td>
                                <Cell row={one.as_found} />
                            </td>
                            <td>
                                <Cell row={one.as_left} />
                            </td>
                            <td>
                                <Cell row={one.second} />
                                {one.drift != null && (
                                    <small className={one.drift.good ? '' : 'refusal'}>
                                        {one.drift.value} between the passes. {one.drift.sentence}
                                    </small>
                                )}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
            {bench.job.may_write &&
                (bench.state.power === 'unplugged' ? (
                    <p className="caution">
                        The unit is recorded as unplugged. Go back to the bench for the way to power, and let it warm
                        up.
                    </p>
                ) : (
                    <Reading points={points} proves={proves} />
                ))}
        </div>
    );
}
