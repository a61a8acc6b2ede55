import { useEffect, useRef } from 'react';
import type { Entry as Waiting } from '../outbox/useOutbox';

/** Puts what was refused back where it was typed, once per refusal. */
export function useRefused(
    refused: Waiting | undefined,
    kind: string,
    restore: (payload: Record<string, unknown>) => void,
) {
    const seen = useRef<string>(undefined);
    useEffect(() => {
        if (refused?.kind === kind && refused.id !== seen.current) {
            seen.current = refused.id;
            restore(refused.payload);
        }
    });
}
