import { Button, Input } from 'antd';
import { useState } from 'react';
import { Link, useMatch } from 'react-router';
import type { Entry } from './outbox';
import { outbox } from './shared';
import { useOutboxView } from './useOutbox';

const time = (at: string) => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

const words = (entry: Entry) =>
    [
        entry.kind === 'reading' ? String(entry.payload.target ?? '') : entry.kind,
        entry.payload.text ?? entry.payload.part ?? entry.payload.power ?? entry.payload.caption,
    ]
        .filter((one) => one !== undefined && one !== '')
        .join(' ');

function Refused({ entry }: { entry: Entry }) {
    const typed = typeof entry.payload.text === 'string' ? entry.payload.text : undefined;
    const [text, setText] = useState(typed ?? '');
    const again = (payload = entry.payload) => void outbox.retry(entry.id, { payload });
    const field = entry.refused?.field ?? '';
    return (
        <li>
            <p>
                <b>
                    {time(entry.at)} {words(entry)}
                </b>{' '}
                <Link to={`/jobs/${entry.job}`}>its bench</Link>
                <br />
                {entry.refused?.message}
            </p>
            <div className="tray-acts">
                {field === 'still_true' && (
                    <Button type="primary" onClick={() => void outbox.confirm(entry.job)}>
                        Still true, with all that follows
                    </Button>
                )}
                {field === 'unit' && typed !== undefined && (
                    <>
                        <Button onClick={() => again({ ...entry.payload, text: `${typed} V` })}>
                            {typed} V, left on it
                        </Button>
                        <Button onClick={() => again({ ...entry.payload, text: `${typed} ohm` })}>{typed} ohm</Button>
                    </>
                )}
                {typed !== undefined && field !== 'still_true' && (
                    <form
                        onSubmit={(event) => {
                            event.preventDefault();
                            again({ ...entry.payload, text });
                        }}
                    >
                        <Input
                            aria-label={`What was typed: ${typed}`}
                            value={text}
                            onChange={(event) => setText(event.target.value)}
                        />
                        <Button htmlType="submit">Send it so</Button>
                    </form>
                )}
                {typed === undefined && field !== 'still_true' && (
                    <Button onClick={() => again()}>Send it again</Button>
                )}
                <Button danger onClick={() => void outbox.discard(entry.id)}>
                    Throw it away
                </Button>
            </div>
        </li>
    );
}

/** On every page: what the server has not got, and why. Nothing leaves it but by being mended, sent or thrown away. */
export function Tray() {
    const { waiting, refused, why } = useOutboxView();
    // On a bench the field has the hand; what was just typed stands there as well.
    const onBench = useMatch('/jobs/:job') !== null;
    const asks = refused.some((entry) => entry.refused?.field === 'still_true');
    const [chosen, setOpen] = useState<boolean>();
    const open = chosen ?? (asks || !onBench);
    const waits =
        why !== undefined && waiting.length > 0 ? (
            <p role="status">
                {waiting.length} {waiting.length === 1 ? 'entry waits' : 'entries wait'} here. {why}
            </p>
        ) : null;
    if (refused.length === 0 && waits === null) {
        return null;
    }
    if (refused.length === 0) {
        return (
            <section className="tray" aria-label="Not in the log yet">
                {waits}
            </section>
        );
    }
    return (
        <section className="tray" aria-label="Not in the log yet">
            {waits}
            <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
                {refused.length} {refused.length === 1 ? 'entry is' : 'entries are'} not in the log
                {waiting.length > 0 && `, ${waiting.length} more on the way`}
                {open ? '' : ': show'}
            </button>
            {open && (
                <ul>
                    {refused.map((entry) => (
                        <Refused key={`${entry.id} ${entry.refused?.message ?? ''}`} entry={entry} />
                    ))}
                </ul>
            )}
        </section>
    );
}
