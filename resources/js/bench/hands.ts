import type { Step } from '../api/client';
import type { Section } from '../api/queries';
import type { Dialog } from './Dialogs';

/** What stands over the bench beside a dialogue. */
export type Sheet = 'ledger' | 'instruments' | 'keys';

/** What the hands of a technician are at: what is typed, where the lead goes, what is open. Nothing of it is sent. */
export interface Hands {
    text: string;
    /** The space bar was pressed: a letter is a command. */
    leader: boolean;
    /** Another step than the one that leads. */
    chosen?: Step;
    /** Another place than the step's. */
    aimed?: string;
    plan?: Section;
    dialog?: Dialog;
    /** Over a dialogue it leaves it as it is: nothing typed there is lost. */
    sheet?: Sheet;
}

export type Act =
    | { do: 'type'; text: string }
    /** What was refused stands in the field again, unless something else is being typed already. */
    | { do: 'give back'; text: string }
    | { do: 'lead'; on: boolean }
    | { do: 'choose'; step: Step }
    | { do: 'aim'; at?: string }
    | { do: 'plan'; section?: Section }
    | { do: 'open'; dialog?: Dialog }
    | { do: 'lay over'; sheet?: Sheet }
    /** Something went into the log: the next step leads again. */
    | { do: 'record' }
    /** What is typed goes into the log: the field is free. */
    | { do: 'send' }
    | { do: 'escape' };

export const atRest: Hands = { text: '', leader: false };

export function act(hands: Hands, did: Act): Hands {
    switch (did.do) {
        case 'type':
            return { ...hands, text: did.text, leader: false };
        case 'give back':
            return hands.text === '' ? { ...hands, text: did.text } : hands;
        case 'lead':
            return { ...hands, leader: did.on };
        case 'choose':
            return { ...hands, chosen: did.step };
        case 'aim':
            return { ...hands, aimed: did.at };
        case 'plan':
            return { ...hands, plan: did.section };
        case 'open':
            return { ...hands, dialog: did.dialog };
        case 'lay over':
            return { ...hands, sheet: did.sheet };
        case 'record':
            return { ...hands, chosen: undefined };
        case 'send':
            return { ...hands, text: '', aimed: undefined };
        case 'escape':
            return { ...hands, text: '', aimed: undefined, chosen: undefined };
    }
}

/** What a key of the bench is for. */
export type Meaning = 'ledger' | 'command' | 'press' | 'focus' | 'escape' | 'end leader' | undefined;

interface Key {
    key: string;
    /** With control, alt or a like key it is the browser's. */
    withModifier: boolean;
    /** Something is typed where the focus is. */
    typing: boolean;
    /** The focus is on something that a key presses by itself. */
    onButton: boolean;
}

/**
 * What foot switches send: page down, or one of the keys that no keyboard has. It does what Enter does in the field.
 */
const footSwitch = /^(PageDown|F1[3-9]|F2[0-4])$/;

/** A digit or a minus is the beginning of a reading, for who may write one. */
const beginsReading = /[\d-]/;

export function meaningOf(
    key: Key,
    hands: Hands,
    mayWrite: boolean,
    isCommand: (key: string) => boolean,
): { meaning: Meaning; endsLeader: boolean } {
    if (key.key === 'F2') {
        // From everywhere, whatever is open and wherever the cursor stands.
        return { meaning: 'ledger', endsLeader: false };
    }
    if (key.withModifier || hands.dialog !== undefined || hands.sheet !== undefined) {
        return { meaning: undefined, endsLeader: false };
    }
    const isFree = !key.typing;
    if ((hands.leader || (isFree && (!mayWrite || !beginsReading.test(key.key)))) && isCommand(key.key.toLowerCase())) {
        return { meaning: 'command', endsLeader: true };
    }
    const endsLeader = hands.leader && key.key !== ' ';
    if (footSwitch.test(key.key)) {
        return { meaning: 'press', endsLeader };
    }
    if (key.key === 'Enter' && isFree && !key.onButton) {
        return { meaning: 'focus', endsLeader };
    }
    return { meaning: key.key === 'Escape' ? 'escape' : undefined, endsLeader };
}

/** Where what a gate asks for is settled. */
export type Way =
    | { to: 'dialog'; dialog: Dialog }
    | { to: 'plan'; section: Section }
    | { to: 'page'; page: string }
    | { to: 'record'; kind: string; payload: Record<string, unknown> }
    | { to: 'ledger' }
    | { to: 'point'; at?: string };

export function wayTo(item: { leads: string; target?: string | null }): Way | undefined {
    const ways: Record<string, Way> = {
        look: { to: 'record', kind: 'looked', payload: { what: item.target } },
        ledger: { to: 'ledger' },
        refit: { to: 'dialog', dialog: { name: 'taken' } },
        discharge: { to: 'plan', section: 'safe' },
        power: { to: 'dialog', dialog: { name: 'power' } },
        prove: { to: 'page', page: 'prove/safety' },
        recap: { to: 'page', page: 'parts/recap' },
        calibration: { to: 'page', page: 'prove/calibration' },
        isolation: { to: 'dialog', dialog: { name: 'isolation' } },
        check: { to: 'point', at: item.target ?? undefined },
    };
    return ways[item.leads];
}
