import { useQuery } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import { useEffect, useState } from 'react';
import { answer, api, type Instrument, type LoadStep } from '../api/client';
import { loadTestQuery } from '../api/queries';
import { SetSheet } from '../instruments/SetSheet';
import { ulid } from 'ulid';
import { LoadPlot } from './LoadPlot';
import type { Proves } from './ProvePage';
import { Taken } from './Taken';
import { WireRule } from './WireRule';
import { RefusalNote } from '../help/RefusalNote';

type Typed = Record<string, { dc: string; ripple: string; amperes: string }>;

const blank = { dc: '', ripple: '', amperes: '' };

function Verdict({ verdict }: { verdict: { text: string; word: string; good: boolean; sentence: string } | null }) {
    return verdict === null ? null : (
        <p className="read-verdict">
            <b className={verdict.good ? '' : 'refusal'}>
                {verdict.text}, {verdict.word}
            </b>
            {verdict.sentence !== '' && <small>{verdict.sentence}</small>}
        </p>
    );
}

function Step({ step, proves }: { step: LoadStep; proves: Proves }) {
    const { bench, meter, instruments, onRecord } = proves;
    const [typed, setTyped] = useState<Typed>({});
    const [watts, setWatts] = useState('');
    const [setting, setSetting] = useState<{ instrument: Instrument; amperes: string; input: number }>();
    const load = instruments.find((one) => one.kind === 'load' && one.online);
    const source = instruments.find((one) => one.kind === 'source' && one.online);
    const change = (point: string, field: keyof typeof blank, text: string) =>
        setTyped((now) => ({ ...now, [point]: { ...(now[point] ?? blank), [field]: text } }));
    const record = () => {
        onRecord('load_step', {
            step: step.id,
            rails: typed,
            watts,
            ...(meter === undefined ? {} : { meter: meter.id }),
        });
        setTyped({});
        setWatts('');
    };
    const takeWatts = async (from: Instrument) =>
        setWatts(
            (
                await answer(
                    api.POST('/jobs/{job}/instruments/{instrument}/read', {
                        params: { path: { job: bench.job.id, instrument: from.id } },
                        body: {
                            id: ulid(),
                            at: new Date().toISOString(),
                            target: 'feed',
                            quantity: 'watts',
                            keep: false,
                        },
                    }),
                )
            ).text,
        );
    return (
        <section aria-label={step.title} className="load-step">
            <h2>
                {step.title}
                {step.done && <small> recorded</small>}
            </h2>
            {!step.settles && (
                <p className="caution">
                    A good unit does not come to rest here: leave this step out, or keep its minimum load on.
                </p>
            )}
            <table className="compare">
                <thead>
                    <tr>
                        <th scope="col">Rail</th>
                        <th scope="col">Load on it</th>
                        <th scope="col">A good unit</th>
                        <th scope="col">Volts</th>
                        <th scope="col">Ripple, p-p</th>
                    </tr>
                </thead>
                <tbody>
                    {step.rails.map((rail, k) => (
                        <tr key={rail.point}>
                            <th scope="row">
                                {rail.name}
                                <small>
                                    {rail.point}, {rail.share} of full load
                                </small>
                            </th>
                            <td>
                                {rail.made === null ? (
                                    'nothing'
                                ) : (
                                    <>
                                        <b className="mono-figures">{rail.made.current}</b>
                                        <small>
                                            {rail.made.electronic}; or {rail.made.resistor}
                                            {rail.made.lamp != null && `; or ${rail.made.lamp}`}
                                        </small>
                                    </>
                                )}
                                {bench.job.may_write && load !== undefined && (
                                    <Button
                                        size="small"
                                        onClick={() =>
                                            setSetting({
                                                instrument: load,
                                                amperes: rail.made?.current ?? '',
                                                input: k + 1,
                                            })
                                        }
                                    >
                                        {rail.made === null ? `Switch ${load.name} off` : `Set ${load.name}`}
                                    </Button>
                                )}
                            </td>
                            <td className="mono-figures">
                                {rail.expected}
                                <small>ripple {rail.ripple}</small>
                            </td>
                            <td>
                                {bench.job.may_write && (
                                    <Taken
                                        job={bench.job.id}
                                        meter={meter}
                                        target={rail.point}
                                        quantity="dc"
                                        label={`${rail.point} volts, ${step.title}`}
                                        unit="V"
                                        value={typed[rail.point]?.dc ?? ''}
                                        onChange={(text) => change(rail.point, 'dc', text)}
                                    />
                                )}
                                <Verdict verdict={rail.dc} />
                            </td>
                            <td>
                                {bench.job.may_write && (
                                    <Input
                                        className="ripple-field"
                                        aria-label={`${rail.point} ripple, ${step.title}`}
                                        suffix="V"
                                        value={typed[rail.point]?.ripple ?? ''}
                                        onChange={(event) => change(rail.point, 'ripple', event.target.value)}
                                    />
                                )}
                                <Verdict verdict={rail.pp} />
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
            {bench.job.may_write && (
                <form
                    className="list-acts"
                    onSubmit={(event) => {
                        event.preventDefault();
                        record();
                    }}
                >
                    <label>
                        From the feed{' '}
                        <Input
                            aria-label={`Watts from the feed, ${step.title}`}
                            suffix="W"
                            value={watts}
                            onChange={(event) => setWatts(event.target.value)}
                        />
                    </label>
                    {source !== undefined && (
                        <Button onClick={() => void takeWatts(source)}>Take from {source.name}</Button>
                    )}
                    {step.input !== null && (
                        <span className="hint">
                            a good unit takes {step.input}
                            {step.watts !== null && `; read ${step.watts}`}
                        </span>
                    )}
                    <Button
                        type="primary"
                        htmlType="submit"
                        disabled={!Object.values(typed).some((one) => one.dc !== '' || one.ripple !== '')}
                    >
                        Record this step
                    </Button>
                </form>
            )}
            {setting !== undefined && (
                <SetSheet
                    job={bench.job.id}
                    instrument={setting.instrument}
                    initial={{
                        amperes: setting.amperes.replace(/\s*A$/, '').replace(/\s+m$/, 'm').replace(/\s+µ$/, 'u'),
                        input: setting.input,
                    }}
                    onClose={() => setSetting(undefined)}
                />
            )}
        </section>
    );
}

/** A load that is not steady is said once; the load test, heat and overload follow it. */
function PeaksForm({ rails, proves }: { rails: { point: string; name: string }[]; proves: Proves }) {
    const blankShape = { rail: rails[0]?.point ?? '', idle: '', peak: '', duty: '' };
    const refused = proves.refused?.kind === 'peaks' ? proves.refused.payload : undefined;
    const [shape, setShape] = useState({ ...blankShape, ...refused });
    const field = (name: 'idle' | 'peak' | 'duty', label: string, unit: string) => (
        <label>
            {label}{' '}
            <Input
                aria-label={label}
                suffix={unit}
                value={shape[name]}
                onChange={(event) => setShape({ ...shape, [name]: event.target.value })}
            />
        </label>
    );
    return (
        <details open={refused !== undefined}>
            <summary>A load here comes in peaks</summary>
            <form
                className="list-acts"
                aria-label="Load in peaks"
                onSubmit={(event) => {
                    event.preventDefault();
                    const share = /^[\d.,\s]+$/.test(shape.duty) ? `${shape.duty.trim()}%` : shape.duty;
                    proves.onRecord('peaks', { ...shape, duty: share });
                    setShape(blankShape);
                }}
            >
                <label>
                    On rail{' '}
                    <Select
                        aria-label="Rail with peaks"
                        value={shape.rail}
                        options={rails.map((one) => ({ value: one.point, label: one.name }))}
                        onChange={(rail) => setShape({ ...shape, rail })}
                    />
                </label>
                {field('idle', 'Between the peaks', 'A')}
                {field('peak', 'In the peaks', 'A')}
                {field('duty', 'Of the time', '%')}
                <Button htmlType="submit" disabled={shape.idle === '' || shape.peak === '' || shape.duty === ''}>
                    Record these peaks
                </Button>
            </form>
            <p className="hint">
                Idle, mean and peak become steps of the load test; heat is averaged over them. In the field of the
                bench: peaks tp5 0.2A 2.5A 10%.
            </p>
        </details>
    );
}

/**
 * No, half and full load on every rail, and each alone at full load: regulation, ripple, cross-regulation, efficiency.
 */
export function LoadTab(proves: Proves) {
    const { bench, refused } = proves;
    const test = useQuery(loadTestQuery(bench.job.id, bench.log.length));
    const [shown, setShown] = useState<string>();
    useEffect(() => {
        if (refused?.kind === 'load_step') {
            setShown(String(refused.payload.step));
        }
    }, [refused]);
    if (test.data === undefined) {
        return test.error === null ? (
            <p role="status">Solving the supply at each load…</p>
        ) : (
            <RefusalNote>{test.error.message}</RefusalNote>
        );
    }
    const { rails, steps, between, minimum } = test.data;
    const next = steps.find((one) => one.id === shown) ?? steps.find((one) => !one.done) ?? steps[steps.length - 1];
    return (
        <div className="prove">
            <ol className="prove-steps" aria-label="Steps">
                {steps.map((one) => (
                    <li key={one.id}>
                        <button
                            type="button"
                            aria-pressed={one.id === next?.id}
                            className={one.done ? 'done' : ''}
                            onClick={() => setShown(one.id)}
                        >
                            {one.title}
                        </button>
                    </li>
                ))}
            </ol>
            {bench.state.power === 'unplugged' && (
                <p className="caution">
                    The unit is recorded as unplugged. Go back to the bench for the way to power; loads on before volts.
                </p>
            )}
            {next !== undefined && <Step key={`${next.id} ${refused?.id ?? ''}`} step={next} proves={proves} />}
            {between.length > 0 && (
                <table className="compare" aria-label="Between the steps">
                    <thead>
                        <tr>
                            <th scope="col">Between the steps</th>
                            <th scope="col">Measured</th>
                            <th scope="col">A good unit</th>
                            <th scope="col" />
                        </tr>
                    </thead>
                    <tbody>
                        {between.map((row) => (
                            <tr key={row.title}>
                                <th scope="row">{row.title}</th>
                                <td className={row.good === false ? 'mono-figures refusal' : 'mono-figures'}>
                                    {row.value}
                                </td>
                                <td className="mono-figures">{row.expected}</td>
                                <td>
                                    {row.good === null ? '' : row.good ? 'as it should be' : 'not as it should be'}
                                    {row.sentence !== '' && <small>{row.sentence}</small>}
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
            <div className="load-plots">
                {rails
                    .filter((rail) => rail.curve.length > 1)
                    .map((rail) => (
                        <LoadPlot key={rail.point} rail={rail} />
                    ))}
            </div>
            <h2>About these loads</h2>
            <ul className="rails">
                {rails.map((rail) => (
                    <li key={rail.point}>
                        <b>{rail.name}.</b> {rail.why}
                        {rail.peaks != null && (
                            <>
                                {' '}
                                {rail.peaks.sentence}{' '}
                                <span className={rail.peaks.good ? '' : 'refusal'}>{rail.peaks.why}</span>
                            </>
                        )}
                        {rail.limit != null &&
                            rail.peaks == null &&
                            ` As solved, ${rail.limit}: raise the load past it once, ` +
                                `and look whether it gives way calmly and comes back.`}
                    </li>
                ))}
                {minimum != null && (
                    <li>
                        <b>Minimum load.</b> {minimum}
                    </li>
                )}
            </ul>
            {bench.job.may_write && (
                <PeaksForm key={refused?.kind === 'peaks' ? refused.id : 'typed'} rails={rails} proves={proves} />
            )}
            <WireRule />
        </div>
    );
}
