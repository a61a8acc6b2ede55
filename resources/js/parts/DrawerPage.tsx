import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useDeferredValue, useState } from 'react';
import type { StockLine } from '../api/client';
import { sessionQuery, stockQuery } from '../api/queries';
import { MakeValue } from './MakeValue';
import { StockImportSheet } from './StockImportSheet';
import { StockRow } from './StockRow';
import { StockSheet } from './StockSheet';
import { RefusalNote } from '../help/RefusalNote';

/** The drawer: found by need, filled and corrected, and values made of what lies in it. */
export function DrawerPage() {
    const [need, setNeed] = useState('');
    const [making, setMaking] = useState(false);
    const [importing, setImporting] = useState(false);
    const [editing, setEditing] = useState<StockLine | 'new'>();
    const stock = useQuery(stockQuery(useDeferredValue(need.trim())));
    const mayEdit = useQuery(sessionQuery).data?.can.edit_library === true;
    const shown = stock.data;
    return (
        <main className="page">
            <div className="page-head">
                <div>
                    <h1>Drawer</h1>
                    <p className="lede">
                        What lies in the workshop, by what it can stand. What you fit from it is counted down by itself.
                    </p>
                </div>
                <div className="page-actions">
                    <Button onClick={() => setMaking(true)}>Make a value</Button>
                    {mayEdit && <Button onClick={() => setImporting(true)}>Import a list</Button>}
                    {mayEdit && (
                        <Button type="primary" onClick={() => setEditing('new')}>
                            New line
                        </Button>
                    )}
                </div>
            </div>
            <Input
                allowClear
                autoFocus
                aria-label="What is needed"
                className="need"
                placeholder="at least 47 uF 400 V 105 C, at most 31 mm tall"
                value={need}
                onChange={(event) => setNeed(event.target.value)}
            />
            {stock.error !== null && <RefusalNote>{stock.error.message}</RefusalNote>}
            {shown !== undefined && stock.error === null && (
                <p className="quiet" role="status">
                    {shown.words === ''
                        ? `${shown.all} lines`
                        : `${shown.lines.length} of ${shown.all} lines have ${shown.words}`}
                    {shown.low > 0 && `; ${shown.low} below their minimum`}.{' '}
                    <a href="/api/v1/stock.csv" download>
                        All as CSV
                    </a>
                </p>
            )}
            {shown?.all === 0 && (
                <p>The drawer is empty. Import a list, or add a line in words: "electrolytic 47u 400V 105C 18x31.5".</p>
            )}
            {shown !== undefined && shown.lines.length > 0 && (
                <table className="compare stock">
                    <thead>
                        <tr>
                            <th scope="col">Part</th>
                            <th scope="col">Free</th>
                            <th scope="col">There</th>
                            <th scope="col">Least</th>
                            <th scope="col">Place</th>
                            <th scope="col">Price</th>
                            <th scope="col">From</th>
                        </tr>
                    </thead>
                    <tbody>
                        {shown.lines.map((line) => (
                            <StockRow key={line.id} line={line} mayEdit={mayEdit} onEdit={() => setEditing(line)} />
                        ))}
                    </tbody>
                </table>
            )}
            {shown !== undefined && shown.near.length > 0 && (
                <section aria-label="Nearly">
                    <h2>Miss by one thing</h2>
                    <ul className="offers near">
                        {shown.near.map((line) => (
                            <li key={line.id}>
                                <b>{line.label}</b>{' '}
                                <span>
                                    {line.against.join(', ')}; {line.available} free
                                    {line.location !== '' && `, ${line.location}`}
                                </span>
                            </li>
                        ))}
                    </ul>
                </section>
            )}
            {editing !== undefined && (
                <StockSheet line={editing === 'new' ? undefined : editing} onClose={() => setEditing(undefined)} />
            )}
            {importing && <StockImportSheet onClose={() => setImporting(false)} />}
            {making && <MakeValue onClose={() => setMaking(false)} />}
        </main>
    );
}
