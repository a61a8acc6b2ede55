import { Button, Input } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import type { Bench, Caution, RampPlan } from '../api/client';
import type { Picture } from '../shell/Chart';
import { Plot } from '../shell/Plot';
import { Cautions, powerEntry, type Acts } from './PowerPlan';
import { useRefused } from './useRefused';

type Reading = Bench['safety']['ramp'][number];

const milli = (amperes: number) => Number((1000 * amperes).toPrecision(4));

/** Current over mains: what a good unit takes as a band, the stop above it, what was read as marks. */
function pictureOf(plan: RampPlan, readings: Reading[]): Picture {
    const along = (pick: (step: RampPlan['steps'][number]) => number) =>
        plan.steps.map((step): [number, number] => [step.volts, milli(pick(step))]);
    return {
        x: { name: 'mains, V' },
        y: { name: 'mA into it', min: 0 },
        lines: [
            { name: 'least', points: along((step) => step.low), ink: 'copper', width: 1, unnamed: true },
            { name: 'a good unit', points: along((step) => step.high), ink: 'copper', width: 1 },
            { name: 'stop', points: along((step) => step.stop), ink: 'alarm', dash: [8, 5] },
            {
                name: 'read',
                points: readings
                    .filter((one) => one.amperes != null)
                    .map((one): [number, number] => [one.volts, milli(one.amperes ?? 0)])
                    .sort((a, b) => a[0] - b[0]),
                ink: 'ink',
                marked: true,
            },
        ],
        band: ['least', 'a good unit'],
    };
}

function Waiting({ since, seconds }: { since: string; seconds: number }) {
    const [now, setNow] = useState(() => Date.now());
    useEffect(() => {
        const timer = window.setInterval(() => setNow(Date.now()), 1000);
        return () => window.clearInterval(timer);
    }, []);
    const left = Math.ceil(seconds - (now - Date.parse(since)) / 1000);
    return <span className="quiet">{left > 0 ? `wait ${left} s at this step` : 'go on when nothing moves'}</span>;
}

/** A slow power-up, watched with the technician. */
export function RampSection({
    plan,
    cautions,
    bench,
    onRecord,
    refused,
}: { plan: RampPlan | null; cautions: Caution[] | undefined; bench: Bench } & Pick<Acts, 'onRecord' | 'refused'>) {
    const readings = bench.safety.ramp;
    const last = readings[readings.length - 1];
    const next = plan?.steps.find((step) => step.volts > (last?.volts ?? 0) + 1);
    const [volts, setVolts] = useState<string>();
    const [amperes, setAmperes] = useState('');
    const [celsius, setCelsius] = useState('');
    const [rails, setRails] = useState<Record<string, string>>({});
    useRefused(refused, 'ramp', (payload) => {
        setVolts(String(payload.volts));
        setAmperes(String(payload.amperes));
        setCelsius(String(payload.celsius));
        setRails(payload.rails as Record<string, string>);
    });
    const picture = useMemo(() => (plan === null ? undefined : pictureOf(plan, readings)), [plan, readings]);
    if (plan === null || picture === undefined) {
        return (
            <p>
                This supply is not fed from alternating mains: there is nothing to turn up slowly but its bench supply.
            </p>
        );
    }
    const isOn = bench.state.power === 'limited';
    const set = volts ?? String(next?.volts ?? last?.volts ?? '');
    const expected = plan.steps.find((step) => String(step.volts) === set.trim());
    const isStopped = last?.verdict?.stop === true && isOn;
    const lastAt = bench.log.find((line) => line.id === last?.entry)?.at;
    const record = () => {
        onRecord('ramp', { volts: set, amperes, celsius, rails });
        setVolts(undefined);
        setAmperes('');
        setCelsius('');
        setRails({});
        document.getElementById('ramp-amperes')?.focus();
    };
    const abort = () => onRecord('power', { power: 'unplugged', mode: bench.state.mode });
    return (
        <>
            {isStopped && last?.verdict != null && (
                <div role="alert" className="ramp-stop">
                    <p>{last.verdict.sentence}</p>
                    {last.verdict.why !== '' && <p>{last.verdict.why}</p>}
                    <Button size="large" onClick={abort} autoFocus>
                        Down and unplugged: record it
                    </Button>
                </div>
            )}
            {plan.warning != null && <p className="caution">{plan.warning}</p>}
            <div className="ramp">
                <div>
                    {isOn ? (
                        <form
                            className="ramp-form"
                            onSubmit={(event) => {
                                event.preventDefault();
                                record();
                            }}
                            aria-label="Ramp step"
                        >
                            <label>
                                Set to
                                <Input
                                    aria-label="Set to"
                                    inputMode="decimal"
                                    suffix="V"
                                    value={set}
                                    onChange={(event) => setVolts(event.target.value)}
                                />
                            </label>
                            <label className="ramp-current">
                                Into it
                                <Input
                                    id="ramp-amperes"
                                    aria-label="Current into it"
                                    autoFocus
                                    autoComplete="off"
                                    placeholder="45m"
                                    suffix="A"
                                    value={amperes}
                                    onChange={(event) => setAmperes(event.target.value)}
                                />
                                <small>{expected === undefined ? '' : `a good unit: ${expected.current}`}</small>
                            </label>
                            {plan.rails.map((rail) => (
                                <label key={rail}>
                                    {rail}
                                    <Input
                                        aria-label={rail}
                                        inputMode="decimal"
                                        suffix="V"
                                        autoComplete="off"
                                        value={rails[rail] ?? ''}
                                        onChange={(event) => {
                                            const { value } = event.target;
                                            setRails((now) => ({ ...now, [rail]: value }));
                                        }}
                                    />
                                    <small>{expected?.rails.find((one) => one.point === rail)?.expected ?? ''}</small>
                                </label>
                            ))}
                            <label>
                                Hottest
                                <Input
                                    aria-label="Hottest part"
                                    inputMode="decimal"
                                    suffix="°C"
                                    autoComplete="off"
                                    value={celsius}
                                    onChange={(event) => setCelsius(event.target.value)}
                                />
                                <small>by probe or camera</small>
                            </label>
                            <div className="ramp-acts">
                                <Button type="primary" htmlType="submit" size="large">
                                    Record the step <kbd>↵</kbd>
                                </Button>
                                <Button size="large" className="abort" onClick={abort}>
                                    Abort: down, unplug
                                </Button>
                            </div>
                        </form>
                    ) : (
                        <p>
                            {`Set up as “${plan.mode_name}”, the variable transformer at zero, `}
                            {'an ammeter in the line. '}
                            <Button
                                type="primary"
                                disabled={bench.state.power !== 'unplugged'}
                                onClick={() =>
                                    onRecord(
                                        'power',
                                        powerEntry('limited', plan.mode, {
                                            how: 'variable_transformer',
                                            volts: plan.steps[0]?.volts ?? 20,
                                        }),
                                    )
                                }
                            >
                                On, at {plan.steps[0]?.title}: record it
                            </Button>
                        </p>
                    )}
                    {last?.verdict != null && !isStopped && (
                        <p
                            role="status"
                            aria-label="Ramp verdict"
                            className={last.verdict.good ? 'ramp-verdict good' : 'ramp-verdict bad'}
                        >
                            {last.verdict.sentence} {last.verdict.why}{' '}
                            {isOn && lastAt !== undefined && <Waiting since={lastAt} seconds={plan.wait} />}
                        </p>
                    )}
                    <table className="differences ramp-steps" aria-label="Steps">
                        <thead>
                            <tr>
                                <th>Mains</th>
                                <th>current</th>
                                {plan.rails.map((rail) => (
                                    <th key={rail}>{rail}</th>
                                ))}
                                <th>read</th>
                            </tr>
                        </thead>
                        <tbody>
                            {plan.steps.map((step) => (
                                <tr
                                    key={step.volts}
                                    className={
                                        step === next
                                            ? 'ramp-next'
                                            : step.volts <= (last?.volts ?? 0)
                                              ? 'ramp-done'
                                              : ''
                                    }
                                >
                                    <th>{step.title}</th>
                                    <td>{step.current}</td>
                                    {step.rails.map((rail) => (
                                        <td key={rail.point}>{rail.expected}</td>
                                    ))}
                                    <td>
                                        {readings
                                            .filter((one) => Math.abs(one.volts - step.volts) < 1)
                                            .slice(-1)
                                            .map((one) => (
                                                <b key={one.entry}>
                                                    {one.amperes == null ? '' : `${milli(one.amperes)} mA`}{' '}
                                                    {one.verdict?.word}
                                                </b>
                                            ))}
                                    </td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </div>
                <div>
                    <Plot picture={picture} label="Current into the unit over mains voltage" />
                    <h2>Stop at</h2>
                    <ul>
                        {plan.limits.map((limit) => (
                            <li key={limit}>{limit}</li>
                        ))}
                    </ul>
                </div>
            </div>
            {plan.events.map((event) => (
                <p key={event} className="caution">
                    {event}
                </p>
            ))}
            <Cautions cautions={cautions} />
        </>
    );
}
