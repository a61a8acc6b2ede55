import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { ulid } from 'ulid';
import { answer, api, type Instrument } from '../api/client';
import { instrumentsQuery } from '../api/queries';

const KEY = 'oculant.meter';

/** The meter that this bench reads with, remembered by the browser; undefined while readings are typed. */
export function useMeter(): {
    meter: Instrument | undefined;
    instruments: Instrument[];
    choose: (id: string | undefined) => void;
} {
    const [chosen, setChosen] = useState(() => localStorage.getItem(KEY) ?? undefined);
    const instruments = useQuery(instrumentsQuery).data?.instruments ?? [];
    const choose = useCallback((id: string | undefined) => {
        if (id === undefined) {
            localStorage.removeItem(KEY);
        } else {
            localStorage.setItem(KEY, id);
        }
        setChosen(id);
    }, []);
    return { meter: instruments.find((one) => one.id === chosen), instruments, choose };
}

/** Takes a reading into the log; the same id sent again is the same reading. */
export const takeReading = (
    job: string,
    instrument: string,
    target: string,
    quantity: string | null,
    byItself = false,
) =>
    answer(
        api.POST('/jobs/{job}/instruments/{instrument}/read', {
            params: { path: { job, instrument } },
            body: {
                id: ulid(),
                at: new Date().toISOString(),
                target,
                by_itself: byItself,
                ...(quantity === null ? {} : { quantity }),
            },
        }),
    );

/** What an instrument shows, for a field that is sent later. */
export const lookAt = (job: string, instrument: string, target: string, quantity: string) =>
    answer(
        api.POST('/jobs/{job}/instruments/{instrument}/read', {
            params: { path: { job, instrument } },
            body: { id: ulid(), at: new Date().toISOString(), target, quantity, keep: false },
        }),
    );
