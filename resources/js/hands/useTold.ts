import { useEffect, useRef } from 'react';
import type { ReadingView } from '../api/client';
import { play, speak, toneOf, type Sounds } from './tones';

/** Eyes stay on the leads: the verdict on a new reading is heard, and the next step said. */
export function useTold(reading: ReadingView | null, next: string, heard: Sounds): void {
    const told = useRef(reading?.entry);
    useEffect(() => {
        if (reading !== null && told.current !== reading.entry) {
            told.current = reading.entry;
            if (heard.walks || heard.speaks) {
                play(toneOf(reading), heard.volume);
                speak(`${reading.word}. ${next}`);
            }
        }
    }, [reading, next, heard]);
}
