import type { LogLine } from '../api/client';
import { Mark } from './Mark';
import type { Entry as Waiting } from '../outbox/useOutbox';

const time = (at: string) => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

interface Props {
    log: LogLine[];
    waiting: Waiting[];
    onStrike?: (entry: LogLine) => void;
}

/** The job's log, newest first. Nothing is ever deleted: a mistake is struck out and stays readable. */
export function LogStrip({ log, waiting, onStrike }: Props) {
    return (
        <section className="log" aria-label="Log">
            <ol>
                {waiting.map((entry) => (
                    <li key={entry.id} className="waiting">
                        <time>{time(entry.at)}</time>
                        <span className="log-line">
                            {String(entry.payload.target ?? entry.kind)} {String(entry.payload.text ?? '')}
                        </span>
                        <span>on its way to the server</span>
                    </li>
                ))}
                {log.map((entry) => (
                    <li key={entry.id} className={entry.struck ? 'struck' : ''}>
                        <time dateTime={entry.at}>{time(entry.at)}</time>
                        {entry.reading !== null && <Mark shape={entry.reading.mark} title={entry.reading.word} />}
                        <span className="log-line">
                            {entry.line}
                            {entry.clock !== '' && <em className="clock"> {entry.clock}</em>}
                            {entry.reading !== null && (
                                <em>
                                    {' '}
                                    {entry.reading.word} · {entry.reading.power}, {entry.reading.mode}
                                    {entry.reading.context === '' ? '' : `, ${entry.reading.context}`}
                                </em>
                            )}
                        </span>
                        <span className="log-by">{entry.by}</span>
                        {onStrike !== undefined && !entry.struck && entry.kind !== 'strike' && (
                            <button
                                type="button"
                                className="plain"
                                onClick={() => onStrike(entry)}
                                aria-label={`Strike out ${entry.line}`}
                            >
                                strike out
                            </button>
                        )}
                    </li>
                ))}
            </ol>
        </section>
    );
}
