import type { FitRow } from '../api/client';
import { FitMark } from './FitMark';

/** Row by row: what stood there, what would stand there, what the circuit asks, and why it will do or not. */
export function CompareTable({
    rows,
    caption,
    headings = ['Original', 'Candidate'],
}: {
    rows: FitRow[];
    caption: string;
    headings?: [string, string];
}) {
    const isAsked = rows.some((row) => row.asked !== '');
    return (
        <table className="compare">
            <caption>{caption}</caption>
            <thead>
                <tr>
                    <th scope="col" />
                    <th scope="col">{headings[0]}</th>
                    <th scope="col">{headings[1]}</th>
                    {isAsked && <th scope="col">The circuit asks</th>}
                    <th scope="col">Verdict</th>
                </tr>
            </thead>
            <tbody>
                {rows.map((row) => (
                    <tr key={row.title} className={`fit-row-${row.fit}`}>
                        <th scope="row">{row.title}</th>
                        <td className="mono-figures">{row.original === '' ? '–' : row.original}</td>
                        <td className="mono-figures">{row.candidate === '' ? '–' : row.candidate}</td>
                        {isAsked && <td className="mono-figures asked">{row.asked}</td>}
                        <td>
                            <FitMark mark={row.mark} words={row.words} />
                            <small>{row.reason}</small>
                        </td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}
