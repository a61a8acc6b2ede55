import { useEffect, useRef, useState } from 'react';
import { lookAt } from '../instruments/useMeter';
import { begin, sample, taken, words, type Quantity, type Walk } from './walk';

/** Milliseconds between two looks at the meter. */
const EVERY = 600;

/** While it walks: what the meter shows is watched, and the reading is taken when it stands still somewhere new. */
export function useWalk({
    job,
    meter,
    target,
    quantity,
    on,
    waits,
    onTake,
}: {
    job: string;
    meter: string;
    target: string;
    quantity: string;
    on: boolean;
    waits: boolean;
    onTake: () => void;
}): { words: string | undefined; pressed: () => void } {
    const walk = useRef<Walk>(begin(null));
    const newest = useRef(0);
    const [phase, setPhase] = useState<Walk['phase']>();
    const take = useRef(onTake);
    useEffect(() => {
        take.current = onTake;
    });
    useEffect(() => {
        if (!on) {
            setPhase(undefined);
            return undefined;
        }
        const kind: Quantity = quantity === 'resistance' ? 'ohms' : 'volts';
        let ended = false;
        let timer = 0;
        const look = async () => {
            try {
                const value = Number((await lookAt(job, meter, target, quantity)).text);
                const shown = Number.isNaN(value) ? Infinity : value;
                newest.current = shown;
                if (!ended) {
                    walk.current = sample(walk.current, shown, kind, waits);
                    setPhase(walk.current.phase);
                    if (walk.current.phase === 'still') {
                        walk.current = taken(shown);
                        take.current();
                        return;
                    }
                }
            } catch {
                // The meter is looked at again; what is wrong with it is said where a press asks for it.
            }
            if (!ended) {
                timer = window.setTimeout(() => void look(), EVERY);
            }
        };
        timer = window.setTimeout(() => void look(), EVERY);
        return () => {
            ended = true;
            window.clearTimeout(timer);
        };
    }, [on, job, meter, target, quantity, waits]);
    return {
        words: phase === undefined ? undefined : words[phase],
        pressed: () => {
            walk.current = taken(newest.current);
        },
    };
}
