import PdfWorker from 'pdfjs-dist/build/pdf.worker.min.mjs?worker';
import { pagesAsked, type Word } from './words';

/** A page as it is kept: a picture, and what is printed where. */
export interface ReadPage {
    number: number;
    picture: Blob;
    words: Word[];
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
