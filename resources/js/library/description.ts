/** A description as it is edited: the open format, field by field, whatever it holds. */
export type Description = Record<string, unknown>;
export type Row = Record<string, unknown>;

/** The rows of a section; anything that is not a record is left to the text view. */
export function rowsOf(description: Description, section: string): Row[] {
    const rows = description[section];
    return Array.isArray(rows) ? rows.filter((row): row is Row => typeof row === 'object' && row !== null) : [];
}

export function withRow(description: Description, section: string, at: number, row: Row): Description {
    return { ...description, [section]: rowsOf(description, section).map((old, k) => (k === at ? row : old)) };
}

export function withoutRow(description: Description, section: string, at: number): Description {
    return { ...description, [section]: rowsOf(description, section).filter((_, k) => k !== at) };
}

/** An emptied field is taken away, so that its usual value holds. */
export function withField(row: Row, field: string, value: unknown): Row {
    if (value === '' || value === undefined) {
        return Object.fromEntries(Object.entries(row).filter(([name]) => name !== field));
    }
    return { ...row, [field]: value };
}

/** How the server names a row in what it complains about: by its reference or id, by its place if it has none. */
export const pathOf = (section: string, name: unknown, at: number): string =>
    `${section}[${typeof name === 'string' && name !== '' ? name : at}]`;

export const text = (value: unknown): string =>
    typeof value === 'string' || typeof value === 'number' ? String(value) : '';

/** JSON as a person would lay it out: a record that fits on one line stands on one line. */
export function layOut(value: unknown, indent = ''): string {
    const flat = JSON.stringify(value)
        .replace(/":/g, '": ')
        .replace(/,"/g, ', "')
        .replace(/^\{(.+)\}$/, '{ $1 }');
    if (typeof value !== 'object' || value === null || (flat.length + indent.length < 96 && indent.length > 0)) {
        return typeof value === 'object' ? flat : JSON.stringify(value);
    }
    const deeper = `${indent}  `;
    const rows = Array.isArray(value)
        ? value.map((item) => deeper + layOut(item, deeper))
        : Object.entries(value).map(([key, item]) => `${deeper}${JSON.stringify(key)}: ${layOut(item, deeper)}`);
    const [open, close] = Array.isArray(value) ? '[]' : '{}';
    return `${open}\n${rows.join(',\n')}\n${indent}${close}`;
}

export function readJson(source: string): Description {
    const value: unknown = JSON.parse(source);
    if (typeof value !== 'object' || value === null || Array.isArray(value)) {
        throw new SyntaxError('it is not an object');
    }
    return value as Description;
}
