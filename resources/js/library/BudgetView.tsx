import { useQuery } from '@tanstack/react-query';
import type { MarginView } from '../api/client';
import { budgetQuery } from '../api/queries';
import { RefusalNote } from '../help/RefusalNote';

const ENDS: Record<string, string> = { low: 'mains low', nominal: 'as set', high: 'mains high' };

function Margin({ margin }: { margin: MarginView }) {
    return (
        <div
            className={`margin rank-${margin.rank}`}
            title={`${margin.value} of ${margin.limit}, worst with ${ENDS[margin.end] ?? margin.end}`}
        >
            <span className="margin-name">{margin.quantity}</span>
            <span className="margin-bar" aria-hidden="true">
                <i style={{ width: `${Math.min(100, margin.share * 100)}%` }} />
            </span>
            <span className="mono-figures">
                {margin.value} of {margin.limit}
            </span>
            {margin.rank > 0 && <b>{margin.word}</b>}
        </div>
    );
}

/** Where the energy goes: the feed at both ends of the mains, and every part beside its ratings. */
export function BudgetView({ supply, mode }: { supply: string; mode: string }) {
    const budget = useQuery(budgetQuery(supply, mode));
    if (budget.isPending) {
        return <p>Solving both ends of the mains…</p>;
    }
    if (budget.data === undefined) {
        return <RefusalNote>{budget.error?.message}</RefusalNote>;
    }
    const most = Math.max(...budget.data.lines.filter((line) => line.role === 'part').map((line) => line.watts), 1e-9);
    const thin = budget.data.lines.flatMap((line) => line.margins.filter((m) => m.rank > 0).map((m) => ({ line, m })));
    return (
        <section className="budget" aria-label="Losses and margins">
            <table className="ends">
                <thead>
                    <tr>
                        <th />
                        <th>At the feed</th>
                        <th>Current</th>
                        <th>Taken in</th>
                        <th>Given out</th>
                        <th>Power factor</th>
                        <th>Efficiency</th>
                    </tr>
                </thead>
                <tbody>
                    {budget.data.ends.map((end) => (
                        <tr key={end.end} className={end.end === 'nominal' ? 'now' : ''}>
                            <th>{ENDS[end.end]}</th>
                            <td>{end.feed}</td>
                            <td>{end.current}</td>
                            <td>{end.input}</td>
                            <td>{end.output}</td>
                            <td>{end.power_factor.toFixed(2)}</td>
                            <td>{Math.round(end.efficiency * 100)} %</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <p className="hint">
                {thin.length === 0
                    ? 'Every rating that is known has margin at both ends of the mains.'
                    : `Look at these first: ` +
                      `${thin.map(({ line, m }) => `${line.ref} (${m.quantity}, ${m.word})`).join('; ')}.`}
            </p>
            <table className="losses">
                <thead>
                    <tr>
                        <th>Part</th>
                        <th>Heat</th>
                        <th aria-label="Share of the heat" />
                        <th>Current, rms</th>
                        <th>peak</th>
                        <th>Beside its ratings</th>
                    </tr>
                </thead>
                <tbody>
                    {budget.data.lines.map((line) => (
                        <tr key={line.ref} className={line.role}>
                            <th>{line.label}</th>
                            <td className="mono-figures">{line.role === 'load' ? `${line.heat} out` : line.heat}</td>
                            <td>
                                {line.role === 'part' && (
                                    <span className="heat" aria-hidden="true">
                                        <i style={{ width: `${(100 * line.watts) / most}%` }} />
                                    </span>
                                )}
                            </td>
                            <td className="mono-figures">{line.rms}</td>
                            <td className="mono-figures">{line.peak}</td>
                            <td>
                                {line.margins.map((margin) => (
                                    <Margin key={margin.quantity} margin={margin} />
                                ))}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
        </section>
    );
}
