import { describe, expect, it, vi } from 'vitest';
import type { Bench, Step } from '../../resources/js/api/client';
import { benchCommands, type Acts } from '../../resources/js/bench/commands';

const entry = (kind: string, struck = false) => ({ id: `${kind} ${struck}`, kind, struck });
const commands = (
    log: unknown[] = [],
    power = 'unplugged',
    target: string | null = 'TP4',
    practice: unknown = null,
) => {
    const acts = Object.fromEntries(
        ['open', 'plan', 'layOver', 'go', 'undo', 'skip', 'picture', 'turn'].map((name) => [name, vi.fn()]),
    ) as unknown as Acts;
    const bench = { log, state: { power }, practice } as unknown as Bench;
    const step = { target, part: 'C1', fault: 'dried' } as unknown as Step;
    const all = benchCommands({ bench, step, target, worked: 'C1', isDrawn: false }, acts);
    return { acts, all, of: (key: string) => all.find((command) => command.key === key) };
};

describe('the keys of the bench', () => {
    it('are each for one thing', () => {
        const keys = commands().all.map((command) => command.key);
        expect(new Set(keys).size).toBe(keys.length);
    });

    it('undo what still stands in the log', () => {
        expect(commands().of('u')?.shown).toBe(false);
        expect(commands([entry('strike'), entry('reading', true)]).of('u')?.shown).toBe(false);
        expect(commands([entry('reading')]).of('u')?.shown).toBe(true);
    });

    it('ask for the mains only where there is any, and for a place only where there is one', () => {
        expect(commands().of('m')?.shown).toBe(false);
        expect(commands([], 'live').of('m')?.shown).toBe(true);
        expect(commands([], 'live', null).of('x')?.shown).toBe(false);
    });

    it('open the repair with the part of the step once a cause is named', () => {
        const before = commands();
        before.of('r')?.run();
        expect(before.acts.open).toHaveBeenCalledWith({ name: 'repair', part: undefined });
        const after = commands([entry('cause')]);
        after.of('r')?.run();
        expect(after.acts.open).toHaveBeenCalledWith({ name: 'repair', part: 'C1' });
    });

    it('are those of a bench where a unit is only practised on, and none of a workshop', () => {
        const keys = commands([], 'live', 'TP4', { over: false }).all.map((command) => command.key);
        expect(keys).toEqual(expect.arrayContaining(['p', 'l', '8', 'c', 'r', 's', 'g', 'f', '1']));
        expect(keys.filter((key) => ['0', '/', '.', 'v', 'u', 'x', 'm', ';', '*'].includes(key))).toEqual([]);
    });

    it('are off for who may only read where they record something', () => {
        const recording = commands()
            .all.filter((command) => command.records)
            .map((command) => command.key);
        expect(recording).toEqual(expect.arrayContaining(['u', 'a', 'x', 'p', 'c', 'r', '-', '=', 's', 'o']));
        expect(recording).not.toContain('1');
        expect(recording).not.toContain('l');
        expect(recording).not.toContain(';');
    });
});
