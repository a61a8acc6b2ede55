import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { ulid } from 'ulid';
import { answer, api, Refused } from '../api/client';

export interface Waiting {
    id: string;
    kind: string;
    payload: Record<string, unknown>;
    at: string;
}

const keyOf = (job: string) => `oculant.outbox.${job}`;

function stored(job: string): Waiting[] {
    try {
        return JSON.parse(localStorage.getItem(keyOf(job)) ?? '[]') as Waiting[];
    } catch {
        return [];
    }
}

/**
 * Entries on their way to the log. Each is kept in the browser until the server has it, so that neither a reload nor a
 * lost network loses one; the server knows an entry it has seen by its ULID.
 */
export function useOutbox(job: string) {
    const queries = useQueryClient();
    const [waiting, setWaiting] = useState<Waiting[]>(() => stored(job));
    const [refusal, setRefusal] = useState<{ entry: Waiting; message: string }>();
    const sending = useRef(false);

    const keep = useCallback((entries: Waiting[]) => {
        localStorage.setItem(keyOf(job), JSON.stringify(entries));
        setWaiting(entries);
    }, [job]);

    const send = useCallback(async (): Promise<boolean> => {
        if (sending.current) {
            return false;
        }
        sending.current = true;
        let allStand = true;
        try {
            for (let entry = stored(job)[0]; entry !== undefined; entry = stored(job)[0]) {
                const current = entry;
                try {
                    await answer(api.POST('/jobs/{job}/log', { params: { path: { job } }, body: { entries: [current] } }));
                } catch (error) {
                    if (!(error instanceof Refused) || error.status === 0 || error.status >= 500 || error.status === 429) {
                        return false;
                    }
                    allStand = false;
                    setRefusal({ entry: current, message: error.message });
                }
                keep(stored(job).filter((other) => other.id !== current.id));
            }
        } finally {
            sending.current = false;
            await queries.invalidateQueries({ queryKey: ['bench', job] });
            void queries.invalidateQueries({ queryKey: ['jobs'] });
            void queries.invalidateQueries({ queryKey: ['report', job] });
        }
        return allStand;
    }, [job, keep, queries]);

    useEffect(() => {
        const retry = () => {
            if (stored(job).length > 0) {
                void send();
            }
        };
        retry();
        const timer = window.setInterval(retry, 4000);
        window.addEventListener('online', retry);
        return () => {
            window.clearInterval(timer);
            window.removeEventListener('online', retry);
        };
    }, [job, send]);

    const record = useCallback((kind: string, payload: Record<string, unknown>) => {
        setRefusal(undefined);
        keep([...stored(job), { id: ulid(), kind, payload, at: new Date().toISOString() }]);
        return send();
    }, [job, keep, send]);

    return { waiting, refusal, record, forget: () => setRefusal(undefined) };
}
