import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { App } from 'antd';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { Bench, Step } from '../api/client';
import { benchQuery, meterEffectQuery, type Section } from '../api/queries';
import { takeReading, useMeter } from '../instruments/useMeter';
import { AlarmCurtain } from '../power/AlarmCurtain';
import { sections } from '../power/sections';
import type { Dialog } from './Dialogs';
import { evidenceKinds } from './evidenceKinds';
import { EnergyPath } from './EnergyPath';
import { LogStrip } from './LogStrip';
import { NextStep } from './NextStep';
import { StateStrip } from './StateStrip';
import { Suspects } from './Suspects';
import { useOutbox } from '../outbox/useOutbox';
import { HeldKeys } from '../shell/HeldKeys';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { keepSounds, play, sounds, speak, toneOf } from '../hands/tones';
import { useWalk } from '../hands/useWalk';
import { keepBeside, keptBeside } from './beside';
import { shrink } from './picture';
import { CommandBar, KeySheet, type Command } from './Commands';
import { RefusalNote } from '../help/RefusalNote';

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
const InstrumentSheet = later(() => sheets.instruments().then((module) => module.InstrumentSheet));

/**
 * What foot switches send: page down, or one of the keys that no keyboard has. It does what Enter does in the field.
 */
const footSwitch = /^(PageDown|F1[3-9]|F2[0-4])$/;

/** Where a key stands on the sheet of all keys. */
const [log, power, repair, look] = ['Into the log', 'Power and safety', 'Repair and proof', 'To look at'];

/** Entries that pass a gate: refused, they lead to what is missing. */
const gated = ['power', 'close', 'handback'];

const isTyping = (target: EventTarget | null) =>
    target instanceof HTMLElement && target.closest('input, textarea, select, [role="dialog"], .ant-modal') !== null;

/** What lies there, as the description has it. */
function placeOf(bench: Bench, target: string): string {
    const point = bench.points.find((p) => p.id === target);
    return point?.name ?? bench.checks.find((c) => c.id === target)?.where ?? '';
}

function OpenJob({ bench }: { bench: Bench }) {
    const { job } = bench;
    const { message } = App.useApp();
    const navigate = useNavigate();
    const [dialog, setDialog] = useState<Dialog>();
    const [text, setText] = useState('');
    const [leader, setLeader] = useState(false);
    const [chosen, setChosen] = useState<Step>();
    const [focusOn, setFocusOn] = useState<string>();
    const [plan, setPlan] = useState<Section>();
    const [ledger, setLedger] = useState(false);
    const [instruments, setInstruments] = useState(false);
    const [keys, setKeys] = useState(false);
    const [heard, setHeard] = useState(sounds);
    const [isDrawn, setDrawn] = useState(() => keptBeside() === 'circuit');
    const reads = useMeter();
    const field = useRef<HTMLInputElement>(null);
    // What was refused stands in the field again, unless something else is being typed already.
    const outbox = useOutbox(job.id, ({ kind, payload }) => {
        if (kind === 'reading' && typeof payload.text === 'string') {
            const typed = payload.text;
            setText((now) => (now === '' ? typed : now));
        }
        if (kind === 'repair') {
            setDialog({ name: 'repair', part: String(payload.part), typed: payload });
        } else if (gated.includes(kind)) {
            setDialog({ name: 'gates' });
        }
    });
    const step = chosen ?? bench.next;
    const newest = bench.log.find((entry) => !entry.struck && entry.kind !== 'strike');

    // The ledger and the parts open with the part that is being worked on.
    const worked =
        step.part ?? bench.parts.find((part) => part.ref === (focusOn ?? step.target)?.split('.')[0])?.ref ?? null;

    const record = useCallback(
        async (kind: string, payload: Record<string, unknown>) => {
            setChosen(undefined);
            return outbox.record(kind, payload);
        },
        [outbox],
    );

    const queries = useQueryClient();
    const target = focusOn ?? step.target;
    // A meter on the network: the empty field is an order to take the reading.
    const takes =
        job.may_write &&
        reads.meter?.online === true &&
        target !== null &&
        (focusOn !== undefined ||
            (step.kind === 'measure' && ['dc', 'ac', 'resistance'].includes(step.quantity ?? '')));
    const take = useMutation({
        mutationFn: (byItself: boolean) =>
            takeReading(
                job.id,
                reads.meter?.id ?? '',
                target ?? '',
                focusOn === undefined ? step.quantity : null,
                byItself,
            ),
        onSuccess: () => {
            setChosen(undefined);
            setFocusOn(undefined);
            return queries.invalidateQueries({ queryKey: ['bench', job.id] });
        },
    });

    const place = bench.points.find((point) => point.id === target);
    const walk = useWalk({
        job: job.id,
        meter: reads.meter?.id ?? '',
        target: target ?? '',
        quantity: step.quantity ?? 'dc',
        on: heard.walks && takes && focusOn === undefined && text === '' && !take.isPending && dialog === undefined,
        waits: place?.waits ?? true,
        onTake: () => take.mutate(true),
    });

    const quantity = focusOn === undefined ? step.quantity : null;
    const effect =
        useQuery({
            ...meterEffectQuery(
                job.id,
                reads.meter?.id ?? '',
                target ?? '',
                quantity,
                `${bench.state.power} ${bench.state.mode}`,
            ),
            enabled: reads.meter !== undefined && target !== null && bench.state.power !== 'unplugged',
        }).data?.sentence ?? undefined;

    const close = () => {
        setDialog(undefined);
        window.setTimeout(() => field.current?.focus(), 0);
    };

    /** To what settles something that a gate asks for. */
    const lead = (item: { leads: string; target?: string | null }) => {
        setDialog(undefined);
        switch (item.leads) {
            case 'look':
                void record('looked', { what: item.target });
                window.setTimeout(() => field.current?.focus(), 0);
                break;
            case 'ledger':
                setLedger(true);
                break;
            case 'refit':
                setDialog({ name: 'taken' });
                break;
            case 'discharge':
                setPlan('safe');
                break;
            case 'power':
                setDialog({ name: 'power' });
                break;
            case 'prove':
                void navigate(`/jobs/${job.id}/prove/safety`);
                break;
            case 'recap':
                void navigate(`/jobs/${job.id}/parts/recap`);
                break;
            case 'calibration':
                void navigate(`/jobs/${job.id}/prove/calibration`);
                break;
            case 'isolation':
                setDialog({ name: 'isolation' });
                break;
            case 'check':
                setPlan(undefined);
                setChosen(undefined);
                setFocusOn(item.target ?? undefined);
                window.setTimeout(() => field.current?.focus(), 0);
                break;
        }
    };

    const enter = async () => {
        if (text.trim() !== '') {
            const typed = text;
            setText('');
            setFocusOn(undefined);
            await record('reading', {
                text: typed,
                target: focusOn ?? step.target,
                quantity: focusOn === undefined ? step.quantity : undefined,
            });
            return;
        }
        if (takes) {
            walk.pressed();
            take.mutate(false);
            return;
        }
        switch (step.kind) {
            case 'state':
                if (step.leads === 'plan') {
                    setPlan('lamp');
                } else {
                    await record('power', { power: step.power, mode: step.mode ?? bench.state.mode });
                }
                break;
            case 'confirm':
            case 'cause':
                setDialog({ name: 'cause', part: step.part ?? undefined, fault: step.fault ?? undefined });
                break;
            case 'gate':
                lead({ leads: step.leads ?? '', target: step.part });
                break;
            case 'close':
                await record('close', {});
                break;
            case 'handback':
                await record('handback', {});
                break;
        }
    };

    const fromDialog = (kind: string, payload: Record<string, unknown>, stay = false) => {
        if (stay) {
            void record(kind, payload);
            return;
        }
        const goOn = kind === 'cause' && payload.kind !== 'none' && job.may_write;
        const next: Dialog =
            payload.kind === undefined || payload.kind === 'part'
                ? { name: 'repair', part: payload.part as string }
                : { name: 'work', place: payload.place as string };
        setDialog(goOn ? next : undefined);
        if (!goOn) {
            window.setTimeout(() => field.current?.focus(), 0);
        }
        // The cause is named with the power off, so that the repair that follows can be recorded.
        if (goOn && bench.state.power !== 'unplugged') {
            void message.info('Unplug, discharge and record it before the repair is recorded.');
            setDialog(undefined);
        }
        void record(kind, payload);
    };

    const mayWrite = job.may_write;
    const camera = useRef<HTMLInputElement>(null);
    const pictured = useRef('');
    const picture = (place: string) => {
        pictured.current = place;
        camera.current?.click();
    };
    const undo = () => {
        if (newest !== undefined) {
            void record('strike', { entry: newest.id });
        }
    };

    const skip = () => {
        if (step.target !== null && step.quantity !== null) {
            void record('skip', { target: step.target, quantity: step.quantity });
        }
    };

    const turn = () => {
        keepBeside(isDrawn ? 'path' : 'circuit');
        setDrawn(!isDrawn);
    };

    const commands: Command[] = [
        {
            key: 'u',
            label: 'undo',
            records: true,
            run: undo,
            shown: newest !== undefined,
            inBar: true,
            onPhone: true,
            group: log,
        },
        {
            key: 'a',
            label: 'add',
            records: true,
            run: () => setDialog({ name: 'evidence' }),
            shown: true,
            inBar: true,
            onPhone: true,
            group: log,
        },
        { key: 'x', label: "can't reach", records: true, run: skip, shown: step.target !== null, group: log },
        {
            key: 'y',
            label: 'symptom',
            records: true,
            run: () => setDialog({ name: 'symptom' }),
            shown: true,
            group: log,
        },
        { key: 'n', label: 'note', records: true, run: () => setDialog({ name: 'note' }), shown: true, group: log },
        {
            key: 'v',
            label: 'photo',
            records: true,
            run: () => setDialog({ name: 'photos' }),
            shown: true,
            onPhone: true,
            group: log,
        },
        {
            key: '+',
            label: target === null ? 'picture of it' : `picture of ${target}`,
            records: true,
            run: () => picture(target ?? ''),
            shown: target !== null,
            group: log,
        },
        ...evidenceKinds.map((kind) => ({
            key: kind.key,
            label: kind.label,
            records: true,
            run: () => setDialog({ name: kind.name }),
            shown: true,
            group: 'What you know',
        })),
        { key: 'p', label: 'power', records: true, run: () => setDialog({ name: 'power' }), shown: true, group: power },
        {
            key: 'm',
            label: 'mains',
            records: true,
            run: () => setDialog({ name: 'mains' }),
            shown: bench.state.power !== 'unplugged',
            group: power,
        },
        ...sections.map((one) => ({
            key: one.key,
            label: one.key === '1' ? 'power-up plan' : one.title.toLowerCase(),
            run: () => setPlan(one.section),
            shown: true,
            onPhone: one.key === '1',
            group: power,
        })),
        { key: 'l', label: 'ledger', run: () => setLedger(true), shown: true, group: power },
        { key: '8', label: 'gates', run: () => setDialog({ name: 'gates' }), shown: true, group: power },
        {
            key: 'c',
            label: 'cause',
            records: true,
            run: () => setDialog({ name: 'cause', part: step.part ?? undefined, fault: step.fault ?? undefined }),
            shown: true,
            inBar: true,
            group: repair,
        },
        {
            key: 'r',
            label: 'repair',
            records: true,
            run: () =>
                setDialog({
                    name: 'repair',
                    part:
                        bench.log.find((e) => e.kind === 'cause' && !e.struck) === undefined
                            ? undefined
                            : (step.part ?? undefined),
                }),
            shown: true,
            group: repair,
        },
        {
            key: '0',
            label: 'parts',
            run: () => void navigate(`/jobs/${job.id}/parts${worked === null ? '' : `?part=${worked}`}`),
            shown: true,
            inBar: true,
            group: repair,
        },
        { key: '9', label: 'taken off', run: () => setDialog({ name: 'taken' }), shown: true, group: repair },
        {
            key: '-',
            label: 'put right',
            records: true,
            run: () => setDialog({ name: 'work' }),
            shown: true,
            group: repair,
        },
        {
            key: '=',
            label: 'here for',
            records: true,
            run: () => setDialog({ name: 'purpose' }),
            shown: true,
            group: repair,
        },
        {
            key: '/',
            label: 'prove it',
            run: () => void navigate(`/jobs/${job.id}/prove`),
            shown: true,
            inBar: true,
            group: repair,
        },
        { key: ',', label: isDrawn ? 'path' : 'circuit', run: turn, shown: true, inBar: true, group: look },
        { key: '*', label: 'trace', run: () => void navigate(`/jobs/${job.id}/trace`), shown: true, group: look },
        { key: '.', label: 'instruments', run: () => setInstruments(true), shown: true, group: look },
        { key: ';', label: 'far screen', run: () => void navigate(`/jobs/${job.id}/far`), shown: true, group: look },
        { key: '?', label: 'all keys', run: () => setKeys(true), shown: true, group: look },
    ];

    const latestCommands = useRef(commands);
    const press = useRef(() => {});
    useEffect(() => {
        latestCommands.current = commands;
        press.current = () => void enter();
    });

    useEffect(() => {
        const listen = (event: KeyboardEvent) => {
            if (event.key === 'F2') {
                // From everywhere, whatever is open and wherever the cursor stands.
                event.preventDefault();
                setLedger(true);
                return;
            }
            if (
                event.ctrlKey ||
                event.altKey ||
                event.metaKey ||
                dialog !== undefined ||
                ledger ||
                instruments ||
                keys
            ) {
                return;
            }
            const free = !isTyping(event.target);
            // A digit or a minus without the space bar is the beginning of a reading, for who may write one.
            if (leader || (free && (!mayWrite || !/[\d-]/.test(event.key)))) {
                const command = latestCommands.current.find(
                    (c) => c.key === event.key.toLowerCase() && c.shown && (mayWrite || c.records !== true),
                );
                if (command !== undefined) {
                    event.preventDefault();
                    setLeader(false);
                    command.run();
                    return;
                }
            }
            if (leader && event.key !== ' ') {
                setLeader(false);
            }
            if (footSwitch.test(event.key)) {
                event.preventDefault();
                press.current();
                return;
            }
            if (
                free &&
                event.key === 'Enter' &&
                !(event.target instanceof HTMLElement && event.target.closest('button, a') !== null)
            ) {
                field.current?.focus();
            }
            if (event.key === 'Escape') {
                setText('');
                setFocusOn(undefined);
                setChosen(undefined);
            }
        };
        window.addEventListener('keydown', listen, true);
        return () => window.removeEventListener('keydown', listen, true);
    }, [leader, dialog, ledger, instruments, keys, mayWrite]);

    useEffect(() => {
        field.current?.focus();
        const timer = window.setTimeout(
            () => Object.values(sheets).forEach((fetchIt) => void fetchIt().catch(() => undefined)),
            0,
        );
        return () => window.clearTimeout(timer);
    }, []);

    const measureAt = (id: string) => {
        setFocusOn(id);
        field.current?.focus();
    };

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
        setPlan(undefined);
        window.setTimeout(() => field.current?.focus(), 0);
    }, []);
    const closeLedger = () => {
        setLedger(false);
        window.setTimeout(() => field.current?.focus(), 0);
    };

    const reading = bench.log.find((entry) => entry.reading !== null && !entry.struck)?.reading ?? null;
    // Eyes stay on the leads: the verdict is heard, and the next step said.
    const told = useRef(reading?.entry);
    useEffect(() => {
        if (reading !== null && told.current !== reading.entry) {
            told.current = reading.entry;
            if (heard.walks || heard.speaks) {
                play(toneOf(reading), heard.volume);
                speak(`${reading.word}. ${step.sentence}`);
            }
        }
    }, [reading, step.sentence, heard]);

    return (
        <main className={plan !== undefined ? 'bench planning' : isDrawn ? 'bench drawn' : 'bench'}>
            <StateStrip
                bench={bench}
                onPower={() => setDialog({ name: 'power' })}
                onMains={() => setDialog({ name: 'mains' })}
                onLedger={() => setLedger(true)}
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
                        target={focusOn ?? step.target}
                        onPoint={measureAt}
                        onPart={(ref) => void navigate(`/jobs/${job.id}/parts?part=${ref}`)}
                    />
                </Piece>
            ) : (
                <Piece name="energy path">
                    <EnergyPath
                        path={bench.path}
                        points={bench.points}
                        target={focusOn ?? step.target}
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
                        onShow={setPlan}
                        onRecord={(kind, payload) => void record(kind, payload)}
                        onClose={closePlan}
                    />
                </Piece>
            )}
            {plan === undefined && (
                <NextStep
                    step={
                        focusOn === undefined || focusOn === step.target
                            ? step
                            : {
                                  ...step,
                                  kind: 'measure',
                                  sentence: `Reading at ${focusOn}: ${placeOf(bench, focusOn)}.`,
                                  detail: '',
                                  target: focusOn,
                                  meter: null,
                                  caution: null,
                                  outcomes: [],
                              }
                    }
                    alternatives={
                        chosen === undefined
                            ? bench.alternatives
                            : [bench.next, ...bench.alternatives].filter((other) => other !== chosen)
                    }
                    latest={reading}
                    refusal={take.error ?? outbox.refusal}
                    asksUnit={outbox.refusal?.field === 'unit'}
                    onUnit={(unit) => {
                        const typed = text.trim();
                        setText('');
                        void record('reading', { text: `${typed} ${unit}`, target: focusOn ?? step.target });
                    }}
                    onPower={() => setDialog({ name: 'power' })}
                    effect={walk.words ?? effect}
                    take={takes ? reads.meter?.name : undefined}
                    mayWrite={job.may_write}
                    unplugged={bench.state.power === 'unplugged'}
                    text={text}
                    leader={leader}
                    field={field}
                    onText={(value) => {
                        setText(value);
                        setLeader(false);
                        outbox.forget(value === '');
                        take.reset();
                    }}
                    onEnter={() => void enter()}
                    onLeader={setLeader}
                    onAnswer={(answer) =>
                        void record('reading', { text: answer, target: step.target, quantity: step.quantity })
                    }
                    onSkip={step.target !== null && job.may_write ? skip : undefined}
                    onPicture={job.may_write ? picture : undefined}
                    onChoose={(other) => {
                        setChosen(other);
                        field.current?.focus();
                    }}
                >
                    <CommandBar
                        commands={commands}
                        leader={leader}
                        mayWrite={job.may_write}
                        onAll={() => setKeys(true)}
                    />
                </NextStep>
            )}
            {plan === undefined && (
                <Piece name="list of suspects">
                    <Suspects
                        suspects={bench.suspects}
                        checks={bench.description_checks}
                        course={bench.course}
                        solving={bench.solving ?? null}
                        short={bench.short}
                        onName={job.may_write ? (part, fault) => setDialog({ name: 'cause', part, fault }) : undefined}
                    />
                </Piece>
            )}
            <Piece name="log">
                <LogStrip
                    log={bench.log}
                    waiting={outbox.waiting.filter((entry) => !bench.log.some((line) => line.id === entry.id))}
                    onStrike={job.may_write ? (entry) => void record('strike', { entry: entry.id }) : undefined}
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
                    const place = pictured.current === '' ? target : pictured.current;
                    pictured.current = '';
                    if (taken !== undefined && place !== null) {
                        const read = reading?.target === place ? ` ${reading.text}` : '';
                        void shrink(taken).then((small) =>
                            outbox.record('photo', { caption: `${place}${read}`, target: place }, small),
                        );
                        field.current?.focus();
                    }
                }}
            />
            {dialog !== undefined && (
                <Piece name="dialogue" waits={<HeldKeys />}>
                    <Dialogs
                        dialog={dialog}
                        bench={bench}
                        onRecord={fromDialog}
                        onClose={close}
                        onOpen={setDialog}
                        onPhoto={(picture, caption) => void outbox.record('photo', { caption }, picture)}
                        onLead={lead}
                        refusal={outbox.refusal?.message}
                        refused={outbox.refusal?.entry}
                    />
                </Piece>
            )}
            {keys && (
                <KeySheet
                    commands={commands}
                    mayWrite={job.may_write}
                    onClose={() => {
                        setKeys(false);
                        window.setTimeout(() => field.current?.focus(), 0);
                    }}
                />
            )}
            {instruments && (
                <Piece name="list of instruments" waits={<HeldKeys />}>
                    <InstrumentSheet
                        job={job.id}
                        instruments={reads.instruments}
                        meter={reads.meter}
                        heard={heard}
                        onHeard={(changed) => setHeard(keepSounds(changed))}
                        onMeter={reads.choose}
                        onClose={() => {
                            setInstruments(false);
                            window.setTimeout(() => field.current?.focus(), 0);
                        }}
                    />
                </Piece>
            )}
            {ledger && (
                <Piece name="ledger" waits={<HeldKeys />}>
                    <Ledger
                        bench={bench}
                        part={worked}
                        refusal={outbox.refusal?.message}
                        refused={outbox.refusal?.entry}
                        onRecord={(kind, payload) => void outbox.record(kind, payload)}
                        onClose={closeLedger}
                    />
                </Piece>
            )}
            {alarm != null && dialog?.name !== 'power' && (
                <AlarmCurtain
                    key={alarm.entry}
                    alarm={alarm}
                    mayWrite={job.may_write}
                    onAgain={(volts) =>
                        void (bench.parts.some((part) => part.ref === alarm.place)
                            ? record('left', { part: alarm.place, text: volts })
                            : record('reading', { text: volts, target: alarm.place, quantity: alarm.quantity }))
                    }
                    onLive={() => setDialog({ name: 'power' })}
                    onStrike={() => void record('strike', { entry: alarm.entry })}
                />
            )}
        </main>
    );
}

export function JobBench() {
    const { job = '' } = useParams();
    const bench = useQuery(benchQuery(job));
    if (bench.isPending) {
        return (
            <main className="page">
                <p>Solving the supply and reading the log…</p>
            </main>
        );
    }
    if (bench.data === undefined) {
        return (
            <main className="page">
                <h1>This job cannot be opened</h1>
                <RefusalNote>{bench.error?.message}</RefusalNote>
            </main>
        );
    }
    return <OpenJob key={job} bench={bench.data} />;
}
