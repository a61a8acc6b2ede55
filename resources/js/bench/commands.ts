import type { Bench, Step } from '../api/client';
import type { Section } from '../api/queries';
import { sections } from '../power/sections';
import type { Dialog } from './Dialogs';
import { evidenceKinds } from './evidenceKinds';
import type { Sheet } from './hands';

export interface Command {
    key: string;
    label: string;
    run: () => void;
    shown: boolean;
    /** It records something: off for who may only read the job. */
    records?: boolean;
    /** Stands in the row under the field; the rest is behind "?". */
    inBar?: boolean;
    /** Stands in the bar at the bottom of a phone. */
    onPhone?: boolean;
    group: string;
}

/** What the commands do to the bench. */
export interface Acts {
    open: (dialog: Dialog) => void;
    plan: (section: Section) => void;
    layOver: (sheet: Sheet) => void;
    /** To a page of the job. */
    go: (page: string) => void;
    undo: () => void;
    skip: () => void;
    picture: () => void;
    /** Between path and circuit. */
    turn: () => void;
}

/** Where a key stands on the sheet of all keys. */
const [log, known, power, repair, look] = [
    'Into the log',
    'What you know',
    'Power and safety',
    'Repair and proof',
    'To look at',
];

/** Every key of the bench after the space bar, in the order in which they are shown. */
export function benchCommands(
    { bench, step, target, worked, isDrawn }: Place,
    { open, plan, layOver, go, undo, skip, picture, turn }: Acts,
): Command[] {
    const opens = (dialog: Dialog) => () => open(dialog);
    const ofStep = step.part ?? undefined;
    const hasCause = bench.log.some((entry) => entry.kind === 'cause' && !entry.struck);
    const canUndo = bench.log.some((entry) => !entry.struck && entry.kind !== 'strike');
    const intoLog: Row[] = [
        { key: 'u', label: 'undo', run: undo, shown: canUndo, inBar: true, onPhone: true },
        { key: 'a', label: 'add', run: opens({ name: 'evidence' }), inBar: true, onPhone: true },
        { key: 'x', label: "can't reach", run: skip, shown: step.target !== null },
        { key: 'y', label: 'symptom', run: opens({ name: 'symptom' }) },
        { key: 'n', label: 'note', run: opens({ name: 'note' }) },
        { key: 'v', label: 'photo', run: opens({ name: 'photos' }), onPhone: true },
        {
            key: '+',
            label: target === null ? 'picture of it' : `picture of ${target}`,
            run: picture,
            shown: target !== null,
        },
    ];
    const powered: Row[] = [
        { key: 'p', label: 'power', records: true, run: opens({ name: 'power' }) },
        {
            key: 'm',
            label: 'mains',
            records: true,
            run: opens({ name: 'mains' }),
            shown: bench.state.power !== 'unplugged',
        },
        ...sections.map((one) => ({
            key: one.key,
            label: one.key === '1' ? 'power-up plan' : one.title.toLowerCase(),
            run: () => plan(one.section),
            onPhone: one.key === '1',
        })),
        { key: 'l', label: 'ledger', run: () => layOver('ledger') },
        { key: '8', label: 'gates', run: opens({ name: 'gates' }) },
    ];
    const repairs: Row[] = [
        {
            key: 'c',
            label: 'cause',
            records: true,
            run: opens({ name: 'cause', part: ofStep, fault: step.fault ?? undefined }),
            inBar: true,
        },
        {
            key: 'r',
            label: 'repair',
            records: true,
            run: opens({ name: 'repair', part: hasCause ? ofStep : undefined }),
        },
        {
            key: '0',
            label: 'parts',
            run: () => go(worked === null ? 'parts' : `parts?part=${worked}`),
            inBar: true,
        },
        { key: '9', label: 'taken off', run: opens({ name: 'taken' }) },
        { key: '-', label: 'put right', records: true, run: opens({ name: 'work' }) },
        { key: '=', label: 'here for', records: true, run: opens({ name: 'purpose' }) },
        { key: '/', label: 'prove it', run: () => go('prove'), inBar: true },
    ];
    const toLookAt: Row[] = [
        { key: ',', label: isDrawn ? 'path' : 'circuit', run: turn, inBar: true },
        { key: '*', label: 'trace', run: () => go('trace') },
        { key: '.', label: 'instruments', run: () => layOver('instruments') },
        { key: ';', label: 'far screen', run: () => go('far') },
        { key: '?', label: 'all keys', run: () => layOver('keys') },
    ];
    const all = [
        ...inGroup(log, intoLog, true),
        ...inGroup(
            known,
            evidenceKinds.map((kind) => ({ key: kind.key, label: kind.label, run: opens({ name: kind.name }) })),
            true,
        ),
        ...inGroup(power, powered),
        ...inGroup(repair, repairs),
        ...inGroup(look, toLookAt),
    ];
    return bench.practice === null ? all : all.filter((command) => inPractice.has(command.key));
}

/** What there is to do at a hidden unit; everything else is of real ones. */
const inPractice = new Set([...'ynpl8crsgfh,?', ...sections.map((one) => one.key)]);

export interface Place {
    bench: Bench;
    step: Step;
    /** Where the lead goes. */
    target: string | null;
    /** The part that is being worked on. */
    worked: string | null;
    isDrawn: boolean;
}

type Row = Omit<Command, 'group' | 'shown'> & { shown?: boolean };

const inGroup = (group: string, rows: Row[], records = false): Command[] =>
    rows.map((row) => ({ shown: true, ...(records ? { records } : {}), ...row, group }));
