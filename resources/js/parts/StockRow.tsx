import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { answer, api, type StockLine } from '../api/client';
import { cellsOf } from './cells';

/** One line of the drawer; counting is one touch. */
export function StockRow({ line, mayEdit, onEdit }: { line: StockLine; mayEdit: boolean; onEdit: () => void }) {
    const queries = useQueryClient();
    const count = useMutation({
        mutationFn: (quantity: number) =>
            answer(
                api.PUT('/stock/{item}', {
                    params: { path: { item: line.id } },
                    body: { ...cellsOf(line), quantity: String(quantity) },
                }),
            ),
        onSettled: () => queries.invalidateQueries({ queryKey: ['stock'] }),
    });
    return (
        <tr className={line.low ? 'stock-low' : ''}>
            <th scope="row">
                {mayEdit ? (
                    <button type="button" className="plain" onClick={onEdit}>
                        {line.label}
                    </button>
                ) : (
                    line.label
                )}
                <small>
                    {line.kind.replaceAll('_', ' ')}
                    {line.salvaged && ', salvaged'}
                    {line.note !== '' && `; ${line.note}`}
                </small>
            </th>
            <td className="mono-figures">
                {line.available}
                {line.reserved > 0 && <small>{line.reserved} reserved</small>}
            </td>
            <td className="mono-figures counted">
                {mayEdit && (
                    <Button
                        size="small"
                        aria-label={`One ${line.label} less`}
                        disabled={line.quantity === 0 || count.isPending}
                        onClick={() => count.mutate(line.quantity - 1)}
                    >
                        −
                    </Button>
                )}
                <b>{line.quantity}</b>
                {mayEdit && (
                    <Button
                        size="small"
                        aria-label={`One ${line.label} more`}
                        disabled={count.isPending}
                        onClick={() => count.mutate(line.quantity + 1)}
                    >
                        +
                    </Button>
                )}
            </td>
            <td className="mono-figures">
                {line.minimum > 0 ? line.minimum : ''}
                {line.low && <small>order</small>}
            </td>
            <td>{line.location}</td>
            <td className="mono-figures">{line.price === null ? '' : line.price.toFixed(2)}</td>
            <td>
                {line.supplier}
                {count.error !== null && (
                    <small role="alert" className="refusal">
                        {count.error.message}
                    </small>
                )}
            </td>
        </tr>
    );
}
