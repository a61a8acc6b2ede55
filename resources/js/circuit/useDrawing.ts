import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Circuit } from '../api/client';
import { draw, stageOf, type Drawing, type Flags } from './layout';

/** The drawing of a circuit or of one of its stages; the last one stays until the next is there. */
export function useDrawing(circuit: Circuit | undefined, stage: string | null, flags: Flags) {
    return useQuery<Drawing>({
        queryKey: ['drawing', circuit?.key, stage, flags],
        queryFn: () => draw(stage === null ? (circuit as Circuit) : stageOf(circuit as Circuit, stage), flags),
        enabled: circuit !== undefined,
        staleTime: Infinity,
        placeholderData: keepPreviousData,
    });
}
