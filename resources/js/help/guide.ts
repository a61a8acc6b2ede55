/** The pages of docs/guide, the one source of what is read here and in the repository. */
const texts = import.meta.glob<string>('../../../docs/guide/*.md', { query: '?raw', import: 'default', eager: true });
const pictures = import.meta.glob<string>('../../../docs/screenshots/*.png', {
    query: '?url',
    import: 'default',
    eager: true,
});

export interface GuidePage {
    /** The part of the address, and of the file: "power-up". */
    name: string;
    title: string;
    text: string;
}

export const guide: GuidePage[] = Object.entries(texts)
    .map(([path, text]) => ({ file: path.split('/').pop() ?? '', text }))
    .filter(({ file }) => /^\d/.test(file))
    .sort((a, b) => parseInt(a.file, 10) - parseInt(b.file, 10))
    .map(({ file, text }) => ({
        name: file.replace(/^\d+-|\.md$/g, ''),
        title: /^# (.+)$/m.exec(text)?.[1] ?? file,
        text,
    }));

/** Where a link of a page leads inside the application; null for what is only in the repository. */
export function linked(href: string): string | null {
    const page = /^\d+-([\w-]+)\.md/.exec(href)?.[1];
    return page === undefined ? null : `/help/${page}`;
}

export function pictured(source: string): string | undefined {
    const name = source.split('/').pop() ?? '';
    return Object.entries(pictures).find(([path]) => path.endsWith(`/${name}`))?.[1];
}

export interface Hit {
    page: GuidePage;
    heading: string;
    line: string;
}

/** Lines that have every word, with the heading they stand under. */
export function search(words: string): Hit[] {
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
    if (wanted.length === 0) {
        return [];
    }
    return guide.flatMap((page) => {
        let heading = page.title;
        const hits: Hit[] = [];
        // A sentence is wrapped over lines in the source.
        for (const block of page.text.split(/\n(?=\n|[-|#\d])/)) {
            const plain = block
                .replace(/[*`|]/g, ' ')
                .replace(/\[([^\]]+)\]\([^)]+\)/g, '$1')
                .replace(/\s+/g, ' ')
                .trim();
            const title = /^#+ (.+)$/.exec(plain)?.[1];
            heading = title ?? heading;
            if (plain !== '' && wanted.every((word) => plain.toLowerCase().includes(word))) {
                hits.push({ page, heading, line: title ?? plain.replace(/^- |^\d+\. /, '') });
            }
        }
        return hits;
    });
}
