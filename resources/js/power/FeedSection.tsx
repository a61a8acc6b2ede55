import { Button } from 'antd';
import type { Bench, Caution, FeedPlan } from '../api/client';
import { Cautions, powerEntry, type Acts } from './PowerPlan';

function Feed({ plan, bench, onRecord }: { plan: FeedPlan; bench: Bench } & Pick<Acts, 'onRecord'>) {
    const { scaled } = plan;
    const isFitted = bench.safety.ledger.some(
        (entry) => entry.open && entry.kind === 'scaled' && entry.part === scaled?.part,
    );
    return (
        <article className="feed" aria-label={plan.where}>
            <h3>{plan.set}</h3>
            <dl>
                <dt>where</dt>
                <dd>
                    {plan.where} {plan.polarity}
                </dd>
                <dt>set up as</dt>
                <dd>{plan.mode_name}</dd>
                <dt>start-up</dt>
                <dd>
                    {plan.start} {plan.wakes} {plan.ticks}
                </dd>
                {scaled != null && (
                    <>
                        <dt>scale</dt>
                        <dd>
                            {scaled.sentence}{' '}
                            {isFitted ? (
                                <em>in the ledger</em>
                            ) : (
                                <Button
                                    size="small"
                                    disabled={bench.state.power !== 'unplugged'}
                                    onClick={() =>
                                        onRecord('change', {
                                            change: 'scaled',
                                            part: scaled.part,
                                            value: scaled.value,
                                            why: 'low-voltage feed',
                                        })
                                    }
                                >
                                    Fitted: into the ledger
                                </Button>
                            )}
                        </dd>
                    </>
                )}
                <dt>put back</dt>
                <dd>{plan.put_back.join('; ')}</dd>
            </dl>
            <table className="differences">
                <thead>
                    <tr>
                        <th>A good unit then reads</th>
                        <th />
                        <th />
                    </tr>
                </thead>
                <tbody>
                    {plan.readings.map((row) => (
                        <tr key={row.point}>
                            <th>{row.point}</th>
                            <td>{row.name}</td>
                            <td className="mono-figures">{row.expected}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <Button
                type="primary"
                disabled={bench.state.power !== 'unplugged'}
                onClick={() => onRecord('power', powerEntry('limited', plan.mode, plan.method))}
            >
                Connected and on: record it
            </Button>
        </article>
    );
}

/** A bench supply instead of the mains. */
export function FeedSection({
    plans,
    cautions,
    bench,
    onRecord,
}: { plans: FeedPlan[]; cautions: Caution[] | undefined; bench: Bench } & Pick<Acts, 'onRecord'>) {
    return (
        <>
            <Cautions cautions={cautions} />
            {plans.length === 0 && (
                <p>There is no place in this supply where a bench supply below the touch limit would do.</p>
            )}
            {plans.map((plan) => (
                <Feed key={plan.where} plan={plan} bench={bench} onRecord={onRecord} />
            ))}
        </>
    );
}
