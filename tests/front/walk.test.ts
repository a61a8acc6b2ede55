import { describe, expect, it } from 'vitest';
import { begin, sample, taken, type Quantity, type Walk } from '../../resources/js/hands/walk';

/** What a meter shows while its leads go from point to point, and where a reading is taken by itself. */
function walked(from: Walk, values: number[], quantity: Quantity = 'volts', waits = false): Walk {
    return values.reduce((walk, value) => (walk.phase === 'still' ? walk : sample(walk, value, quantity, waits)), from);
}

describe('walking with the meter', () => {
    it('takes what stands still', () => {
        expect(walked(begin(null), [3.1, 14.9, 14.98, 15.0, 15.01]).phase).toBe('still');
    });

    it('waits while it still moves', () => {
        expect(walked(begin(null), [3.1, 9.4, 14.2]).phase).toBe('moving');
        expect(walked(begin(null), [14.2, 15.4, 14.3, 15.2]).phase).toBe('moving');
    });

    it('never takes the same place twice, until the leads were elsewhere', () => {
        const after = taken(15);
        expect(walked(after, [15, 15.01, 14.99, 15.02, 15]).phase).toBe('away');
        expect(walked(after, [15, 0.3, 0.01, 15, 15, 15]).phase).toBe('still');
        expect(walked(after, [15, 5.02, 5.01, 5.0]).phase).toBe('still');
    });

    it('never takes what leads in the air show', () => {
        expect(walked(begin(null), [0.01, 0.02, 0.01, 0.015]).phase).toBe('open');
        expect(walked(begin(null), [Infinity, Infinity, Infinity, Infinity], 'ohms').phase).toBe('open');
        // From there it goes on by itself.
        expect(walked(walked(begin(null), [0.01, 0.02, 0.01]), [12, 12, 12]).phase).toBe('still');
    });

    it('waits for a press where a hand should', () => {
        expect(walked(begin(null), [325, 325.2, 325.1], 'volts', true).phase).toBe('held');
    });

    it('takes ohms in their own noise', () => {
        expect(walked(begin(null), [470, 473, 471], 'ohms').phase).toBe('still');
        expect(walked(begin(null), [470, 520, 471], 'ohms').phase).toBe('moving');
    });
});
