import { describe, expect, it } from 'vitest';
import { act, atRest, meaningOf, wayTo, type Hands } from '../../resources/js/bench/hands';
import type { Step } from '../../resources/js/api/client';

const other = { target: 'TP3', quantity: 'dc' } as Step;

describe('the hands at the bench', () => {
    it('give what was refused back, unless something else is being typed', () => {
        expect(act(atRest, { do: 'give back', text: '13,9' }).text).toBe('13,9');
        expect(act({ ...atRest, text: '5.1' }, { do: 'give back', text: '13,9' }).text).toBe('5.1');
    });

    it('lay the ledger over a dialogue and leave what is typed there', () => {
        const asked: Hands = { ...atRest, dialog: { name: 'note' } };
        const over = act(asked, { do: 'lay over', sheet: 'ledger' });
        expect(over).toMatchObject({ dialog: { name: 'note' }, sheet: 'ledger' });
        expect(act(over, { do: 'lay over' }).dialog).toEqual({ name: 'note' });
    });

    it('follow the leading step again once something went into the log', () => {
        const aimed = act(act(atRest, { do: 'choose', step: other }), { do: 'aim', at: 'TP5' });
        expect(act(aimed, { do: 'record' })).toMatchObject({ chosen: undefined, aimed: 'TP5' });
        expect(act(aimed, { do: 'send' })).toMatchObject({ chosen: other, aimed: undefined, text: '' });
        expect(act({ ...aimed, text: '12' }, { do: 'escape' })).toMatchObject({ text: '', aimed: undefined });
    });

    it('are no longer at the space bar once something is typed', () =>
        expect(act({ ...atRest, leader: true }, { do: 'type', text: '1' }).leader).toBe(false));
});

describe('what a key means', () => {
    const key = { key: 'a', withModifier: false, typing: false, onButton: false };
    const isCommand = (name: string) => ['a', '1', '-'].includes(name);
    const meaning = (pressed: Partial<typeof key>, hands: Partial<Hands> = {}, mayWrite = true) =>
        meaningOf({ ...key, ...pressed }, { ...atRest, ...hands }, mayWrite, isCommand);

    it.each([
        // A letter where nothing is typed is a command; in the field it is typed, unless the space bar went before.
        [{}, {}, true, 'command'],
        [{ key: 'A' }, {}, true, 'command'],
        [{ typing: true }, {}, true, undefined],
        [{ typing: true }, { leader: true }, true, 'command'],
        [{ key: 'q' }, {}, true, undefined],
        // A digit or a minus begins a reading, but not for who may only look.
        [{ key: '1' }, {}, true, undefined],
        [{ key: '-' }, {}, true, undefined],
        [{ key: '1' }, {}, false, 'command'],
        [{ key: '1' }, { leader: true }, true, 'command'],
        // What is open has the keys, except for the ledger's; the browser has what is pressed with control.
        [{}, { dialog: { name: 'note' } }, true, undefined],
        [{}, { sheet: 'keys' }, true, undefined],
        [{ key: 'F2', typing: true }, { dialog: { name: 'note' } }, true, 'ledger'],
        [{ withModifier: true }, {}, true, undefined],
        // A foot switch does what Enter does.
        [{ key: 'PageDown', typing: true }, {}, true, 'press'],
        [{ key: 'F13' }, {}, true, 'press'],
        [{ key: 'F12' }, {}, true, undefined],
        [{ key: 'Enter' }, {}, true, 'focus'],
        [{ key: 'Enter', onButton: true }, {}, true, undefined],
        [{ key: 'Enter', typing: true }, {}, true, undefined],
        [{ key: 'Escape', typing: true }, {}, true, 'escape'],
    ] as const)('%j at %j, may write %s: %s', (pressed, hands, mayWrite, meant) =>
        expect(meaning(pressed, hands, mayWrite).meaning).toBe(meant),
    );

    it('ends what the space bar began, whatever follows it', () => {
        expect(meaning({ key: 'q' }, { leader: true }).endsLeader).toBe(true);
        expect(meaning({ key: 'a' }, { leader: true }).endsLeader).toBe(true);
        expect(meaning({ key: ' ' }, { leader: true }).endsLeader).toBe(false);
    });
});

describe('where what a gate asks for is settled', () => {
    it.each([
        ['discharge', { to: 'plan', section: 'safe' }],
        ['prove', { to: 'page', page: 'prove/safety' }],
        ['look', { to: 'record', kind: 'looked', payload: { what: 'polarity C5' } }],
        ['check', { to: 'point', at: 'polarity C5' }],
        ['nothing known', undefined],
    ])('%s', (leads, way) => expect(wayTo({ leads, target: 'polarity C5' })).toEqual(way));
});
