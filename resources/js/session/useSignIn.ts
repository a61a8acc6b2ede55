import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, Refused, renewToken } from '../api/client';
import { sessionQuery } from '../api/queries';

/** Signs in by a fresh token; what the server has against it is said in words. */
export function useSignIn(onDone: () => void = () => undefined) {
    const queries = useQueryClient();
    const [refusal, setRefusal] = useState<string>();
    const [busy, setBusy] = useState(false);
    const [asksCode, setAsksCode] = useState(false);

    const signIn = async (
        values: { email: string; password: string; code?: string } | { user: number; pin: string },
    ) => {
        setBusy(true);
        setRefusal(undefined);
        try {
            await renewToken();
            queries.setQueryData(
                sessionQuery.queryKey,
                await answer(
                    'pin' in values
                        ? api.POST('/session/pin', { body: values })
                        : api.POST('/session', { body: values }),
                ),
            );
            // Read as well, for the service worker to keep: a reload without network asks for it.
            void queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
            onDone();
        } catch (error) {
            setAsksCode((before) => before || (error instanceof Refused && error.errors.code !== undefined));
            setRefusal(error instanceof Refused ? error.message : 'Sign-in failed. Try again.');
        }
        setBusy(false);
    };
    return { signIn, refusal, busy, asksCode };
}
