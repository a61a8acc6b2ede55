import { answer, api, Refused, renewToken, type Bench } from '../api/client';
import { queries } from '../api/queries';
import { Outbox, type Entry, type Said } from './outbox';
import { browserStore } from './store';

/** What came back with the newest entries of a job: what its bench shows with them. */
const answered = new Map<string, Bench>();

const line = ({ id, kind, payload, at, stillTrue }: Entry) => ({
    id,
    kind,
    payload,
    at,
    ...(stillTrue === true ? { still_true: true } : {}),
});

function unsent(error: unknown): Said {
    return error instanceof Refused
        ? { ok: false, status: error.status, message: error.message, field: Object.keys(error.errors)[0] ?? '' }
        : { ok: false, status: 0, message: 'It could not be sent.', field: '' };
}

async function sendPicture({ id, job, payload, at, picture }: Entry): Promise<Said[]> {
    const form = new FormData();
    form.set('id', id);
    form.set('at', at);
    form.set('caption', String(payload.caption ?? ''));
    form.set('target', String(payload.target ?? ''));
    form.set('photo', picture as Blob, 'photo.jpg');
    try {
        await answer(
            api.POST('/jobs/{job}/photos', {
                params: { path: { job } },
                body: { id, at, photo: '' },
                bodySerializer: () => form,
            }),
        );
        return [{ ok: true }];
    } catch (error) {
        return [unsent(error)];
    }
}

async function sendLines(entries: Entry[]): Promise<Said[]> {
    const job = entries[0]?.job ?? '';
    answered.delete(job);
    try {
        const { accepted, bench } = await answer(
            api.POST('/jobs/{job}/log', {
                params: { path: { job } },
                body: { sent_at: new Date().toISOString(), entries: entries.map(line), bench: true },
            }),
        );
        if (bench !== undefined) {
            answered.set(job, bench);
        }
        return accepted.map(() => ({ ok: true }));
    } catch (error) {
        const said = unsent(error);
        // Those before the refused one stand. Where the server does not say which it is, each is asked by itself.
        if (error instanceof Refused && error.accepted !== undefined) {
            return [...error.accepted.map(() => ({ ok: true }) as const), said];
        }
        return entries.length > 1 && error instanceof Refused && [403, 413, 422].includes(error.status)
            ? oneByOne(entries)
            : [said];
    }
}

async function oneByOne(entries: Entry[]): Promise<Said[]> {
    const said: Said[] = [];
    for (const entry of entries) {
        const [one] = await sendLines([entry]);
        said.push(one as Said);
        if (one?.ok !== true) {
            break;
        }
    }
    return said;
}

const send = (entries: Entry[]) => (entries[0]?.picture === undefined ? sendLines(entries) : sendPicture(entries[0]));

/** A token that has run out is fetched anew once before anybody is asked to sign in. */
async function sendAgain(entries: Entry[]): Promise<Said[]> {
    const said = await send(entries);
    const [first] = said;
    return first?.ok === false && first.status === 419 && (await renewToken()) ? send(entries) : said;
}

/** Pages of one browser take turns. */
const alone = async (work: () => Promise<void>): Promise<void> => {
    await ('locks' in navigator ? navigator.locks.request('oculant-outbox', work) : work());
};

/** The bench came with the answer, or is asked for. What was asked for before is older. */
async function show(job: string): Promise<void> {
    const queryKey = ['bench', job];
    const bench = answered.get(job);
    answered.delete(job);
    if (bench === undefined) {
        await queries.invalidateQueries({ queryKey });
        return;
    }
    await queries.cancelQueries({ queryKey });
    queries.setQueryData(queryKey, bench);
}

/** The one outbox of this page: entries leave from wherever one is. */
export const outbox = new Outbox(
    browserStore,
    sendAgain,
    (taken) => {
        const jobs = [...new Set(taken.map((entry) => entry.job))];
        void queries.invalidateQueries({ queryKey: ['jobs'] });
        jobs.forEach((job) => void queries.invalidateQueries({ queryKey: ['report', job] }));
        return Promise.all(jobs.map(show));
    },
    alone,
);

const again = () => void outbox.flush();
window.setInterval(again, 4000);
window.addEventListener('online', again);
