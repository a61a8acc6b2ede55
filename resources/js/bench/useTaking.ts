import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Bench, Step } from '../api/client';
import { meterEffectQuery } from '../api/queries';
import type { Sounds } from '../hands/tones';
import { useWalk } from '../hands/useWalk';
import { takeReading, type useMeter } from '../instruments/useMeter';

/** What a meter reads by a press. */
const readable = ['dc', 'ac', 'resistance'];

/**
 * Readings by a meter on the network: by a press of the empty field, or by themselves while somebody walks with the
 * leads.
 */
export function useTaking({
    bench,
    step,
    target,
    isAimed,
    isFree,
    heard,
    reads,
    onTaken,
    onRead,
}: {
    bench: Bench;
    step: Step;
    target: string | null;
    /** Another place than the step's. */
    isAimed: boolean;
    /** Nothing is typed, and nothing is open. */
    isFree: boolean;
    heard: Sounds;
    reads: ReturnType<typeof useMeter>;
    onTaken: () => void;
    /** At a hidden unit: what the meter shows is told with the entry. */
    onRead: (target: string, quantity: string | null) => void;
}) {
    const { job } = bench;
    const meter = reads.meter?.id ?? '';
    const queries = useQueryClient();
    const quantity = isAimed ? null : step.quantity;
    const isHidden = bench.practice !== null;
    const takes =
        job.may_write &&
        (isHidden || reads.meter?.online === true) &&
        target !== null &&
        (isAimed || (step.kind === 'measure' && readable.includes(step.quantity ?? '')));
    const take = useMutation({
        mutationFn: (byItself: boolean) => takeReading(job.id, meter, target ?? '', quantity, byItself),
        onSuccess: () => {
            onTaken();
            return queries.invalidateQueries({ queryKey: ['bench', job.id] });
        },
    });
    const walk = useWalk({
        job: job.id,
        meter,
        target: target ?? '',
        quantity: step.quantity ?? 'dc',
        on: !isHidden && heard.walks && takes && !isAimed && isFree && !take.isPending,
        waits: bench.points.find((point) => point.id === target)?.waits ?? true,
        onTake: () => take.mutate(true),
    });
    const effect = useQuery({
        ...meterEffectQuery(job.id, meter, target ?? '', quantity, `${bench.state.power} ${bench.state.mode}`),
        enabled: !isHidden && reads.meter !== undefined && target !== null && bench.state.power !== 'unplugged',
    }).data?.sentence;

    return {
        /** The meter that the empty field takes from. */
        meter: !takes ? undefined : isHidden ? 'practice meter' : reads.meter?.name,
        words: walk.words ?? effect ?? undefined,
        error: take.error,
        forget: () => take.reset(),
        press: () => {
            if (isHidden) {
                onRead(target ?? '', quantity);
                return;
            }
            walk.pressed();
            take.mutate(false);
        },
    };
}
