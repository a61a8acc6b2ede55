import { useQueryClient } from '@tanstack/react-query';
import { createStore, get, update } from 'idb-keyval';
import { useCallback, useEffect, useRef, useState } from 'react';
import { ulid } from 'ulid';
import { answer, api, Refused } from '../api/client';

export interface Waiting {
    id: string;
    kind: string;
    payload: Record<string, unknown>;
    at: string;
    /** The picture itself, for a photograph. */
    picture?: Blob;
}

const store = createStore('oculant-outbox', 'waiting');

const stored = async (job: string): Promise<Waiting[]> => (await get<Waiting[]>(job, store)) ?? [];

const drop = (job: string, id: string) => update<Waiting[]>(job, (now) => (now ?? []).filter((other) => other.id !== id), store);

function sent(job: string, entry: Waiting) {
    const { picture, ...rest } = entry;
    if (picture === undefined) {
        return api.POST('/jobs/{job}/log', { params: { path: { job } }, body: { entries: [rest] } });
    }
    const form = new FormData();
    form.set('id', entry.id);
    form.set('at', entry.at);
    form.set('caption', String(entry.payload.caption ?? ''));
    form.set('photo', picture, 'photo.jpg');
    return api.POST('/jobs/{job}/photos', { params: { path: { job } }, body: { id: entry.id, at: entry.at, photo: '' }, bodySerializer: () => form });
}

/**
 * Entries on their way to the log. Each is kept in the browser until the server has it, so that neither a reload nor a
 * lost network loses one; the server knows an entry it has seen by its ULID.
 */
export function useOutbox(job: string, onRefused: (entry: Waiting) => void) {
    const queries = useQueryClient();
    const [waiting, setWaiting] = useState<Waiting[]>([]);
    const [refusal, setRefusal] = useState<{ entry: Waiting; message: string }>();
    const sending = useRef(false);

    const show = useCallback(async () => setWaiting(await stored(job)), [job]);

    const refused = useRef(onRefused);
    useEffect(() => {
        refused.current = onRefused;
    });

    const send = useCallback(async (): Promise<void> => {
        // Whoever is sending goes on until nothing is left.
        if (sending.current) {
            return;
        }
        sending.current = true;
        try {
            for (let [current] = await stored(job); current !== undefined; [current] = await stored(job)) {
                try {
                    await answer<unknown>(sent(job, current));
                } catch (error) {
                    if (!(error instanceof Refused) || error.status === 0 || error.status >= 500 || error.status === 429) {
                        return;
                    }
                    setRefusal({ entry: current, message: error.message });
                    refused.current(current);
                }
                await drop(job, current.id);
            }
        } finally {
            sending.current = false;
            // Shown as waiting until the log that holds it is there.
            await queries.invalidateQueries({ queryKey: ['bench', job] });
            await show();
            void queries.invalidateQueries({ queryKey: ['jobs'] });
            void queries.invalidateQueries({ queryKey: ['report', job] });
        }
    }, [job, queries, show]);

    useEffect(() => {
        const retry = () => void stored(job).then((entries) => {
            if (entries.length > 0) {
                setWaiting((now) => (now.length === 0 ? entries : now));
                void send();
            }
        });
        retry();
        const timer = window.setInterval(retry, 4000);
        window.addEventListener('online', retry);
        return () => {
            window.clearInterval(timer);
            window.removeEventListener('online', retry);
        };
    }, [job, send]);

    const record = useCallback(async (kind: string, payload: Record<string, unknown>, picture?: Blob) => {
        setRefusal(undefined);
        const entry = { id: ulid(), kind, payload, at: new Date().toISOString(), ...(picture === undefined ? {} : { picture }) };
        setWaiting((now) => [...now, entry]);
        await update<Waiting[]>(job, (now) => [...(now ?? []), entry], store);
        return send();
    }, [job, send]);

    return { waiting, refusal, record, forget: () => setRefusal(undefined) };
}
