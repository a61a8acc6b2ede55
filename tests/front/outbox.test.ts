import { describe, expect, it } from 'vitest';
import { Outbox, type Entry, type Said, type Store } from '../../resources/js/outbox/outbox';

/** A browser's database that survives the page. */
class Kept implements Store {
    rows = new Map<string, Entry>();
    all = () => Promise.resolve([...this.rows.values()].sort((a, b) => a.id.localeCompare(b.id)));
    put = (entry: Entry) => {
        this.rows.set(entry.id, structuredClone(entry));
        return Promise.resolve();
    };
    remove = (id: string) => {
        this.rows.delete(id);
        return Promise.resolve();
    };
}

/** A server that answers as it is told, entry by entry. */
class Server {
    says: (entry: Entry) => number | Said = () => 200;
    log: string[] = [];
    requests: string[][] = [];
    send = (entries: Entry[]): Promise<Said[]> => {
        this.requests.push(entries.map((entry) => entry.id));
        const all: Said[] = [];
        for (const entry of entries) {
            const said = this.says(entry);
            const whole: Said =
                typeof said !== 'number'
                    ? said
                    : said === 200
                      ? { ok: true }
                      : { ok: false, status: said, message: `status ${said}`, field: 'text' };
            all.push(whole);
            if (!whole.ok) {
                break;
            }
            this.log.push(entry.id);
        }
        return Promise.resolve(all);
    };
}

const refusal = (field: string, status = 422): Said => ({ ok: false, status, message: 'because', field });

async function bench(store = new Kept(), user = 1) {
    const server = new Server();
    const outbox = new Outbox(store, server.send);
    await outbox.signedIn(user);
    return { server, store, outbox };
}

const type = (outbox: Outbox, id: string, job = 'one', kind = 'reading') =>
    outbox.record({ id, job, kind, payload: { text: '13.9' }, at: '2026-11-28T10:00:00Z' });

describe('the outbox', () => {
    it('stores an entry before it sends it, and forgets it once the server has it', async () => {
        const { server, store, outbox } = await bench();
        let storedFirst = false;
        server.says = (entry) => {
            storedFirst = store.rows.has(entry.id);
            return 200;
        };
        await type(outbox, 'a');
        expect(storedFirst).toBe(true);
        expect(server.log).toEqual(['a']);
        expect(store.rows.size).toBe(0);
    });

    it('loses nothing that is typed while it looks into its store', async () => {
        for (let slow = 0; slow < 6; slow++) {
            const store = new Kept();
            const wait = (turns: number) =>
                new Promise<void>((resolve) => {
                    const turn = (left: number) => (left === 0 ? resolve() : queueMicrotask(() => turn(left - 1)));
                    turn(turns);
                });
            const [put, all] = [store.put, store.all];
            store.put = async (entry) => {
                await wait(3 * slow);
                await put(entry);
            };
            store.all = async () => {
                const rows = await all();
                await wait(20);
                return rows;
            };
            const server = new Server();
            server.says = () => 0;
            const outbox = new Outbox(store, server.send);
            await outbox.signedIn(1);
            const recorded = ['a', 'b', 'c', 'd', 'e'].map(async (id, k) => {
                await wait(7 * k);
                await type(outbox, id);
            });
            await Promise.all(recorded);
            expect(
                outbox
                    .snapshot()
                    .waiting.map((entry) => entry.id)
                    .sort(),
                `put after ${slow}`,
            ).toEqual(['a', 'b', 'c', 'd', 'e']);
            server.says = () => 200;
            await outbox.flush();
            expect([...server.log].sort()).toEqual(['a', 'b', 'c', 'd', 'e']);
        }
    });

    it('sends what waited in as few requests as it can, in its order, and goes on behind a refusal', async () => {
        const { server, outbox } = await bench();
        server.says = () => 0;
        for (const [id, job] of [
            ['a', 'one'],
            ['b', 'one'],
            ['c', 'one'],
            ['d', 'two'],
            ['e', 'one'],
        ] as const) {
            await type(outbox, id, job);
        }
        server.requests = [];
        server.says = (entry) => (entry.id === 'b' ? 422 : 200);
        await outbox.flush();
        expect(server.requests).toEqual([['a', 'b', 'c'], ['c'], ['d'], ['e']]);
        expect(server.log).toEqual(['a', 'c', 'd', 'e']);
        expect(outbox.snapshot().refused.map((entry) => entry.id)).toEqual(['b']);
    });

    it('takes no more than fifty into a request, and a picture by itself', async () => {
        const { server, outbox } = await bench();
        server.says = () => 0;
        for (let k = 0; k < 53; k++) {
            await type(outbox, `e${100 + k}`);
        }
        await outbox.record({
            id: 'x',
            job: 'one',
            kind: 'photo',
            payload: {},
            at: '2026-11-28T10:00:00Z',
            picture: new Blob(['x']),
        });
        await type(outbox, 'y');
        server.requests = [];
        server.says = () => 200;
        await outbox.flush();
        expect(server.requests.map((request) => request.length)).toEqual([50, 3, 1, 1]);
        expect(server.log).toHaveLength(55);
    });

    it('sends what a browser without room could not store', async () => {
        const store = new Kept();
        store.put = () => Promise.reject(new Error('QuotaExceededError'));
        const { server, outbox } = await bench(store);
        server.says = () => 0;
        await type(outbox, 'a');
        expect(outbox.snapshot().waiting).toHaveLength(1);
        server.says = () => 200;
        await outbox.flush();
        expect(server.log).toEqual(['a']);
    });

    it('shows an entry as on its way until the log that holds it is there', async () => {
        const server = new Server();
        let shown: string[] = [];
        let arrive: () => void = () => undefined;
        const outbox: Outbox = new Outbox(new Kept(), server.send, (taken) => {
            shown = outbox.snapshot().waiting.map((entry) => entry.id);
            return new Promise<void>((resolve) => {
                arrive = () => {
                    server.log.push(`shown ${taken.length}`);
                    resolve();
                };
            });
        });
        await outbox.signedIn(1);
        const recorded = type(outbox, 'a');
        await new Promise((resolve) => setTimeout(resolve, 5));
        expect(shown).toEqual(['a']);
        arrive();
        await recorded;
        expect(server.log).toEqual(['a', 'shown 1']);
        expect(outbox.snapshot().waiting).toEqual([]);
    });

    it.each([0, 408, 429, 500, 502, 503, 504, 507])('keeps everything through an answer of %i', async (status) => {
        const { server, store, outbox } = await bench();
        server.says = () => status;
        await type(outbox, 'a');
        await type(outbox, 'b');
        expect([...store.rows.keys()]).toEqual(['a', 'b']);
        expect(outbox.snapshot()).toMatchObject({ signedOut: false, refused: [] });
        server.says = () => 200;
        await outbox.flush();
        expect(server.log).toEqual(['a', 'b']);
    });

    it('says what the server said is wrong with it for as long as entries wait for that', async () => {
        const { server, outbox } = await bench();
        server.says = () => 507;
        await type(outbox, 'a');
        expect(outbox.snapshot().why).toContain('507');
        server.says = () => 0;
        await outbox.flush();
        expect(outbox.snapshot().why).toBeUndefined();
        server.says = () => 507;
        await outbox.flush();
        server.says = () => 200;
        await outbox.flush();
        expect(outbox.snapshot()).not.toHaveProperty('why');
        expect(server.log).toEqual(['a']);
    });

    it.each([401, 419])('keeps five readings through %i, asks to sign in, and goes on', async (status) => {
        const { server, store, outbox } = await bench();
        server.says = () => status;
        for (const id of ['a', 'b', 'c', 'd', 'e']) {
            await type(outbox, id);
        }
        expect(store.rows.size).toBe(5);
        expect(outbox.snapshot().signedOut).toBe(true);
        server.says = () => 200;
        await outbox.signedIn(1);
        expect(server.log).toEqual(['a', 'b', 'c', 'd', 'e']);
        expect(outbox.snapshot()).toMatchObject({ signedOut: false, waiting: [], refused: [] });
    });

    it.each([403, 404, 409, 413, 422])(
        'puts what is refused with %i into the tray, each of them, and sends the rest',
        async (status) => {
            const { server, store, outbox } = await bench();
            server.says = (entry) => (entry.id === 'b' ? 200 : status);
            await type(outbox, 'a');
            await type(outbox, 'b');
            await type(outbox, 'c');
            expect(server.log).toEqual(['b']);
            expect(outbox.snapshot().refused.map((entry) => [entry.id, entry.refused?.status])).toEqual([
                ['a', status],
                ['c', status],
            ]);
            expect([...store.rows.keys()]).toEqual(['a', 'c']);
            await outbox.flush();
            expect(outbox.snapshot().refused).toHaveLength(2);
        },
    );

    it('keeps the tray through a reload, until one is mended or thrown away', async () => {
        const { server, store, outbox } = await bench();
        server.says = () => refusal('unit');
        await type(outbox, 'a');
        await type(outbox, 'b');
        const after = await bench(store);
        expect(after.outbox.snapshot().refused.map((entry) => entry.refused?.field)).toEqual(['unit', 'unit']);
        await after.outbox.retry('a', { payload: { text: '13.9 V' } });
        expect(after.server.log).toEqual(['a']);
        await after.outbox.discard('b');
        expect(store.rows.size).toBe(0);
    });

    it('leaves what another person typed to that person', async () => {
        const { server, store, outbox } = await bench();
        server.says = () => 0;
        await type(outbox, 'a');
        const other = await bench(store, 2);
        await type(other.outbox, 'b');
        expect(other.server.log).toEqual(['b']);
        expect(other.outbox.snapshot().waiting).toEqual([]);
        expect([...store.rows.keys()]).toEqual(['a']);
        const back = await bench(store, 1);
        expect(back.server.log).toEqual(['a']);
    });

    it('holds what follows an entry that is to be confirmed, in that job and in no other', async () => {
        const { server, outbox } = await bench();
        server.says = (entry) => (entry.kind === 'power' && entry.stillTrue !== true ? refusal('still_true') : 200);
        await type(outbox, 'a', 'one', 'power');
        await type(outbox, 'b', 'one');
        await type(outbox, 'c', 'two');
        expect(server.log).toEqual(['c']);
        expect(outbox.snapshot().waiting.map((entry) => entry.id)).toEqual(['b']);
        await outbox.confirm('one');
        expect(server.log).toEqual(['c', 'a', 'b']);
    });

    it('goes on with what waited once an entry to be confirmed is thrown away', async () => {
        const { server, outbox } = await bench();
        server.says = (entry) => (entry.kind === 'power' ? refusal('still_true') : 200);
        await type(outbox, 'a', 'one', 'power');
        await type(outbox, 'b', 'one');
        await outbox.discard('a');
        expect(server.log).toEqual(['b']);
    });

    it('shows what an older version left, and sends it only when told', async () => {
        const store = new Kept();
        await store.put({ id: 'a', user: null, job: 'one', kind: 'note', payload: { text: 'x' }, at: '' });
        const { server, outbox } = await bench(store);
        expect(server.log).toEqual([]);
        expect(outbox.snapshot().refused.map((entry) => entry.refused?.field)).toEqual(['user']);
        await outbox.retry('a');
        expect(server.log).toEqual(['a']);
    });

    it('sends one that another page has sent already no second time', async () => {
        const { server, store, outbox } = await bench();
        server.says = () => 0;
        await type(outbox, 'a');
        await store.remove('a');
        server.says = () => 200;
        await outbox.flush();
        expect(server.log).toEqual([]);
        expect(outbox.snapshot().waiting).toEqual([]);
    });

    it('loses nothing and doubles nothing, whatever the network does', async () => {
        for (let seed = 1; seed <= 60; seed++) {
            let state = seed;
            const random = () => {
                state = (state * 1103515245 + 12345) % 2147483648;
                return state / 2147483648;
            };
            const store = new Kept();
            let { server, outbox } = await bench(store);
            const taken: string[] = [];
            const typed: string[] = [];
            for (let k = 0; k < 30; k++) {
                const roll = random();
                const status = roll < 0.3 ? 0 : roll < 0.4 ? 401 : roll < 0.5 ? 503 : roll < 0.6 ? 422 : 200;
                server.says = () => status;
                const id = String(k).padStart(3, '0');
                typed.push(id);
                await type(outbox, id, random() < 0.5 ? 'one' : 'two');
                if (random() < 0.2) {
                    // The page is reloaded.
                    taken.push(...server.log);
                    ({ server, outbox } = await bench(store));
                }
            }
            server.says = () => 200;
            await outbox.signedIn(1);
            taken.push(...server.log);
            const refused = outbox.snapshot().refused.map((entry) => entry.id);
            expect([...taken, ...refused].sort()).toEqual(typed);
            expect(new Set(taken).size).toBe(taken.length);
        }
    });
});
