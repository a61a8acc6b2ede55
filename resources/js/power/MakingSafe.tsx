import { Button, Input } from 'antd';
import { useEffect, useState } from 'react';
import type { Bench, Caution, PowerUp } from '../api/client';
import { Cautions, type Acts } from './PowerPlan';
import { useRefused } from './useRefused';

type Line = NonNullable<PowerUp['lines']>[number];
type Charge = Bench['safety']['charged'][number];

function Countdown({ until }: { until: string }) {
    const [now, setNow] = useState(() => Date.now());
    useEffect(() => {
        const timer = window.setInterval(() => setNow(Date.now()), 1000);
        return () => window.clearInterval(timer);
    }, []);
    const seconds = Math.ceil((Date.parse(until) - now) / 1000);
    return (
        <span className="mono-figures">
            {seconds > 0
                ? `again in ${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
                : 'measure it again now'}
        </span>
    );
}

function Card({
    line,
    charge,
    isOff,
    isHidden,
    onRecord,
    refused,
}: { line: Line; charge: Charge | undefined; isOff: boolean; isHidden: boolean } & Pick<Acts, 'onRecord' | 'refused'>) {
    const [text, setText] = useState('');
    useRefused(refused, 'left', (payload) => {
        if (payload.part === line.ref) {
            setText(String(payload.text));
        }
    });
    const send = () => {
        if (text.trim() !== '') {
            onRecord('left', { part: line.ref, text });
            setText('');
        }
    };
    return (
        <article
            className={`charge ${charge === undefined ? '' : charge.proven ? 'charge-empty' : 'charge-full'}`}
            aria-label={`Discharge ${line.ref}`}
        >
            <h3>
                {line.label}
                <small>
                    {line.holds} · {line.energy}
                </small>
            </h3>
            <dl>
                <dt>by itself</dt>
                <dd>{line.itself}</dd>
                <dt>with</dt>
                <dd>{line.tool}</dd>
                <dt>then</dt>
                <dd>{line.time}</dd>
                <dt>why</dt>
                <dd className="quiet">{line.why}</dd>
            </dl>
            {charge !== undefined && <p>{line.proof}</p>}
            {charge !== undefined && charge.measured.length > 0 && (
                <p className="measured">
                    {charge.measured.map((one) => (
                        <b key={one.at} className="mono-figures">
                            {one.text}
                        </b>
                    ))}{' '}
                    {charge.proven ? (
                        <span>proven empty</span>
                    ) : isHidden ? (
                        <span>once more: a capacitor comes back by itself</span>
                    ) : charge.again_at == null ? (
                        <span className="refusal">not empty</span>
                    ) : (
                        <Countdown until={charge.again_at} />
                    )}
                </p>
            )}
            {isHidden && (
                <Button disabled={!isOff} onClick={() => onRecord('left', { part: line.ref })}>
                    Discharge {line.ref} and measure
                </Button>
            )}
            <div className="left-field" hidden={isHidden}>
                <Input
                    aria-label={`${line.ref} left`}
                    inputMode="decimal"
                    suffix="V left"
                    disabled={!isOff}
                    value={text}
                    onChange={(event) => setText(event.target.value)}
                    onPressEnter={send}
                    autoComplete="off"
                />
                <Button onClick={send} disabled={!isOff || text.trim() === ''}>
                    Record
                </Button>
            </div>
        </article>
    );
}

/** What may bite with the plug out, what to empty it with, and the proof. */
export function MakingSafe({
    lines,
    limits,
    cautions,
    bench,
    onRecord,
    refused,
}: { lines: Line[]; limits: NonNullable<PowerUp['limits']>; cautions: Caution[] | undefined; bench: Bench } & Pick<
    Acts,
    'onRecord' | 'refused'
>) {
    const isOff = bench.state.power === 'unplugged';
    const cards = lines.filter((line) => line.hazard);
    const small = lines.filter((line) => !line.hazard);
    return (
        <>
            <h2>
                {bench.safety.unproven.length > 0
                    ? `Not proven empty: ${bench.safety.unproven.join(', ')}`
                    : isOff
                      ? 'Everything that could bite is proven empty'
                      : 'Pull the plug first, and record it'}
            </h2>
            <Cautions cautions={cautions} />
            {cards.map((line) => (
                <Card
                    key={line.ref}
                    line={line}
                    charge={bench.safety.charged.find((one) => one.ref === line.ref)}
                    isOff={isOff}
                    isHidden={bench.practice !== null}
                    onRecord={onRecord}
                    refused={refused}
                />
            ))}
            {cards.length === 0 && (
                <p>
                    Nothing in this supply holds more than the touch limit or enough to burn. Measure the reservoirs
                    before you bridge them all the same.
                </p>
            )}
            {small.length > 0 && (
                <table className="differences">
                    <thead>
                        <tr>
                            <th>Below the limits</th>
                            <th>holds</th>
                            <th>energy</th>
                            <th>by itself</th>
                            <th>or with</th>
                        </tr>
                    </thead>
                    <tbody>
                        {small.map((line) => (
                            <tr key={line.ref}>
                                <th>{line.label}</th>
                                <td>{line.holds}</td>
                                <td>{line.energy}</td>
                                <td>{line.itself}</td>
                                <td>{line.tool.split(',')[0]}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
            <details>
                <summary>The limits, and where they are from</summary>
                <dl className="limits">
                    {limits.map((one) => (
                        <div key={one.limit}>
                            <dt>{one.limit}</dt>
                            <dd>
                                {one.means} <span className="quiet">({one.source})</span>
                            </dd>
                        </div>
                    ))}
                </dl>
                <p className="hint">Local codes and licensed practice decide.</p>
            </details>
        </>
    );
}
