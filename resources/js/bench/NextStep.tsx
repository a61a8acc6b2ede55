import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { ReadingView, Refusal, Step } from '../api/client';
import { Mark } from './Mark';
import { RefusalNote } from '../help/RefusalNote';

export const doneWords: Record<string, string> = {
    state: 'Done, record it',
    confirm: 'Name the cause',
    cause: 'Name the cause',
    gate: 'See to it',
    close: 'Close the job',
    handback: 'Record the hand-back',
};

function Outcomes({ step }: { step: Step }) {
    if (step.outcomes.length === 0) {
        return null;
    }
    return (
        <table className="outcomes" aria-label="What each outcome would mean">
            <tbody>
                {step.outcomes.map((outcome) => (
                    <tr key={outcome.range}>
                        <td className="outcome-range">{outcome.range}</td>
                        <td aria-hidden="true">→</td>
                        <td>{outcome.meaning}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

function Latest({ reading }: { reading: ReadingView }) {
    return (
        <div className={`latest ${reading.good ? 'good' : 'bad'}`} role="status" aria-label="Verdict">
            <p className="latest-sentence">
                <Mark shape={reading.mark} title={reading.word} /> <b>{reading.target}</b> {reading.sentence}
            </p>
            {reading.slips.map((slip) => (
                <p key={slip.advice} className="slip">
                    <b>Measure again? {slip.name}.</b> {slip.advice}
                </p>
            ))}
            <p className="latest-why">{reading.why}</p>
        </div>
    );
}

interface Props {
    step: Step;
    alternatives: Step[];
    latest: ReadingView | null;
    refusal: Pick<Refusal, 'message'> | undefined;
    mayWrite: boolean;
    /** A part can be in the hand. */
    unplugged: boolean;
    /** What is to be known of the chosen meter here. */
    effect: string | undefined;
    /** The meter that takes the reading while nothing is typed. */
    take: string | undefined;
    /** What is typed where no place is asked for. */
    example: string;
    text: string;
    leader: boolean;
    field: React.RefObject<HTMLInputElement | null>;
    onText: (text: string) => void;
    onEnter: () => void;
    onLeader: (on: boolean) => void;
    /** Whether volts or ohms was asked for what stands in the field. */
    asksUnit: boolean;
    onUnit: (unit: string) => void;
    onPower: () => void;
    onAnswer: (text: string) => void;
    onChoose: (step: Step) => void;
    /** Where it asks for what nobody gets at. */
    onSkip: (() => void) | undefined;
    /** Takes a picture of a place, with what was read there. */
    onPicture: ((place: string) => void) | undefined;
    children: React.ReactNode;
}

/** The one next thing, and the one field. */
export function NextStep(props: Props) {
    const { step } = props;
    const [why, setWhy] = useState(false);
    const byItself = props.unplugged && (step.kind === 'test' || step.kind === 'confirm') && step.target !== null;
    const done =
        props.take !== undefined
            ? `Take it: ${props.take}`
            : step.kind === 'gate' && step.leads === 'look'
              ? 'Looked, it is right'
              : doneWords[step.kind];
    // Of what was read just now, or else of where one is to read.
    const pictured = props.latest?.target ?? step.target;
    const section = useRef<HTMLElement>(null);
    useEffect(() => {
        void section.current?.scrollTo({ top: 0 });
    }, [step.sentence]);

    const key = (event: React.KeyboardEvent<HTMLInputElement>) => {
        if (event.key === 'Enter') {
            event.preventDefault();
            props.onEnter();
        } else if (event.key === ' ' && props.text === '' && !props.leader) {
            event.preventDefault();
            props.onLeader(true);
        }
    };

    return (
        <section ref={section} className={`next next-${step.kind}`} aria-label="Next step">
            <p className="sentence" role="status">
                {step.sentence}
            </p>
            {step.detail !== '' && <p className="detail">{step.detail}</p>}
            {step.meter !== null && (
                <p className="meter">
                    <b>{step.meter}</b>
                    <span>{step.expect}</span>
                </p>
            )}
            {props.effect !== undefined && <p className="hint">{props.effect}</p>}
            {step.caution !== null && <p className="caution">{step.caution}</p>}
            {props.mayWrite ? (
                <div className="entry">
                    <input
                        ref={props.field}
                        className="reading-field"
                        aria-label="Reading"
                        value={props.text}
                        onChange={(event) => props.onText(event.target.value)}
                        onKeyDown={key}
                        placeholder={
                            step.target === null ? props.example : byItself ? 'bad or good' : `${step.target} …`
                        }
                        autoComplete="off"
                        autoCapitalize="none"
                        spellCheck={false}
                        inputMode="text"
                    />
                    <Button
                        type="primary"
                        size="large"
                        onClick={props.onEnter}
                        disabled={props.text === '' && done === undefined}
                    >
                        {props.text === '' && done !== undefined ? done : 'Record'} <kbd>↵</kbd>
                    </Button>
                </div>
            ) : (
                <p className="caution">You can read this job; writing to it is for its technician.</p>
            )}
            {props.mayWrite && byItself && (
                <div className="answers" role="group" aria-label={`${step.part} by itself`}>
                    <span>{step.part} by itself</span>
                    <Button onClick={() => props.onAnswer('bad')}>is bad</Button>
                    <Button onClick={() => props.onAnswer('good')}>is good</Button>
                </div>
            )}
            {props.refusal !== undefined && <RefusalNote>{props.refusal.message}</RefusalNote>}
            {props.asksUnit && props.text.trim() !== '' && (
                <div className="answers" role="group" aria-label="Volts or ohms">
                    <Button onClick={props.onPower}>It is on power: record that</Button>
                    <Button onClick={() => props.onUnit('V')}>{props.text.trim()} V, left on it</Button>
                    <Button onClick={() => props.onUnit('ohm')}>{props.text.trim()} ohm</Button>
                </div>
            )}
            {props.children}
            {props.latest !== null && <Latest reading={props.latest} />}
            <Outcomes step={step} />
            <div className="more">
                {step.why !== '' && (
                    <button type="button" className="plain" aria-expanded={why} onClick={() => setWhy(!why)}>
                        Why this
                    </button>
                )}
                {props.onSkip !== undefined && (
                    <button type="button" className="plain" onClick={props.onSkip}>
                        can’t reach it
                    </button>
                )}
                {props.onPicture !== undefined && pictured !== null && (
                    <button type="button" className="plain" onClick={() => props.onPicture?.(pictured)}>
                        picture of {pictured}
                    </button>
                )}
                {props.alternatives.map((other) => (
                    <button
                        key={`${other.target ?? ''}${other.quantity ?? ''}${other.mode ?? ''}`}
                        type="button"
                        className="plain"
                        onClick={() => props.onChoose(other)}
                    >
                        or {other.target}, {other.meter?.split(',')[0]?.toLowerCase() ?? 'by itself'}
                    </button>
                ))}
            </div>
            {why && <p className="latest-why">{step.why}</p>}
        </section>
    );
}
