import type { Bench } from '../api/client';
import { PartField, Sheet } from '../bench/Sheet';

const asks = {
    finding: {
        title: 'Look at a part',
        save: 'Look',
        hint: 'With the plug out. It looks well or it does not; of a bad part in two there is something to see.',
    },
    fuse: { title: 'Look at a fuse', save: 'Look', hint: 'Intact, parted cleanly, a wisp on the glass, or blackened.' },
    tested: {
        title: 'Test a part by itself',
        save: 'Test it',
        hint: 'Out of circuit as far as that needs: with the plug out, and what is charged proven empty.',
    },
};

export type Asked = keyof typeof asks;

export const isAsked = (name: string): name is Asked => name in asks;

/** What somebody would write down of a real unit: a hidden one answers by itself. */
export function AskUnit({
    asked,
    parts,
    part,
    onAsk,
    onClose,
}: {
    asked: Asked;
    parts: Bench['parts'];
    part: string | undefined;
    onAsk: (kind: Asked, payload: Record<string, unknown>) => void;
    onClose: () => void;
}) {
    const { title, save, hint } = asks[asked];
    const offered = asked === 'fuse' ? parts.filter((one) => one.is_fuse) : parts;
    return (
        <Sheet
            title={title}
            save={save}
            initial={{ part: part ?? (offered.length === 1 ? offered[0]?.ref : undefined) }}
            onClose={onClose}
            onSave={(values) => onAsk(asked, values)}
        >
            <PartField parts={offered} focus={part === undefined} />
            <p className="hint">{hint}</p>
        </Sheet>
    );
}
