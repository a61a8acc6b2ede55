import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Form, Input } from 'antd';
import { useRef, useState } from 'react';
import { answer, api, type Workshop } from '../api/client';
import { workshopQuery } from '../api/queries';
import { RefusalNote } from '../help/RefusalNote';
import { ForWriters } from '../shell/ForWriters';

type Typed = Record<'name' | 'address' | 'footer' | 'mains' | 'currency' | 'rate' | 'keep_photographs', string>;

const typedOf = (kept: Workshop): Typed => ({
    name: kept.name,
    address: kept.address,
    footer: kept.footer,
    mains: kept.mains,
    currency: kept.currency,
    rate: kept.rate === null ? '' : String(kept.rate),
    keep_photographs: kept.keep_photographs === null ? '' : String(kept.keep_photographs),
});

/** A number, or what was typed for the server to refuse in words. */
const numberOf = (text: string) => (text.trim() === '' ? null : Number.isNaN(Number(text)) ? text : Number(text));

function Mark({ hasMark }: { hasMark: boolean }) {
    const queries = useQueryClient();
    const file = useRef<HTMLInputElement>(null);
    const [drawn, setDrawn] = useState(0);
    const again = () => {
        setDrawn((now) => now + 1);
        void queries.invalidateQueries({ queryKey: workshopQuery.queryKey });
    };
    const give = useMutation({
        mutationFn: (picture: File) => {
            const form = new FormData();
            form.append('mark', picture);
            return answer(api.POST('/workshop/mark', { body: form as never, bodySerializer: (body) => body }));
        },
        onSuccess: again,
    });
    const take = useMutation({ mutationFn: () => answer(api.DELETE('/workshop/mark')), onSuccess: again });
    return (
        <Form.Item label="Mark on reports" htmlFor="mark">
            {hasMark && <img className="mark" src={`/api/v1/workshop/mark?${drawn}`} alt="The mark on reports" />}
            <input
                ref={file}
                id="mark"
                type="file"
                accept="image/png,image/jpeg,image/webp"
                className="file-field"
                onChange={(event) => {
                    const picture = event.target.files?.[0];
                    if (picture !== undefined) {
                        give.mutate(picture);
                        event.target.value = '';
                    }
                }}
            />
            {hasMark && (
                <Button onClick={() => take.mutate()} loading={take.isPending}>
                    Take it off
                </Button>
            )}
            {(give.error ?? take.error) !== null && <RefusalNote>{(give.error ?? take.error)?.message}</RefusalNote>}
        </Form.Item>
    );
}

/** What the workshop says once: on its reports, at booking-in, where money is weighed. */
export function TheWorkshop() {
    const queries = useQueryClient();
    const page = useQuery(workshopQuery);
    const [typed, setTyped] = useState<Typed>();
    const keep = useMutation({
        mutationFn: (now: Typed) =>
            answer(
                api.PUT('/workshop', {
                    body: {
                        ...now,
                        rate: numberOf(now.rate) as number | null,
                        keep_photographs: numberOf(now.keep_photographs) as number | null,
                    },
                }),
            ),
        onSuccess: async (kept) => {
            queries.setQueryData(workshopQuery.queryKey, kept);
            setTyped(undefined);
            await queries.invalidateQueries({ queryKey: ['session'] });
        },
    });
    if (page.data === undefined) {
        return page.error === null ? (
            <p role="status">Fetching what the workshop says…</p>
        ) : (
            <RefusalNote>{page.error.message}</RefusalNote>
        );
    }
    const now = typed ?? typedOf(page.data);
    const field = (name: keyof Typed) => ({
        id: `workshop-${name}`,
        value: now[name],
        onChange: (event: { target: { value: string } }) => setTyped({ ...now, [name]: event.target.value }),
    });
    return (
        <section aria-label="The workshop" className="settings-half">
            <h2>The workshop</h2>
            <ForWriters may={page.data.may_edit} why="What the workshop says of itself is for its lead to change.">
                <Form layout="vertical" onFinish={() => keep.mutate(now)}>
                    <Form.Item label="Name" htmlFor="workshop-name">
                        <Input {...field('name')} />
                    </Form.Item>
                    <Form.Item label="Address" htmlFor="workshop-address" extra="Under the name on every report.">
                        <Input.TextArea rows={2} {...field('address')} />
                    </Form.Item>
                    <Mark hasMark={page.data.has_mark} />
                    <Form.Item label="Foot of every page" htmlFor="workshop-footer">
                        <Input {...field('footer')} />
                    </Form.Item>
                    <Form.Item
                        label="Mains here"
                        htmlFor="workshop-mains"
                        extra="Offered where a unit is booked in; what the unit is meant for counts."
                    >
                        <Input {...field('mains')} />
                    </Form.Item>
                    <div className="settings-pair">
                        <Form.Item label="Currency" htmlFor="workshop-currency">
                            <Input {...field('currency')} />
                        </Form.Item>
                        <Form.Item label="Price of an hour" htmlFor="workshop-rate">
                            <Input inputMode="decimal" {...field('rate')} />
                        </Form.Item>
                    </div>
                    <Form.Item
                        label="Photographs are kept"
                        htmlFor="workshop-keep_photographs"
                        extra="After hand-back; empty for ever. The log keeps that there was one."
                    >
                        <Input inputMode="numeric" suffix="months" {...field('keep_photographs')} />
                    </Form.Item>
                    {keep.error !== null && <RefusalNote>{keep.error.message}</RefusalNote>}
                    <Button type="primary" htmlType="submit" disabled={typed === undefined} loading={keep.isPending}>
                        Keep it so
                    </Button>
                    {keep.isSuccess && typed === undefined && <span role="status"> Kept.</span>}
                </Form>
            </ForWriters>
        </section>
    );
}
