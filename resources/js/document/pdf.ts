import PdfWorker from 'pdfjs-dist/build/pdf.worker.min.mjs?worker';

/** A page as it is kept: a picture, and what is printed where. */
export interface ReadPage {
    number: number;
    picture: Blob;
    words: { text: string; x: number; y: number }[];
}

/** Pixels of the longer side: enough to read a value in a circuit diagram. */
const LONGEST = 2400;

const blobOf = (canvas: HTMLCanvasElement) =>
    new Promise<Blob>((resolve, reject) =>
        canvas.toBlob(
            (blob) => (blob === null ? reject(new Error('This page cannot be drawn.')) : resolve(blob)),
            'image/jpeg',
            0.9,
        ),
    );

/** "1-3, 7" as numbers, up to so many; all where nothing is asked for. */
export function pagesAsked(text: string, all: number): number[] {
    const every = Array.from({ length: all }, (_, k) => k + 1);
    const asked = text.split(',').flatMap((part) => {
        const [, from, to] = /^\s*(\d+)\s*(?:-\s*(\d+))?\s*$/.exec(part) ?? [];
        return from === undefined ? [] : every.filter((n) => n >= Number(from) && n <= Number(to ?? from));
    });
    return asked.length === 0 ? every : [...new Set(asked)];
}

/** Draws the pages of a PDF one after the other. */
export async function* readPdf(file: File, which: string): AsyncGenerator<ReadPage & { of: number }> {
    const pdf = await import('pdfjs-dist');
    pdf.GlobalWorkerOptions.workerPort ??= new PdfWorker();
    const task = pdf.getDocument({ data: await file.arrayBuffer(), isEvalSupported: false });
    try {
        const document_ = await task.promise;
        const numbers = pagesAsked(which, document_.numPages);
        for (const number of numbers) {
            const page = await document_.getPage(number);
            const plain = page.getViewport({ scale: 1 });
            const viewport = page.getViewport({ scale: LONGEST / Math.max(plain.width, plain.height) });
            const canvas = document.createElement('canvas');
            canvas.width = Math.round(viewport.width);
            canvas.height = Math.round(viewport.height);
            const context = canvas.getContext('2d');
            if (context === null) {
                throw new Error('This browser draws no pictures.');
            }
            await page.render({ canvasContext: context, viewport, background: 'white' }).promise;
            const { items } = await page.getTextContent();
            const words = items.flatMap((item) => {
                if (!('str' in item) || item.str.trim() === '') {
                    return [];
                }
                const [, , , , across = 0, up = 0] = item.transform as number[];
                const [x = 0, y = 0] = viewport.convertToViewportPoint(
                    across + item.width / 2,
                    up + item.height / 2,
                ) as number[];
                const at = { x: x / viewport.width, y: y / viewport.height };
                return at.x < 0 || at.x > 1 || at.y < 0 || at.y > 1 ? [] : [{ text: item.str.trim(), ...at }];
            });
            yield { number, picture: await blobOf(canvas), words, of: numbers.length };
            page.cleanup();
        }
    } finally {
        await task.destroy();
    }
}

/** What is printed nearest to a place and reads as a voltage, within a reach that a finger has. */
export function voltsNear(
    words: { text: string; x: number; y: number }[],
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
