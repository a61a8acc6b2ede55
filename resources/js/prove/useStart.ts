import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, type Confirmable } from '../api/client';

export type RunKind = 'soak' | 'heat' | 'starts';

/** Starts a run in two steps: what the instruments will be set to is read out, then confirmed. */
export function useStart(job: string, kind: RunKind) {
    const queries = useQueryClient();
    const [asked, setAsked] = useState<{ plan: Record<string, unknown>; answer: Confirmable }>();
    const path = { params: { path: { job } } };
    const prepare = useMutation({
        mutationFn: async (plan: Record<string, unknown>) => ({
            plan,
            answer: await answer(api.POST('/jobs/{job}/runs/prepare', { ...path, body: { kind, plan } })),
        }),
        onSuccess: setAsked,
    });
    const start = useMutation({
        mutationFn: () =>
            answer(
                api.POST('/jobs/{job}/runs', {
                    ...path,
                    body: { kind, plan: asked?.plan ?? {}, confirm: asked?.answer.confirm },
                }),
            ),
        onSuccess: () => {
            setAsked(undefined);
            return Promise.all([
                queries.invalidateQueries({ queryKey: ['runs', job] }),
                queries.invalidateQueries({ queryKey: ['bench', job] }),
            ]);
        },
    });
    return { asked, forget: () => setAsked(undefined), prepare, start, error: start.error ?? prepare.error };
}
