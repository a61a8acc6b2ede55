import { Button } from 'antd';
import type { PowerUp } from '../api/client';
import type { Section } from '../api/queries';
import { Cautions, type Acts } from './PowerPlan';

const ranks: Record<string, string> = { first: 'first', then: 'possible', no: 'not for this one' };
const plans: Record<string, Section> = { bench: 'feed', lamp: 'lamp', variable_transformer: 'ramp' };

/** Which way of putting power on it, why, and why not the others. */
export function MethodSection({ plan, onShow }: { plan: PowerUp } & Pick<Acts, 'onShow'>) {
    return (
        <>
            {plan.region?.map((note) => (
                <p key={note.title} className={note.danger ? 'caution danger' : 'caution'}>
                    <b>{note.title}.</b> {note.text}
                </p>
            ))}
            <ol className="methods">
                {plan.methods?.map((method) => (
                    <li key={method.how} className={`method-${method.rank}`}>
                        <h3>
                            {method.title}
                            <small>{ranks[method.rank]}</small>
                        </h3>
                        <p>{method.reason}</p>
                        {plans[method.how] !== undefined && method.rank !== 'no' && (
                            <Button size="small" onClick={() => onShow(plans[method.how] ?? 'methods')}>
                                Its plan
                            </Button>
                        )}
                    </li>
                ))}
            </ol>
            <Cautions cautions={plan.cautions} />
        </>
    );
}
