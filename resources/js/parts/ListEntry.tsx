import { useMutation } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { answer, api, type Bench, type LineProblem, type RecapList } from '../api/client';
import { RefusalNote } from '../help/RefusalNote';

/** What could not be read, each with the line as it stood and how to mend it. */
export function Problems({ problems }: { problems: LineProblem[] }) {
    return problems.length === 0 ? null : (
        <table className="compare line-problems">
            <caption>
                {problems.length === 1 ? 'One line' : `${problems.length} lines`} could not be read; nothing of them is
                lost
            </caption>
            <thead>
                <tr>
                    <th scope="col">Line</th>
                    <th scope="col">As it stands</th>
                    <th scope="col">How to mend it</th>
                </tr>
            </thead>
            <tbody>
                {problems.slice(0, 200).map((one) => (
                    <tr key={one.line}>
                        <th scope="row" className="mono-figures">
                            {one.line}
                        </th>
                        <td className="mono-figures">{one.text}</td>
                        <td>{one.message}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

/** Capacitors that the description leaves out: typed in fast, or from a parts list. */
export function ListEntry({
    bench,
    listed,
    onList,
}: {
    bench: Bench;
    listed: Record<string, string>;
    onList: (listed: Record<string, string>) => void;
}) {
    const [text, setText] = useState('');
    const read = useMutation({
        mutationFn: (typed: string) =>
            answer(
                api.POST('/jobs/{job}/recap/list', { params: { path: { job: bench.job.id } }, body: { text: typed } }),
            ),
        onSuccess: (found: RecapList) => {
            if (Object.keys(found.listed).length > 0) {
                onList({ ...listed, ...found.listed });
            }
            // What cannot be read stays in the field, to be mended there.
            setText(found.problems.map((one) => one.text).join('\n'));
        },
    });
    const count = Object.keys(read.data?.listed ?? {}).length;
    return (
        <section aria-label="More capacitors" className="list-entry">
            <h2>More capacitors on the board</h2>
            <Input.TextArea
                aria-label="Capacitors, one a line"
                className="mono-figures"
                autoSize={{ minRows: 3, maxRows: 12 }}
                placeholder={'C17 47u 25V\nC18, C19 10u 50V 105C\nor a parts list with a heading: ref,value,voltage'}
                value={text}
                onChange={(event) => setText(event.target.value)}
                spellCheck={false}
                onKeyDown={(event) => {
                    if (event.key === 'Enter' && event.ctrlKey) {
                        read.mutate(text);
                    }
                }}
            />
            <p className="list-acts">
                <Button disabled={text.trim() === ''} loading={read.isPending} onClick={() => read.mutate(text)}>
                    Add them <kbd>Ctrl ↵</kbd>
                </Button>
                <label className="file">
                    or a file (CSV){' '}
                    <input
                        type="file"
                        accept=".csv,.txt"
                        aria-label="Parts list"
                        onChange={(event) => {
                            void event.target.files?.[0]?.text().then((contents) => read.mutate(contents));
                            event.target.value = '';
                        }}
                    />
                </label>
            </p>
            {read.error !== null && <RefusalNote>{read.error.message}</RefusalNote>}
            {read.data !== undefined && (
                <p role="status">
                    {count === 0 ? 'Nothing new was read' : `${count} added`}
                    {read.data.left_out > 0 &&
                        `; ${read.data.left_out} left out: other parts, or in the description already`}
                    .
                </p>
            )}
            <Problems problems={read.data?.problems ?? []} />
        </section>
    );
}
