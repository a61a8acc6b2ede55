/**
 * Walk with the meter: from what it shows, sample by sample, whether the leads stand somewhere new and still. Pure, so
 * that it can be tried without a meter.
 */
export interface Walk {
    /** away: still where the last reading was taken; open: nothing there, or in the air; held: waits for a press. */
    phase: 'away' | 'moving' | 'open' | 'held' | 'still';
    samples: number[];
    /** What was taken last; null before the first one. */
    last: number | null;
}

export type Quantity = 'volts' | 'ohms';

/** Samples that must agree. */
const AGREE = 3;

/** What a meter's last digits and a hand do: a share, and volts or ohms (common practice). */
const NOISE: Record<Quantity, [number, number]> = { volts: [0.005, 0.02], ohms: [0.02, 0.3] };

/** Volts under which leads may as well hang in the air. */
const NOTHING = 0.05;

export const begin = (last: number | null): Walk => ({ phase: last === null ? 'moving' : 'away', samples: [], last });

const noise = (value: number, quantity: Quantity): number => {
    const [share, floor] = NOISE[quantity];
    return share * Math.abs(value) + floor;
};

const isAir = (value: number, quantity: Quantity): boolean =>
    quantity === 'ohms' ? !Number.isFinite(value) : Math.abs(value) < NOTHING;

const isElsewhere = (value: number, last: number, quantity: Quantity): boolean =>
    !Number.isFinite(value) || !Number.isFinite(last)
        ? Number.isFinite(value) !== Number.isFinite(last)
        : Math.abs(value - last) > Math.max(0.03 * Math.abs(last), 4 * noise(last, quantity));

/**
 * One more sample.
 *
 * @param waits true where a hand should press: the hot side, or above 60 V
 */
export function sample(walk: Walk, value: number, quantity: Quantity, waits: boolean): Walk {
    if (walk.phase === 'away' && walk.last !== null && !isElsewhere(value, walk.last, quantity)) {
        return walk;
    }
    const samples = [...walk.samples, value].slice(-AGREE);
    const finite = samples.filter(Number.isFinite);
    const mean = finite.reduce((sum, one) => sum + one, 0) / Math.max(1, finite.length);
    const agree =
        samples.length === AGREE &&
        (finite.length === 0 ||
            (finite.length === AGREE && Math.max(...samples) - Math.min(...samples) <= 2 * noise(mean, quantity)));
    if (!agree) {
        return { ...walk, phase: 'moving', samples };
    }
    return { ...walk, samples, phase: isAir(value, quantity) ? 'open' : waits ? 'held' : 'still' };
}

/** After the reading was taken, by itself or by a press. */
export const taken = (value: number): Walk => begin(value);

export const words: Record<Walk['phase'], string> = {
    away: 'Taken. To the next point.',
    moving: 'Hold still…',
    open: 'Nothing there, or the leads hang in the air: press if it is so.',
    held: 'Hot side or above 60 V: press to take it.',
    still: 'Taking it…',
};
