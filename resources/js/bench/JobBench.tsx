import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App } from 'antd';
import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { Bench, Step } from '../api/client';
import { benchQuery } from '../api/queries';
import { keepSounds, sounds } from '../hands/tones';
import { useTold } from '../hands/useTold';
import { useMeter } from '../instruments/useMeter';
import { discard, useOutbox } from '../outbox/useOutbox';
import { AlarmCurtain } from '../power/AlarmCurtain';
import { HeldKeys } from '../shell/HeldKeys';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { isTypedInto, isWithModifier, useKeys } from '../shell/useKeys';
import { keepBeside, keptBeside } from './beside';
import { CommandBar, KeySheet } from './CommandKeys';
import { benchCommands } from './commands';
import type { Dialog } from './Dialogs';
import { EnergyPath } from './EnergyPath';
import { act, atRest, meaningOf, wayTo, type Sheet } from './hands';
import { Band } from '../practice/Band';
import { LogStrip } from './LogStrip';
import { NextStep } from './NextStep';
import { shrink } from './picture';
import { StateStrip } from './StateStrip';
import { Suspects } from './Suspects';
import { useTaking } from './useTaking';
import { PageWaits } from '../shell/PageWaits';

// What is behind a key comes after what is on the screen, before anybody presses it.
const sheets = {
    dialogs: () => import('./Dialogs'),
    plan: () => import('../power/PowerPlan'),
    ledger: () => import('../power/Ledger'),
    instruments: () => import('../instruments/InstrumentSheet'),
    circuit: () => import('../circuit/BenchCircuit'),
};
const Dialogs = later(() => sheets.dialogs().then((module) => module.Dialogs));
const PowerPlan = later(() => sheets.plan().then((module) => module.PowerPlan));
const Ledger = later(() => sheets.ledger().then((module) => module.Ledger));
const BenchCircuit = later(() => sheets.circuit().then((module) => module.BenchCircuit));
const PracticePanel = later(() => import('../practice/PracticePanel').then((module) => module.PracticePanel));
const InstrumentSheet = later(() => sheets.instruments().then((module) => module.InstrumentSheet));

/** Entries that pass a gate: refused, they lead to what is missing. */
const gated = ['power', 'close', 'handback'];

/** What lies there, as the description has it. */
function placeOf(bench: Bench, target: string): string {
    const point = bench.points.find((p) => p.id === target);
    return point?.name ?? bench.checks.find((c) => c.id === target)?.where ?? '';
}

/** The step, or a measurement at another place than the step's. */
const stepAt = (bench: Bench, step: Step, aimed: string | undefined): Step =>
    aimed === undefined || aimed === step.target
        ? step
        : {
              ...step,
              kind: 'measure',
              sentence: `Reading at ${aimed}: ${placeOf(bench, aimed)}.`,
              detail: '',
              target: aimed,
              meter: null,
              caution: null,
              outcomes: [],
          };

function OpenJob({ bench }: { bench: Bench }) {
    const { job } = bench;
    const { message } = App.useApp();
    const navigate = useNavigate();
    const queries = useQueryClient();
    const { practice } = bench;
    const [hands, does] = useReducer(act, atRest);
    const [heard, setHeard] = useState(sounds);
    const [isDrawn, setDrawn] = useState(() => keptBeside() === 'circuit');
    const reads = useMeter();
    const field = useRef<HTMLInputElement>(null);
    const open = useCallback((dialog?: Dialog) => does({ do: 'open', dialog }), []);
    const layOver = useCallback((sheet?: Sheet) => does({ do: 'lay over', sheet }), []);
    /** Once what was open is gone. */
    const toField = () => window.setTimeout(() => field.current?.focus(), 0);
    const outbox = useOutbox(job.id, (entry) => {
        const { kind, payload, refused } = entry;
        if (practice !== null) {
            // Told beside; what would have hurt has happened, and nothing waits to be mended.
            void queries.invalidateQueries({ queryKey: ['bench', job.id] });
            void discard(entry.id);
        }
        if (refused?.field === 'practice') {
            return;
        }
        if (kind === 'reading' && typeof payload.text === 'string') {
            does({ do: 'give back', text: payload.text });
        }
        if (kind === 'repair') {
            open({ name: 'repair', part: String(payload.part), typed: payload });
        } else if (gated.includes(kind)) {
            open({ name: 'gates' });
        }
    });
    const { aimed, dialog, leader, plan, sheet, text } = hands;
    const step = hands.chosen ?? bench.next;
    const target = aimed ?? step.target;
    const quantity = aimed === undefined ? step.quantity : undefined;
    const reading = bench.log.find((entry) => entry.reading !== null && !entry.struck)?.reading ?? null;
    const mayWrite = job.may_write;
    const ofStep: Dialog = { name: 'cause', part: step.part ?? undefined, fault: step.fault ?? undefined };

    // The ledger and the parts open with the part that is being worked on.
    const worked = step.part ?? bench.parts.find((part) => part.ref === target?.split('.')[0])?.ref ?? null;

    const record = useCallback(
        async (kind: string, payload: Record<string, unknown>) => {
            does({ do: 'record' });
            return outbox.record(kind, payload);
        },
        [outbox],
    );
    const strike = (entry: string) => void record('strike', { entry });

    const taking = useTaking({
        bench,
        step,
        target,
        isAimed: aimed !== undefined,
        isFree: text === '' && dialog === undefined,
        heard,
        reads,
        onTaken: () => {
            does({ do: 'record' });
            does({ do: 'aim' });
        },
        onRead: (at, on) => void record('reading', { text: '', target: at, quantity: on }),
    });
    useTold(reading, step.sentence, heard);

    /** To what settles something that a gate asks for. */
    const lead = (item: { leads: string; target?: string | null }) => {
        open();
        const way = wayTo(item);
        switch (way?.to) {
            case 'dialog':
                open(way.dialog);
                break;
            case 'plan':
                does({ do: 'plan', section: way.section });
                break;
            case 'page':
                void navigate(`/jobs/${job.id}/${way.page}`);
                break;
            case 'record':
                void record(way.kind, way.payload);
                toField();
                break;
            case 'ledger':
                layOver('ledger');
                break;
            case 'point':
                does({ do: 'plan' });
                does({ do: 'record' });
                does({ do: 'aim', at: way.at });
                toField();
                break;
        }
    };

    const enter = async () => {
        if (text.trim() !== '') {
            does({ do: 'send' });
            await record('reading', { text, target, quantity });
            return;
        }
        if (taking.meter !== undefined) {
            taking.press();
            return;
        }
        switch (step.kind) {
            case 'state':
                if (step.leads === 'plan') {
                    does({ do: 'plan', section: 'lamp' });
                } else {
                    await record('power', { power: step.power, mode: step.mode ?? bench.state.mode });
                }
                break;
            case 'confirm':
            case 'cause':
                open(ofStep);
                break;
            case 'gate':
                lead({ leads: step.leads ?? '', target: step.part });
                break;
            case 'close':
            case 'handback':
                await record(step.kind, {});
                break;
        }
    };

    const fromDialog = (kind: string, payload: Record<string, unknown>, stay = false) => {
        void record(kind, payload);
        if (stay) {
            return;
        }
        if (kind !== 'cause' || payload.kind === 'none' || !mayWrite || practice !== null) {
            open();
            toField();
            return;
        }
        // The cause is named with the power off, so that the repair that follows can be recorded.
        if (bench.state.power !== 'unplugged') {
            void message.info('Unplug, discharge and record it before the repair is recorded.');
            open();
            return;
        }
        open(
            payload.kind === undefined || payload.kind === 'part'
                ? { name: 'repair', part: payload.part as string }
                : { name: 'work', place: payload.place as string },
        );
    };

    const camera = useRef<HTMLInputElement>(null);
    const pictured = useRef('');
    const picture = (place: string) => {
        pictured.current = place;
        camera.current?.click();
    };
    const pictureTaken = (taken: File | undefined) => {
        const place = pictured.current === '' ? target : pictured.current;
        pictured.current = '';
        if (taken !== undefined && place !== null) {
            const read = reading?.target === place ? ` ${reading.text}` : '';
            void shrink(taken).then((small) =>
                outbox.record('photo', { caption: `${place}${read}`, target: place }, small),
            );
            field.current?.focus();
        }
    };

    const skip = () => {
        if (step.target !== null && step.quantity !== null) {
            void record('skip', { target: step.target, quantity: step.quantity });
        }
    };

    const commands = benchCommands(
        { bench, step, target, worked, isDrawn },
        {
            open,
            layOver,
            plan: (section) => does({ do: 'plan', section }),
            go: (page) => void navigate(`/jobs/${job.id}/${page}`),
            undo: () => {
                const newest = bench.log.find((entry) => !entry.struck && entry.kind !== 'strike');
                if (newest !== undefined) {
                    strike(newest.id);
                }
            },
            skip,
            picture: () => picture(target ?? ''),
            turn: () => {
                keepBeside(isDrawn ? 'path' : 'circuit');
                setDrawn(!isDrawn);
            },
        },
    );
    const commandOf = (key: string) =>
        commands.find((c) => c.key === key && c.shown && (mayWrite || c.records !== true));

    useKeys((event) => {
        const { meaning, endsLeader } = meaningOf(
            {
                key: event.key,
                withModifier: isWithModifier(event),
                typing: isTypedInto(event.target),
                onButton: event.target instanceof HTMLElement && event.target.closest('button, a') !== null,
            },
            hands,
            mayWrite,
            (key) => commandOf(key) !== undefined,
        );
        if (endsLeader) {
            does({ do: 'lead', on: false });
        }
        switch (meaning) {
            case 'ledger':
                event.preventDefault();
                layOver('ledger');
                break;
            case 'command':
                event.preventDefault();
                commandOf(event.key.toLowerCase())?.run();
                break;
            case 'press':
                event.preventDefault();
                void enter();
                break;
            case 'focus':
                field.current?.focus();
                break;
            case 'escape':
                does({ do: 'escape' });
                break;
        }
    }, true);

    useEffect(() => {
        field.current?.focus();
        const timer = window.setTimeout(
            () => Object.values(sheets).forEach((fetchIt) => void fetchIt().catch(() => undefined)),
            0,
        );
        return () => window.clearTimeout(timer);
    }, []);

    const measureAt = (id: string) => {
        does({ do: 'aim', at: id });
        field.current?.focus();
    };

    // Whoever names it is told what it was.
    const wasOver = useRef(practice?.over ?? true);
    useEffect(() => {
        if (practice?.over === true && !wasOver.current) {
            // What was fetched of it before says that it is not over.
            queries.removeQueries({ queryKey: ['practice', practice.run] });
            void navigate(`/practice/${practice.run}`);
        }
        wasOver.current = practice?.over ?? true;
    }, [practice, navigate, queries]);

    const { alarm } = bench.safety;
    // Once the alarm is answered the hand is on the field again.
    const isAlarmed = alarm != null;
    useEffect(() => {
        if (!isAlarmed) {
            const timer = window.setTimeout(() => field.current?.focus(), 0);
            return () => window.clearTimeout(timer);
        }
        return undefined;
    }, [isAlarmed]);
    const closePlan = useCallback(() => {
        does({ do: 'plan' });
        window.setTimeout(() => field.current?.focus(), 0);
    }, []);
    const closeSheet = () => {
        layOver();
        toField();
    };

    return (
        <main
            className={`bench ${plan !== undefined ? 'planning' : isDrawn ? 'drawn' : ''} ${
                practice === null ? '' : 'practised'
            }`}
        >
            {practice !== null && <Band />}
            <StateStrip
                bench={bench}
                onPower={() => open({ name: 'power' })}
                onMains={() => open({ name: 'mains' })}
                onLedger={() => layOver('ledger')}
            />
            {isDrawn && plan === undefined ? (
                <Piece
                    name="circuit"
                    waits={
                        <section className="path circuit-pane" aria-label="Circuit">
                            <p role="status">Drawing the circuit from its description…</p>
                        </section>
                    }
                >
                    <BenchCircuit
                        bench={bench}
                        step={step}
                        target={target}
                        onPoint={measureAt}
                        onPart={(ref) =>
                            practice === null
                                ? void navigate(`/jobs/${job.id}/parts?part=${ref}`)
                                : open({ name: 'tested', part: ref })
                        }
                    />
                </Piece>
            ) : (
                <Piece name="energy path">
                    <EnergyPath
                        path={bench.path}
                        points={bench.points}
                        target={target}
                        onPoint={(point) => measureAt(point.id)}
                    />
                </Piece>
            )}
            {plan !== undefined && (
                <Piece
                    name="plan"
                    waits={
                        <section className="plan" aria-label="Power-up plan">
                            <p role="status">Fetching the plan…</p>
                        </section>
                    }
                >
                    <PowerPlan
                        bench={bench}
                        section={plan}
                        refusal={outbox.refusal?.message}
                        refused={outbox.refusal?.entry}
                        onShow={(section) => does({ do: 'plan', section })}
                        onRecord={(kind, payload) => void record(kind, payload)}
                        onClose={closePlan}
                    />
                </Piece>
            )}
            {plan === undefined && (
                <NextStep
                    example={practice === null ? 'tp3 13.9' : 'tp3'}
                    step={stepAt(bench, step, aimed)}
                    alternatives={
                        hands.chosen === undefined
                            ? bench.alternatives
                            : [bench.next, ...bench.alternatives].filter((other) => other !== hands.chosen)
                    }
                    latest={reading}
                    refusal={taking.error ?? outbox.refusal}
                    asksUnit={outbox.refusal?.field === 'unit'}
                    onUnit={(unit) => {
                        does({ do: 'type', text: '' });
                        void record('reading', { text: `${text.trim()} ${unit}`, target });
                    }}
                    onPower={() => open({ name: 'power' })}
                    effect={taking.words}
                    take={taking.meter}
                    mayWrite={mayWrite}
                    unplugged={bench.state.power === 'unplugged'}
                    text={text}
                    leader={leader}
                    field={field}
                    onText={(value) => {
                        does({ do: 'type', text: value });
                        outbox.forget(value === '');
                        taking.forget();
                    }}
                    onEnter={() => void enter()}
                    onLeader={(on) => does({ do: 'lead', on })}
                    onAnswer={(answer) =>
                        void record('reading', { text: answer, target: step.target, quantity: step.quantity })
                    }
                    onSkip={step.target !== null && mayWrite ? skip : undefined}
                    onPicture={mayWrite && practice === null ? picture : undefined}
                    onChoose={(other) => {
                        does({ do: 'choose', step: other });
                        field.current?.focus();
                    }}
                >
                    <CommandBar commands={commands} leader={leader} mayWrite={mayWrite} onAll={() => layOver('keys')} />
                </NextStep>
            )}
            {plan === undefined && practice !== null && (
                <Piece name="practice" waits={<section className="suspects" aria-label="Practice" />}>
                    <PracticePanel bench={bench} practice={practice} onDone={toField} />
                </Piece>
            )}
            {plan === undefined && practice === null && (
                <Piece name="list of suspects">
                    <Suspects
                        suspects={bench.suspects}
                        checks={bench.description_checks}
                        course={bench.course}
                        solving={bench.solving ?? null}
                        short={bench.short}
                        onName={mayWrite ? (part, fault) => open({ name: 'cause', part, fault }) : undefined}
                    />
                </Piece>
            )}
            <Piece name="log">
                <LogStrip
                    log={bench.log}
                    waiting={outbox.waiting.filter((entry) => !bench.log.some((line) => line.id === entry.id))}
                    onStrike={mayWrite && practice === null ? (entry) => strike(entry.id) : undefined}
                />
            </Piece>
            <input
                ref={camera}
                type="file"
                accept="image/jpeg,image/png,image/webp"
                capture="environment"
                hidden
                aria-label="Picture of the place"
                onChange={(event) => {
                    const taken = event.target.files?.[0];
                    event.target.value = '';
                    pictureTaken(taken);
                }}
            />
            {dialog !== undefined && (
                <Piece name="dialogue" waits={<HeldKeys />}>
                    <Dialogs
                        dialog={dialog}
                        bench={bench}
                        onRecord={fromDialog}
                        onClose={() => {
                            open();
                            toField();
                        }}
                        onOpen={open}
                        onPhoto={(picture, caption) => void outbox.record('photo', { caption }, picture)}
                        onLead={lead}
                        refusal={outbox.refusal?.message}
                        refused={outbox.refusal?.entry}
                    />
                </Piece>
            )}
            {sheet === 'keys' && <KeySheet commands={commands} mayWrite={mayWrite} onClose={closeSheet} />}
            {sheet === 'instruments' && (
                <Piece name="list of instruments" waits={<HeldKeys />}>
                    <InstrumentSheet
                        job={job.id}
                        instruments={reads.instruments}
                        meter={reads.meter}
                        heard={heard}
                        onHeard={(changed) => setHeard(keepSounds(changed))}
                        onMeter={reads.choose}
                        onClose={closeSheet}
                    />
                </Piece>
            )}
            {sheet === 'ledger' && (
                <Piece name="ledger" waits={<HeldKeys />}>
                    <Ledger
                        bench={bench}
                        part={worked}
                        refusal={outbox.refusal?.message}
                        refused={outbox.refusal?.entry}
                        onRecord={(kind, payload) => void outbox.record(kind, payload)}
                        onClose={closeSheet}
                    />
                </Piece>
            )}
            {alarm != null && dialog?.name !== 'power' && (
                <AlarmCurtain
                    key={alarm.entry}
                    alarm={alarm}
                    mayWrite={mayWrite}
                    onAgain={(volts) =>
                        void (bench.parts.some((part) => part.ref === alarm.place)
                            ? record('left', { part: alarm.place, text: volts })
                            : record('reading', { text: volts, target: alarm.place, quantity: alarm.quantity }))
                    }
                    onLive={() => open({ name: 'power' })}
                    onStrike={() => strike(alarm.entry)}
                />
            )}
        </main>
    );
}

export function JobBench() {
    const { job = '' } = useParams();
    const bench = useQuery(benchQuery(job));
    if (bench.data === undefined) {
        return (
            <PageWaits error={bench.error} refused="This job cannot be opened">
                Reading the log…
            </PageWaits>
        );
    }
    return <OpenJob key={job} bench={bench.data} />;
}
