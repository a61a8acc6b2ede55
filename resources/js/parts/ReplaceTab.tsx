import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Input, Select, type InputRef } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { answer, api, type Comparison, type PartPlace } from '../api/client';
import { placeQuery } from '../api/queries';
import { CompareTable } from './CompareTable';
import { FitMark } from './FitMark';
import { JudgeForm } from './JudgeForm';
import { OriginList } from './OriginList';
import type { Writes } from './PartsBench';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';

const fitted: Record<string, string> = { ok: 'It went in', noted: 'It went in', test: 'Fit it for a test' };

function Candidate({ place, bench, onRecord, refusal }: { place: PartPlace } & Writes) {
    const [text, setText] = useState('');
    const [stock, setStock] = useState<string>();
    const field = useRef<InputRef>(null);
    const compare = useMutation({
        mutationFn: (candidate: string) =>
            answer(
                api.POST('/jobs/{job}/parts/{part}/compare', {
                    params: { path: { job: bench.job.id, part: place.ref } },
                    body: { text: candidate },
                }),
            ),
    });
    useEffect(() => {
        // The hand that has just chosen a part goes on here; one that is typing elsewhere is left alone.
        const timer = window.setTimeout(() => {
            if (
                document.activeElement === document.body ||
                (document.querySelector('.place-part.ant-select-open') === null &&
                    document.activeElement?.closest('.place-part') != null)
            ) {
                field.current?.focus();
            }
        }, 0);
        return () => window.clearTimeout(timer);
    }, []);

    const choose = (candidate: string, from?: string) => {
        setText(candidate);
        setStock(from);
        compare.mutate(candidate);
    };
    const record = (ref: string) =>
        onRecord('repair', {
            part: ref,
            out: bench.parts.find((one) => one.ref === ref)?.label ?? ref,
            in: text,
            ...(stock === undefined ? {} : { stock }),
        });
    const shown: Comparison | undefined = compare.data;
    const mayRecord = bench.job.may_write && shown !== undefined && shown.fit !== 'no';
    return (
        <section aria-label="Candidate">
            <form
                className="entry"
                onSubmit={(event) => {
                    event.preventDefault();
                    choose(text);
                }}
            >
                <Input
                    ref={field}
                    className="reading-input"
                    aria-label="What would go in"
                    placeholder={`instead of ${place.original}`}
                    value={text}
                    onChange={(event) => {
                        setText(event.target.value);
                        setStock(undefined);
                    }}
                />
                <Button htmlType="submit" type="primary" loading={compare.isPending} disabled={text.trim() === ''}>
                    Compare <kbd>↵</kbd>
                </Button>
            </form>
            {compare.error !== null && <RefusalNote>{compare.error.message}</RefusalNote>}
            {shown !== undefined && (
                <>
                    <p className="fit-sentence" role="status">
                        <FitMark mark={shown.mark} words={shown.words} /> {shown.sentence}
                    </p>
                    <CompareTable rows={shown.rows} caption={`${shown.candidate} for ${place.original}`} />
                    {mayRecord && (
                        <div className="fit-acts">
                            <Button
                                type={shown.fit === 'test' ? 'default' : 'primary'}
                                onClick={() => record(place.ref)}
                            >
                                {fitted[shown.fit]}
                            </Button>
                            {place.twins.map((twin) => (
                                <Button key={twin} onClick={() => record(twin)}>
                                    The same into its twin {twin}
                                </Button>
                            ))}
                            {shown.fit === 'test' && (
                                <span className="hint">
                                    It opens an entry of the ledger by itself: the unit does not go back with it.
                                </span>
                            )}
                        </div>
                    )}
                    {shown.fit === 'no' && (
                        <p className="hint">It is not offered for fitting, and the log refuses it. Choose another.</p>
                    )}
                </>
            )}
            {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
            <h2>In the drawer</h2>
            {place.drawer.length === 0 && <EmptyNote>Nothing in the drawer would do here.</EmptyNote>}
            <ul className="offers">
                {place.drawer.map((offer) => (
                    <li key={offer.id}>
                        <button type="button" onClick={() => choose(offer.candidate, offer.id)}>
                            <FitMark mark={offer.mark} words={offer.words} />
                            <b>{offer.candidate}</b>
                            <span>
                                {offer.available} free{offer.location === '' ? '' : `, ${offer.location}`}
                                {offer.salvaged && ', salvaged'}
                                {offer.price !== null && offer.price !== undefined && `, ${offer.price.toFixed(2)}`}
                            </span>
                        </button>
                    </li>
                ))}
            </ul>
        </section>
    );
}

/** One place: what the circuit asks of it, what may go in, what its measurement says, why it failed. */
export function ReplaceTab({
    part,
    onPart,
    ...writes
}: { part: string | undefined; onPart: (ref: string) => void } & Writes) {
    const { bench } = writes;
    const ref =
        part ??
        bench.parts.find((one) => one.ref === bench.next.part)?.ref ??
        bench.suspects[0]?.members[0]?.part ??
        bench.parts[0]?.ref ??
        '';
    const place = useQuery(placeQuery(bench.job.id, ref, bench.log.length));
    return (
        <div className="parts-grid">
            <Select
                className="place-part"
                aria-label="Part"
                showSearch={{ optionFilterProp: 'label' }}
                value={ref}
                onChange={onPart}
                onSelect={() =>
                    window.setTimeout(() => document.querySelector<HTMLElement>('.reading-input')?.focus(), 0)
                }
                options={bench.parts.map((one) => ({ value: one.ref, label: one.label }))}
            />
            <aside className="place">
                {place.error !== null && <RefusalNote>{place.error.message}</RefusalNote>}
                {place.data === undefined && place.error === null && (
                    <p role="status">Asking the circuit what it wants there…</p>
                )}
                {place.data !== undefined && (
                    <>
                        <p className="place-original">
                            <b>{place.data.original === '' ? place.data.label : place.data.original}</b>
                            {place.data.duty !== '' && <small>{place.data.duty}</small>}
                        </p>
                        {place.data.asks.length > 0 && <h2>The circuit asks, at its worst</h2>}
                        <dl className="asks">
                            {place.data.asks.map((one) => (
                                <div key={one.title}>
                                    <dt>{one.title}</dt>
                                    <dd className="mono-figures">{one.says}</dd>
                                </div>
                            ))}
                        </dl>
                        {place.data.twins.length > 0 && (
                            <p>
                                Its twin: <b>{place.data.twins.join(', ')}</b>. Replace them as a pair, so that both
                                sides stay alike.
                            </p>
                        )}
                        <OriginList key={`${ref} origins`} place={place.data} {...writes} />
                    </>
                )}
            </aside>
            <div className="place-work">
                {place.data !== undefined && (
                    <>
                        <Candidate key={`${ref} candidate`} place={place.data} {...writes} />
                        <JudgeForm key={`${ref} judge`} place={place.data} {...writes} />
                    </>
                )}
            </div>
        </div>
    );
}
