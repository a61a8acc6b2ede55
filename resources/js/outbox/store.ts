import { createStore, del, entries as pairs, set } from 'idb-keyval';
import type { Entry, Store } from './outbox';

const idb = createStore('oculant-outbox', 'waiting');

type Older = Omit<Entry, 'user' | 'job'>;

/**
 * In the browser's own database: it survives reload, power and network. One row an entry, in the order of their ULIDs.
 */
export const browserStore: Store = {
    async all() {
        const rows = await pairs<string, Entry | Older[]>(idb);
        const kept: Entry[] = [];
        for (const [key, row] of rows) {
            if (!Array.isArray(row)) {
                kept.push(row);
                continue;
            }
            // Kept by an older version as one list a job.
            for (const older of row) {
                const entry: Entry = { ...older, user: null, job: key };
                kept.push(entry);
                await set(entry.id, entry, idb);
            }
            await del(key, idb);
        }
        return kept.sort((a, b) => a.id.localeCompare(b.id));
    },
    put: (entry) => set(entry.id, entry, idb),
    remove: (id) => del(id, idb),
};
