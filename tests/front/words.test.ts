import { describe, expect, it } from 'vitest';
import { pagesAsked, voltsNear } from '../../resources/js/document/words';

const page = { width: 1700, height: 2400 };

describe('pages that are asked for', () => {
    it.each([
        ['', 3, [1, 2, 3]],
        ['2', 3, [2]],
        ['1-2, 5', 6, [1, 2, 5]],
        ['4-9', 5, [4, 5]],
        // What is no number asks for nothing, and nothing asks for all.
        ['all of it', 2, [1, 2]],
        ['3, 3, 1-3', 3, [3, 1, 2]],
    ])('%s of %i', (text, all, numbers) => expect(pagesAsked(text, all)).toEqual(numbers));
});

describe('the voltage that is printed nearest', () => {
    const at = (text: string, x: number, y: number) => ({ text, x, y });

    it('is taken out of what stands around it', () =>
        expect(voltsNear([at('TP4  5.1 V', 0.55, 0.5)], page, { x: 0.5, y: 0.5 })).toBe('5.1 V'));

    it('is the nearest of several, with its sign, and a comma read as a point', () =>
        expect(voltsNear([at('24 V', 0.6, 0.5), at('−15,2V', 0.51, 0.5)], page, { x: 0.5, y: 0.5 })).toBe('-15.2V'));

    it('is none where nothing that reads as one is within reach', () => {
        expect(voltsNear([at('24 V', 0.9, 0.5)], page, { x: 0.5, y: 0.5 })).toBeUndefined();
        expect(voltsNear([at('R5 4k7', 0.5, 0.5), at('100 mA', 0.5, 0.5)], page, { x: 0.5, y: 0.5 })).toBeUndefined();
        expect(voltsNear([], page, { x: 0.5, y: 0.5 })).toBeUndefined();
    });
});
