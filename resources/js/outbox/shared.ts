import { answer, api, Refused, renewToken } from '../api/client';
import { queries } from '../api/queries';
import { Outbox, type Entry, type Said } from './outbox';
import { browserStore } from './store';

function asked({ id, job, kind, payload, at, picture, stillTrue }: Entry) {
    if (picture === undefined) {
        return api.POST('/jobs/{job}/log', { params: { path: { job } }, body: { sent_at: new Date().toISOString(), entries: [{ id, kind, payload, at, ...(stillTrue === true ? { still_true: true } : {}) }] } });
    }
    const form = new FormData();
    form.set('id', id);
    form.set('at', at);
    form.set('caption', String(payload.caption ?? ''));
    form.set('photo', picture, 'photo.jpg');
    return api.POST('/jobs/{job}/photos', { params: { path: { job } }, body: { id, at, photo: '' }, bodySerializer: () => form });
}

async function send(entry: Entry): Promise<Said> {
    try {
        await answer<unknown>(asked(entry));
        return { ok: true };
    } catch (error) {
        if (!(error instanceof Refused)) {
            return { ok: false, status: 0, message: 'It could not be sent.', field: '' };
        }
        return { ok: false, status: error.status, message: error.message, field: Object.keys(error.errors)[0] ?? '' };
    }
}

/** A token that has run out is fetched anew once before anybody is asked to sign in. */
async function sendAgain(entry: Entry): Promise<Said> {
    const said = await send(entry);
    return !said.ok && said.status === 419 && await renewToken() ? send(entry) : said;
}

/** Pages of one browser take turns. */
const alone = async (work: () => Promise<void>): Promise<void> => {
    await ('locks' in navigator ? navigator.locks.request('oculant-outbox', work) : work());
};

/** The one outbox of this page: entries leave from wherever one is. */
export const outbox = new Outbox(browserStore, sendAgain, (taken) => {
    const jobs = [...new Set(taken.map((entry) => entry.job))];
    void queries.invalidateQueries({ queryKey: ['jobs'] });
    jobs.forEach((job) => void queries.invalidateQueries({ queryKey: ['report', job] }));
    return Promise.all(jobs.map((job) => queries.invalidateQueries({ queryKey: ['bench', job] })));
}, alone);

const again = () => void outbox.flush();
window.setInterval(again, 4000);
window.addEventListener('online', again);
