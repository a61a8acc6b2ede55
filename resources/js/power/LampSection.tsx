import { Button } from 'antd';
import type { Bench, Caution, LampPlan } from '../api/client';
import { Cautions, powerEntry, type Acts } from './PowerPlan';

/** Which lamp, and how bright it gets with a good unit and with each main suspect. */
export function LampSection({
    plan,
    cautions,
    bench,
    onRecord,
}: { plan: LampPlan | null; cautions: Caution[] | undefined; bench: Bench } & Pick<Acts, 'onRecord'>) {
    if (plan === null) {
        return <p>There is no mains in this supply to put a lamp into: the current limit of a bench supply does it.</p>;
    }
    return (
        <>
            <h2>{plan.lamp}</h2>
            <p>{plan.reason}</p>
            <table className="differences lamp" aria-label="What the lamp does">
                <thead>
                    <tr>
                        <th>If it is</th>
                        <th>the lamp</th>
                        <th>across the lamp</th>
                        <th>at the unit</th>
                    </tr>
                </thead>
                <tbody>
                    {plan.rows.map((row) => (
                        <tr key={row.what}>
                            <th>{row.what}</th>
                            <td>
                                <i
                                    className="bulb"
                                    style={{ '--glow': row.brightness } as React.CSSProperties}
                                    aria-hidden="true"
                                />{' '}
                                {row.flash} {row.lamp}
                                {row.breaks === '' ? '' : `; ${row.breaks}`}
                            </td>
                            <td className="mono-figures">{row.lamp_volts}</td>
                            <td className="mono-figures">{row.unit_volts}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <p className="hint">{plan.law}</p>
            <Cautions cautions={cautions} />
            <Button
                type="primary"
                disabled={bench.state.power !== 'unplugged'}
                onClick={() => onRecord('power', powerEntry('limited', plan.mode, plan.method))}
            >
                Lamp in series, set up as “{plan.mode_name}”: record it
            </Button>
        </>
    );
}
