import { useState } from 'react';
import type { SuspectView } from '../api/client';

/** Likelihood ratios in words: powers of two against the average suspect. */
function strength(weight: number): string {
    const size = Math.abs(weight);
    return size > 5 ? 'very strongly' : size > 3 ? 'strongly' : size > 1.2 ? 'clearly' : 'a little';
}

function Why({ suspect }: { suspect: SuspectView }) {
    const proof = suspect.members[0]?.proof;
    const looks = suspect.members[0]?.looks;
    return (
        <div className="why">
            {suspect.for.map((reason) => <p key={reason.label}><b>for</b> {reason.label} <small>{strength(reason.weight)}</small></p>)}
            {suspect.against.map((reason) => <p key={reason.label}><b>against</b> {reason.label} <small>{strength(reason.weight)}</small></p>)}
            {suspect.for.length + suspect.against.length === 0 && <p>Nothing measured yet; this is how often it fails in such supplies.</p>}
            {suspect.members.length > 1 && <p><b>alike</b> {suspect.members.map((m) => m.title).join(', ')}: no measurement in this description tells them apart.</p>}
            {suspect.chain.map((link) => <p key={link}><b>takes along</b> {link}</p>)}
            {proof !== undefined && proof !== '' && <p><b>proof</b> {proof}</p>}
            {looks !== undefined && looks !== '' && <p><b>looks</b> {looks}</p>}
            {suspect.id === 'unknown' && <p>No fault in this description may fit. If this grows, compare the description with the board.</p>}
        </div>
    );
}

export function Suspects({ suspects, onName }: { suspects: SuspectView[]; onName?: (part: string, fault: string) => void }) {
    const [open, setOpen] = useState<string>();
    return (
        <section className="suspects" aria-label="Suspects">
            <h2>Suspects</h2>
            <ol>
                {suspects.filter((s) => s.probability > 0.002).map((suspect) => {
                    const first = suspect.members[0];
                    return (
                        <li key={suspect.id} style={{ '--share': suspect.probability } as React.CSSProperties}>
                            <button type="button" className="suspect" aria-expanded={open === suspect.id} onClick={() => setOpen(open === suspect.id ? undefined : suspect.id)}>
                                <span className="suspect-title">{suspect.title}</span>
                                <span className="suspect-share">{suspect.probability >= 0.995 ? '> 99' : Math.round(suspect.probability * 100) || '< 1'} %</span>
                                <span className="suspect-why">why</span>
                            </button>
                            {open === suspect.id && <Why suspect={suspect} />}
                            {open === suspect.id && first !== undefined && onName !== undefined && (
                                <button type="button" className="plain" onClick={() => onName(first.part, first.fault)}>Name this as the cause</button>
                            )}
                        </li>
                    );
                })}
            </ol>
        </section>
    );
}
