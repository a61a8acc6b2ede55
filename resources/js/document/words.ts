/** What is printed on a page, by its middle as shares of width and height. */
export interface Word {
    text: string;
    x: number;
    y: number;
}

/** "1-3, 7" as numbers, up to so many; all where nothing is asked for. */
export function pagesAsked(text: string, all: number): number[] {
    const every = Array.from({ length: all }, (_, k) => k + 1);
    const asked = text.split(',').flatMap((part) => {
        const [, from, to] = /^\s*(\d+)\s*(?:-\s*(\d+))?\s*$/.exec(part) ?? [];
        return from === undefined ? [] : every.filter((n) => n >= Number(from) && n <= Number(to ?? from));
    });
    return asked.length === 0 ? every : [...new Set(asked)];
}

/** What is printed nearest to a place and reads as a voltage, within a reach that a finger has. */
export function voltsNear(
    words: Word[],
    page: { width: number; height: number },
    at: { x: number; y: number },
): string | undefined {
    const reach = 0.12;
    const far = (word: { x: number; y: number }) =>
        Math.hypot(word.x - at.x, ((word.y - at.y) * page.height) / page.width);
    return words
        .filter((word) => far(word) < reach)
        .sort((a, b) => far(a) - far(b))
        .map(({ text }) => /[-+−]?\d+(?:[.,]\d+)?\s*(?:m|k)?V\b/.exec(text)?.[0])
        .find((found) => found !== undefined)
        ?.replace('−', '-')
        .replace(',', '.');
}
