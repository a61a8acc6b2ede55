import { useState } from 'react';
import type { Bench, Course, Progress, SuspectView } from '../api/client';
import { SolvingBar } from '../library/SolvingBar';
import { CoursePlot } from './CoursePlot';

function Why({ suspect, checks }: { suspect: SuspectView; checks: string[] }) {
    const proof = suspect.members[0]?.proof;
    const looks = suspect.members[0]?.looks;
    return (
        <div className="why">
            {suspect.for.map((reason) => (
                <p key={reason.label}>
                    <b>for</b>
                    <span>
                        {reason.label} <small>{reason.strength}</small>
                    </span>
                </p>
            ))}
            {suspect.against.map((reason) => (
                <p key={reason.label}>
                    <b>against</b>
                    <span>
                        {reason.label} <small>{reason.strength}</small>
                    </span>
                </p>
            ))}
            {suspect.for.length + suspect.against.length === 0 && (
                <p>
                    <b>so far</b>
                    <span>Nothing measured tells it from the others; this is how often it fails in such supplies.</span>
                </p>
            )}
            {suspect.seen_before > 0 && (
                <p>
                    <b>seen here</b>
                    <span>
                        {suspect.seen_before === 1 ? 'Once' : `${suspect.seen_before} times`} before on this board, in
                        this workshop.
                    </span>
                </p>
            )}
            {suspect.seen_elsewhere > 0 && (
                <p>
                    <b>elsewhere</b>
                    <span>
                        {suspect.seen_elsewhere === 1 ? 'Once' : `${suspect.seen_elsewhere} times`} on this board, by
                        workshops whose word counts here; a quarter of one of your own each.
                    </span>
                </p>
            )}
            {suspect.members.length > 1 && (
                <p>
                    <b>alike</b>
                    <span>
                        {suspect.members.map((m) => m.title).join(', ')}: no measurement in this description tells them
                        apart.
                    </span>
                </p>
            )}
            {suspect.chain.map((link) => (
                <p key={link}>
                    <b>takes along</b>
                    <span>{link}</span>
                </p>
            ))}
            {proof !== undefined && proof !== '' && (
                <p>
                    <b>proof</b>
                    <span>{proof}</span>
                </p>
            )}
            {looks !== undefined && looks !== '' && (
                <p>
                    <b>looks</b>
                    <span>{looks}</span>
                </p>
            )}
            {suspect.id === 'unknown' && (
                <p>
                    <b>means</b>
                    <span>
                        No fault in this description may fit. If this grows, compare the description with the board.
                    </span>
                </p>
            )}
            {suspect.id === 'unknown' &&
                checks.map((check) => (
                    <p key={check}>
                        <b>check</b>
                        <span>{check}</span>
                    </p>
                ))}
        </div>
    );
}

export function Suspects({
    suspects,
    checks,
    course,
    solving,
    short,
    onName,
}: {
    suspects: SuspectView[];
    checks: string[];
    course: Course;
    solving: Progress | null;
    short: Bench['short'];
    onName?: (part: string, fault: string) => void;
}) {
    const [open, setOpen] = useState<string>();
    return (
        <section className="suspects" aria-label="Suspects">
            <h2>Suspects</h2>
            {solving !== null && <SolvingBar progress={solving} />}
            {short !== null && (
                <p className="suspects-short">
                    <b>Short along the rail</b> {short.sentence}
                </p>
            )}
            <ol>
                {suspects
                    .filter((s) => s.probability > 0.002)
                    .map((suspect) => {
                        const first = suspect.members[0];
                        return (
                            <li key={suspect.id} style={{ '--share': suspect.probability } as React.CSSProperties}>
                                <button
                                    type="button"
                                    className="suspect"
                                    aria-expanded={open === suspect.id}
                                    onClick={() => setOpen(open === suspect.id ? undefined : suspect.id)}
                                >
                                    <span className="suspect-title">
                                        {suspect.title}
                                        {suspect.severity !== null && <small>, {suspect.severity}</small>}
                                    </span>
                                    <span className="suspect-share">{suspect.share}</span>
                                    <span className="suspect-why">why</span>
                                </button>
                                {open === suspect.id && <Why suspect={suspect} checks={checks} />}
                                {open === suspect.id && first !== undefined && onName !== undefined && (
                                    <button
                                        type="button"
                                        className="plain"
                                        onClick={() => onName(first.part, first.fault)}
                                    >
                                        Name this as the cause
                                    </button>
                                )}
                            </li>
                        );
                    })}
            </ol>
            <CoursePlot course={course} />
        </section>
    );
}
