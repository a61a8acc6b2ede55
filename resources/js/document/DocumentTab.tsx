import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input, Popconfirm, Select } from 'antd';
import { useRef, useState } from 'react';
import { ulid } from 'ulid';
import { answer, api, type DocumentPage } from '../api/client';
import { pagesQuery } from '../api/queries';
import { shrink } from '../bench/picture';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';
import type { Description } from '../library/description';
import type { Place } from '../shell/PinBoard';
import { PageSheet } from './PageSheet';
import { readPdf, type ReadPage } from './pdf';
import { voltsNear } from './words';

interface Props {
    supply: string;
    description: Description;
    mayEdit: boolean;
    onChange: (description: Description) => void;
}

type Row = Record<string, unknown>;
const rowsOf = (value: unknown): Row[] => (Array.isArray(value) ? (value as Row[]) : []);
const textOf = (value: unknown) => (typeof value === 'string' ? value : '');

function AddPages({ supply, onAdded }: { supply: string; onAdded: () => void }) {
    const file = useRef<HTMLInputElement>(null);
    const [name, setName] = useState('');
    const [which, setWhich] = useState('');
    const [said, setSaid] = useState<string>();
    const send = async (document_: string, page: ReadPage) => {
        const form = new FormData();
        form.append('id', ulid());
        form.append('document', document_);
        form.append('number', String(page.number));
        form.append('picture', page.picture, 'page.jpg');
        form.append('words', JSON.stringify(page.words));
        await answer(
            api.POST('/supplies/{supply}/pages', {
                params: { path: { supply } },
                body: form as never,
                bodySerializer: (body) => body,
            }),
        );
        onAdded();
    };
    const add = useMutation({
        mutationFn: async (chosen: File) => {
            const document_ = name.trim() === '' ? chosen.name.replace(/\.\w+$/, '') : name.trim();
            if (chosen.type !== 'application/pdf') {
                await send(document_, { number: 1, picture: await shrink(chosen), words: [] });
                return;
            }
            let done = 0;
            for await (const page of readPdf(chosen, which)) {
                setSaid(`Page ${page.number}: ${done} of ${page.of} kept…`);
                await send(document_, page);
                done++;
            }
        },
        onSettled: () => setSaid(undefined),
    });
    return (
        <>
            <label htmlFor="document-name">Add a document</label>
            <Input
                id="document-name"
                placeholder="its name, or that of the file"
                value={name}
                maxLength={120}
                onChange={(event) => setName(event.target.value)}
            />
            <Input
                aria-label="Which pages"
                placeholder="pages, such as 1-3, 7; all if empty"
                value={which}
                onChange={(event) => setWhich(event.target.value)}
            />
            <Button loading={add.isPending} onClick={() => file.current?.click()}>
                Choose a PDF or a scan
            </Button>
            <input
                ref={file}
                type="file"
                hidden
                accept="application/pdf,image/jpeg,image/png,image/webp"
                aria-label="Document file"
                onChange={(event) => {
                    const chosen = event.target.files?.[0];
                    if (chosen !== undefined) {
                        add.mutate(chosen);
                    }
                    event.target.value = '';
                }}
            />
            {said !== undefined && <p role="status">{said}</p>}
            {add.error !== null && <RefusalNote>{add.error.message}</RefusalNote>}
        </>
    );
}

/** What the document says of a test point, into the description that is being edited. */
function Printed({
    point,
    found,
    description,
    onChange,
}: {
    point: string;
    found: string | undefined;
    description: Description;
    onChange: (description: Description) => void;
}) {
    const row = rowsOf(description.points).find((one) => one.id === point);
    const known = (row?.documented ?? {}) as Row;
    const [value, setValue] = useState<string>();
    const [tolerance, setTolerance] = useState(textOf(known.tolerance) || '5 %');
    const [mode, setMode] = useState(textOf(known.mode));
    const shown = value ?? found ?? textOf(known.value);
    const take = () =>
        onChange({
            ...description,
            points: rowsOf(description.points).map((one) =>
                one.id === point
                    ? { ...one, documented: { value: shown.trim(), tolerance, ...(mode === '' ? {} : { mode }) } }
                    : one,
            ),
        });
    return (
        <>
            <label htmlFor="printed-value">Printed at {point}</label>
            <div className="printed">
                <Input
                    id="printed-value"
                    placeholder="such as 15.0 V"
                    value={shown}
                    onChange={(event) => setValue(event.target.value)}
                    onPressEnter={take}
                />
                <Input
                    aria-label="Within"
                    value={tolerance}
                    onChange={(event) => setTolerance(event.target.value)}
                    onPressEnter={take}
                />
            </div>
            <Select
                aria-label="In which mode"
                value={mode}
                onChange={setMode}
                options={[
                    { value: '', label: 'In every mode' },
                    ...rowsOf(description.modes).map((one) => ({
                        value: textOf(one.id),
                        label: textOf(one.name) || textOf(one.id),
                    })),
                ]}
            />
            <Button disabled={shown.trim() === ''} onClick={take}>
                Count it
            </Button>
            <p className="hint">
                {textOf(known.value) === ''
                    ? 'Press a printed value on the page, or type it. It counts once the description is kept.'
                    : `${textOf(known.value)} ±${textOf(known.tolerance) || '5 %'} counts.`}
            </p>
        </>
    );
}

/** Service documents of a design: pages, and where on them its test points and parts are. */
export function DocumentTab({ supply, description, mayEdit, onChange }: Props) {
    const queries = useQueryClient();
    const pages = useQuery(pagesQuery(supply));
    const [shown, setShown] = useState<string>();
    const [target, setTarget] = useState<string>();
    const [placing, setPlacing] = useState<Place>();
    const [found, setFound] = useState<string>();
    const page = pages.data?.find((one) => one.id === shown) ?? pages.data?.[0];
    const points = rowsOf(description.points).map((one) => textOf(one.id));
    const put = (next: DocumentPage) =>
        queries.setQueryData(pagesQuery(supply).queryKey, (before) =>
            before?.map((one) => (one.id === next.id ? next : one)),
        );
    const path = { supply, page: page?.id ?? '' };
    const pin = useMutation({
        mutationFn: (place: Place) =>
            answer(api.PUT('/supplies/{supply}/pages/{page}/pins', { params: { path }, body: place })),
        onSuccess: put,
    });
    const unpin = useMutation({
        mutationFn: (off: string) =>
            answer(
                api.DELETE('/supplies/{supply}/pages/{page}/pins/{target}', {
                    params: { path: { ...path, target: off } },
                }),
            ),
        onSuccess: put,
    });
    const again = () => void queries.invalidateQueries({ queryKey: pagesQuery(supply).queryKey });
    const remove = useMutation({
        mutationFn: () => answer(api.DELETE('/supplies/{supply}/pages/{page}', { params: { path } })),
        onSuccess: again,
    });
    const choose = (chosen: string) => {
        const there = page?.pins.find((one) => one.target === chosen);
        setTarget(chosen);
        setFound(undefined);
        setPlacing(there === undefined ? { target: chosen, x: 0.5, y: 0.5 } : undefined);
    };
    const near = (x: number, y: number) => (page === undefined ? undefined : voltsNear(page.words, page, { x, y }));
    const refused = pin.error ?? unpin.error ?? remove.error ?? pages.error;
    const against = [...new Set(rowsOf(description.points).map((one) => textOf(one.against)))];
    return (
        <div className="photo-board">
            {page === undefined ? (
                <div className="board-empty">
                    <EmptyNote>
                        {pages.isPending
                            ? 'Fetching its documents…'
                            : 'No document yet. Add the service document of this design as PDF or scan, and pin its ' +
                              'test points where they stand: the bench then shows the page with the leads on it.'}
                    </EmptyNote>
                </div>
            ) : (
                <PageSheet
                    page={page}
                    red={target}
                    placing={placing}
                    onPlace={setPlacing}
                    onPlaced={(place) => {
                        pin.mutate(place);
                        setPlacing(undefined);
                        setFound(near(place.x, place.y));
                    }}
                    onPress={(x, y) => setFound(near(x, y))}
                    onTarget={choose}
                />
            )}
            <div className="photo-side">
                {refused !== null && <RefusalNote>{refused.message}</RefusalNote>}
                {(pages.data?.length ?? 0) > 1 && (
                    <ul className="photo-list" aria-label="Pages">
                        {pages.data?.map((one) => (
                            <li key={one.id}>
                                <button
                                    type="button"
                                    className="plain"
                                    aria-pressed={one.id === page?.id}
                                    onClick={() => setShown(one.id)}
                                >
                                    {one.document}, page {one.number}
                                </button>
                            </li>
                        ))}
                    </ul>
                )}
                {mayEdit && page !== undefined && (
                    <>
                        <label htmlFor="page-target">What is where</label>
                        <Select
                            id="page-target"
                            showSearch={{ optionFilterProp: 'label' }}
                            placeholder="point, part or ground"
                            value={target ?? null}
                            onChange={choose}
                            options={[
                                ...points.map((id) => ({ value: id, label: id })),
                                ...against.map((node) => ({ value: node, label: `black lead, ${node}` })),
                                ...rowsOf(description.parts).map((one) => ({
                                    value: textOf(one.ref),
                                    label: textOf(one.ref),
                                })),
                            ]}
                        />
                        <p className="hint">
                            {placing === undefined
                                ? 'A pin that is there already is moved by "Move it".'
                                : 'Click the place, or move it with the arrow keys (Shift for large steps) and press ' +
                                  'Enter.'}
                        </p>
                        {target !== undefined && placing === undefined && (
                            <div className="printed">
                                <Button
                                    onClick={() =>
                                        setPlacing({
                                            target,
                                            x: page.pins.find((one) => one.target === target)?.x ?? 0.5,
                                            y: page.pins.find((one) => one.target === target)?.y ?? 0.5,
                                        })
                                    }
                                >
                                    Move it
                                </Button>
                                <Button onClick={() => unpin.mutate(target)}>Take it off</Button>
                            </div>
                        )}
                        {target !== undefined && points.includes(target) && (
                            <Printed
                                key={`${target} ${found ?? ''}`}
                                point={target}
                                found={found}
                                description={description}
                                onChange={onChange}
                            />
                        )}
                    </>
                )}
                {mayEdit && <AddPages supply={supply} onAdded={again} />}
                {mayEdit && page !== undefined && (
                    <Popconfirm title="Take this page away, with its pins?" onConfirm={() => remove.mutate()}>
                        <Button type="text">Take this page away</Button>
                    </Popconfirm>
                )}
            </div>
        </div>
    );
}
