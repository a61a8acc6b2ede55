/** What is more than one part that failed by itself. */
export type Twist = 'two' | 'slip' | 'comes_and_goes' | 'differs';

export const twists = [
    { value: '', label: 'one part failed' },
    { value: 'two', label: 'two faults at once' },
    { value: 'comes_and_goes', label: 'it comes and goes' },
    { value: 'slip', label: 'somebody was in it before' },
    { value: 'differs', label: 'the unit differs from its description' },
];
