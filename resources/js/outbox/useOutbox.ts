import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { ulid } from 'ulid';
import type { Entry, Refusal } from './outbox';
import { outbox } from './shared';

export type { Entry } from './outbox';

/** What was refused and needs no mending. */
export const discard = (id: string) => outbox.discard(id);

/** All that waits or was refused, of whoever is signed in. */
export const useOutboxView = () => useSyncExternalStore(outbox.subscribe, outbox.snapshot);

/**
 * What a page of one job sends, and what came back of that. Refused things stand in the tray whatever page one is on;
 * the page where one was typed puts it back to where it was typed as well, and sending that again takes it out of the
 * tray.
 */
export function useOutbox(job: string, onRefused: (entry: Entry) => void) {
    const view = useOutboxView();
    const [refusal, setRefusal] = useState<{ entry: Entry; message: string; field: string }>();
    const own = useRef(new Set<string>());
    const restored = useRef<Entry>(undefined);
    const refused = useRef(onRefused);
    useEffect(() => {
        refused.current = onRefused;
    });
    useEffect(() => {
        for (const entry of view.refused) {
            if (own.current.delete(entry.id)) {
                const { message, field } = entry.refused as Refusal;
                restored.current = entry;
                setRefusal({ entry, message, field });
                refused.current(entry);
            }
        }
    }, [view]);

    const record = useCallback(
        async (kind: string, payload: Record<string, unknown>, picture?: Blob) => {
            setRefusal(undefined);
            const mends = restored.current?.kind === kind ? restored.current.id : undefined;
            restored.current = undefined;
            const id = ulid();
            own.current.add(id);
            await outbox.record({
                id,
                job,
                kind,
                payload,
                at: new Date().toISOString(),
                ...(picture === undefined ? {} : { picture }),
            });
            if (mends !== undefined) {
                await outbox.discard(mends);
            }
        },
        [job],
    );

    /** What was put back where it was typed is being changed by hand: cleared, it is only in the tray. */
    const forget = useCallback((isCleared = false) => {
        setRefusal(undefined);
        if (isCleared) {
            restored.current = undefined;
        }
    }, []);

    const waiting = useMemo(() => view.waiting.filter((entry) => entry.job === job), [view, job]);
    return { waiting, refusal, record, forget };
}
