import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input } from 'antd';
import { economicsQuery, workshopQuery } from '../api/queries';
import { CompareTable } from './CompareTable';
import type { Writes } from './PartsBench';
import { RefusalNote } from '../help/RefusalNote';

const groups: { title: string; fields: [string, string, string][] }[] = [
    {
        title: 'This repair',
        fields: [
            ['hours', 'Hours of work', 'h'],
            ['rate', 'Price of an hour', ''],
            ['parts', 'Price of the parts', ''],
            ['ceiling', "Owner's ceiling", ''],
            ['quote', 'Quote from elsewhere', ''],
            ['worth', 'Worth when it works', ''],
        ],
    },
    {
        title: 'Another module',
        fields: [
            ['module', 'Price', ''],
            ['moduleHours', 'Hours to swap it', 'h'],
        ],
    },
    {
        title: 'A modern supply',
        fields: [
            ['modern', 'Price', ''],
            ['modernHours', 'Hours to fit it', 'h'],
            ['volts', 'Output', 'V'],
            ['amperes', 'Current', 'A'],
            ['ripple', 'Ripple', 'V'],
            ['isolation', 'Isolation', 'V'],
            ['length', 'Longest side', 'mm'],
            ['room', 'Room there', 'mm'],
        ],
    },
];

const ranks: Record<string, string> = { best: 'best', possible: 'possible', no: 'no', open: 'not weighed yet' };

/** Repair, swap the module, fit a modern supply, or give up; safety goes before money. */
export function CostTab({ bench, onRecord, refusal, refused }: Writes) {
    const workshop = useQuery(workshopQuery);
    const economics = useQuery(economicsQuery(bench.job.id, bench.log.length));
    if (economics.data === undefined || workshop.isPending) {
        return economics.error === null ? (
            <p role="status">Weighing it up…</p>
        ) : (
            <RefusalNote>{economics.error.message}</RefusalNote>
        );
    }
    const { given, options, modern, rails } = economics.data;
    const { rate, currency } = workshop.data ?? { rate: null, currency: '' };
    const usual = rate === null ? {} : { rate };
    const initial = refused?.kind === 'estimate' ? refused.payload : { ...usual, ...given };
    const money = ['rate', 'parts', 'ceiling', 'quote', 'worth', 'module', 'modern'];
    return (
        <div className="parts-grid cost">
            <Form
                layout="vertical"
                requiredMark={false}
                initialValues={initial}
                onFinish={(values: Record<string, unknown>) => onRecord('estimate', values)}
            >
                {groups.map((group) => (
                    <fieldset key={group.title}>
                        <legend>{group.title}</legend>
                        {group.fields.map(([name, label, unit]) => (
                            <Form.Item key={name} name={name} label={label}>
                                <Input inputMode="decimal" suffix={money.includes(name) ? currency : unit} />
                            </Form.Item>
                        ))}
                    </fieldset>
                ))}
                {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
                {bench.job.may_write && (
                    <Button type="primary" htmlType="submit">
                        Weigh it up
                    </Button>
                )}
            </Form>
            <div>
                <ol className="choices" aria-label="What can be done">
                    {options.map((option) => (
                        <li key={option.key} className={`choice-${option.rank}`}>
                            <b>
                                {option.title}
                                <small>{ranks[option.rank]}</small>
                            </b>
                            <span className="mono-figures">
                                {option.cost === null ? '' : `${option.cost.toFixed(2)} ${currency}`}
                            </span>
                            {option.reasons.map((reason) => (
                                <p key={reason}>{reason}</p>
                            ))}
                        </li>
                    ))}
                </ol>
                <h2>What it has to deliver</h2>
                <ul className="rails">
                    {rails.map((rail) => (
                        <li key={rail.ref}>
                            <b>{rail.ref}</b>{' '}
                            <span className="mono-figures">
                                {rail.volts}, {rail.amperes}
                                {rail.ripple !== '' && `, ripple up to ${rail.ripple}`}
                            </span>
                        </li>
                    ))}
                </ul>
                {modern.length > 0 && (
                    <CompareTable
                        rows={modern}
                        caption="The modern supply beside it"
                        headings={['Needed', 'Offered']}
                    />
                )}
            </div>
        </div>
    );
}
