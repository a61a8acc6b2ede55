import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Form, Input, Modal, Select } from 'antd';
import { useState } from 'react';
import { answer, api, type Instrument, type InstrumentCells, type Instruments } from '../api/client';
import { instrumentsQuery, networksQuery } from '../api/queries';
import { EverythingOff } from './EverythingOff';
import { RefusalNote } from '../help/RefusalNote';
import { PageWaits } from '../shell/PageWaits';

type Cells = Record<string, string | undefined>;

const toCells = (one: Instrument): Cells => ({
    name: one.name,
    kind: one.kind,
    host: one.host ?? '',
    port: one.port === null ? '' : String(one.port),
    serial: one.serial,
    calibrated_until: one.calibrated_until ?? '',
    timeout_ms: String(one.timeout_ms),
    input: String(one.profile.input),
    ...Object.fromEntries(
        Object.entries(one.profile.accuracy as Record<string, { percent: number; counts: number }>).map(
            ([name, pair]) => [name, `${Number(pair.percent.toPrecision(4))} + ${pair.counts}`],
        ),
    ),
    counts: String(one.profile.counts),
    response: one.profile.true_rms ? 'true' : 'average',
    bandwidth: String(one.profile.bandwidth),
});

/** "0.5 + 2": percent of reading and counts. */
const pair = (text: string | undefined) => {
    const [percent = '', counts = ''] = (text ?? '').split('+');
    return text === undefined || text.trim() === ''
        ? undefined
        : { percent: percent.trim().replace('%', ''), counts: counts.trim() };
};

const toBody = (cells: Cells): InstrumentCells => ({
    name: cells.name ?? '',
    kind: cells.kind ?? 'meter',
    host: cells.host === '' ? null : (cells.host ?? null),
    port: cells.port === undefined || cells.port === '' ? null : Number(cells.port),
    serial: cells.serial ?? '',
    ...(cells.timeout_ms ? { timeout_ms: Number(cells.timeout_ms) } : {}),
    calibrated_until: cells.calibrated_until === '' ? null : (cells.calibrated_until ?? null),
    profile: {
        accuracy: Object.fromEntries(
            ['dc', 'ac', 'resistance', 'current', 'temperature'].flatMap((name) => {
                const read = pair(cells[name]);
                return read === undefined ? [] : [[name, read]];
            }),
        ),
        ...(cells.counts ? { counts: Number(cells.counts) } : {}),
        ...(cells.bandwidth ? { bandwidth: Number(cells.bandwidth) } : {}),
        ...(cells.input ? { input: Number(cells.input) } : {}),
        true_rms: cells.response !== 'average',
    },
});

function Sheet({
    instrument,
    page,
    onClose,
}: {
    instrument: Instrument | undefined;
    page: Instruments;
    onClose: () => void;
}) {
    const queries = useQueryClient();
    const [form] = Form.useForm<Cells>();
    const kind = Form.useWatch('kind', form);
    const keep = useMutation({
        mutationFn: (cells: Cells) =>
            instrument === undefined
                ? answer(api.POST('/instruments', { body: toBody(cells) }))
                : answer(
                      api.PUT('/instruments/{instrument}', {
                          params: { path: { instrument: instrument.id } },
                          body: toBody(cells),
                      }),
                  ),
        onSuccess: () => {
            onClose();
            return queries.invalidateQueries({ queryKey: ['instruments'] });
        },
    });
    const drop = useMutation({
        mutationFn: () =>
            answer(api.DELETE('/instruments/{instrument}', { params: { path: { instrument: instrument?.id ?? '' } } })),
        onSuccess: () => {
            onClose();
            return queries.invalidateQueries({ queryKey: ['instruments'] });
        },
    });
    return (
        <Modal
            open
            width={680}
            title={instrument?.name ?? 'A new instrument'}
            okText="Keep it"
            cancelText="Back"
            onOk={() => form.submit()}
            onCancel={onClose}
            confirmLoading={keep.isPending}
            footer={(_, { OkBtn, CancelBtn }) => (
                <>
                    {instrument !== undefined && (
                        <Button danger onClick={() => drop.mutate()}>
                            Take it off the list
                        </Button>
                    )}
                    <CancelBtn />
                    <OkBtn />
                </>
            )}
        >
            <Form
                form={form}
                layout="vertical"
                requiredMark={false}
                className="instrument-form"
                initialValues={instrument === undefined ? { kind: 'meter', response: 'true' } : toCells(instrument)}
                onFinish={(cells) => keep.mutate(cells)}
            >
                <Form.Item name="name" label="Name on the bench">
                    <Input placeholder="Bench meter 2" />
                </Form.Item>
                <Form.Item name="kind" label="Kind">
                    <Select options={page.kinds.map((one) => ({ value: one.kind, label: one.words }))} />
                </Form.Item>
                <Form.Item
                    name="host"
                    label="Address"
                    extra={`Allowed here: ${page.allowed.join(', ')}. Empty if it is read by eye.`}
                >
                    <Input placeholder="127.0.0.1" />
                </Form.Item>
                <Form.Item name="port" label="Port">
                    <Input inputMode="numeric" placeholder="5025" />
                </Form.Item>
                <Form.Item name="timeout_ms" label="Wait for an answer, ms">
                    <Input inputMode="numeric" placeholder="3000" />
                </Form.Item>
                <Form.Item name="serial" label="Number">
                    <Input />
                </Form.Item>
                <Form.Item name="calibrated_until" label="Calibrated until">
                    <Input placeholder="2027-03-01" />
                </Form.Item>
                {kind === 'meter' && (
                    <>
                        <Form.Item name="dc" label="DC, percent + counts">
                            <Input placeholder="0.5 + 2" />
                        </Form.Item>
                        <Form.Item name="ac" label="AC, percent + counts">
                            <Input placeholder="1 + 3" />
                        </Form.Item>
                        <Form.Item name="resistance" label="Ohms, percent + counts">
                            <Input placeholder="0.8 + 3" />
                        </Form.Item>
                        <Form.Item name="current" label="Current, percent + counts">
                            <Input placeholder="1.2 + 3" />
                        </Form.Item>
                        <Form.Item name="counts" label="Counts of its display">
                            <Input placeholder="6000" />
                        </Form.Item>
                        <Form.Item name="input" label="Input resistance, ohms">
                            <Input placeholder="10000000" />
                        </Form.Item>
                        <Form.Item name="response" label="AC function">
                            <Select
                                options={[
                                    { value: 'true', label: 'true rms' },
                                    { value: 'average', label: 'averaging' },
                                ]}
                            />
                        </Form.Item>
                        <Form.Item name="bandwidth" label="AC bandwidth, hertz">
                            <Input placeholder="1000" />
                        </Form.Item>
                    </>
                )}
                <button type="submit" hidden aria-hidden="true" tabIndex={-1} />
            </Form>
            {(keep.error ?? drop.error) !== null && <RefusalNote>{(keep.error ?? drop.error)?.message}</RefusalNote>}
        </Modal>
    );
}

/** Where instruments of this workshop may be: a part of what the server allows. */
function Networks() {
    const queries = useQueryClient();
    const page = useQuery(networksQuery).data;
    const [typed, setTyped] = useState<string>();
    const keep = useMutation({
        mutationFn: (text: string) =>
            answer(api.PUT('/networks', { body: { networks: text.split(/[,\s]+/).filter((one) => one !== '') } })),
        onSuccess: () => {
            setTyped(undefined);
            return queries.invalidateQueries();
        },
    });
    if (page === undefined) {
        return null;
    }
    return (
        <section aria-label="Where instruments may be" className="safety-rules">
            <h2>Where instruments may be</h2>
            <p className="hint">
                The server allows {page.server.join(', ')}; this workshop uses{' '}
                {page.networks.length === 0 ? 'all of that' : page.networks.join(', ')}. The ports of the server itself
                and of its database are no instruments.
            </p>
            {page.may_edit && (
                <form
                    className="list-acts"
                    onSubmit={(event) => {
                        event.preventDefault();
                        keep.mutate(typed ?? page.networks.join(', '));
                    }}
                >
                    <Input
                        aria-label="Networks of this workshop"
                        className="mono-figures"
                        placeholder="10.0.3.0/24, 127.0.0.1; empty for all"
                        value={typed ?? page.networks.join(', ')}
                        onChange={(event) => setTyped(event.target.value)}
                    />
                    <Button htmlType="submit" loading={keep.isPending} disabled={typed === undefined}>
                        Use these
                    </Button>
                </form>
            )}
            {keep.error !== null && <RefusalNote>{keep.error.message}</RefusalNote>}
        </section>
    );
}

export function InstrumentsPage() {
    const page = useQuery(instrumentsQuery);
    const [open, setOpen] = useState<{ instrument: Instrument | undefined }>();
    const attempt = useMutation({
        mutationFn: async (one: Instrument) => ({
            id: one.id,
            says: await answer(
                api.POST('/instruments/{instrument}/try', { params: { path: { instrument: one.id } } }),
            ).then(
                (said) => `answers: ${said.identity}`,
                (error: Error) => error.message,
            ),
        }),
    });
    if (page.data === undefined) {
        return <PageWaits error={page.error}>Looking along the bench…</PageWaits>;
    }
    return (
        <main className="page">
            <div className="page-head">
                <div>
                    <h1>Instruments</h1>
                    <p className="lede">
                        What readings come from, how good it is, and what puts volts on a unit. A reading typed by hand
                        is always as good.
                    </p>
                </div>
                <div className="actions">
                    <EverythingOff />
                    {page.data.may_edit && (
                        <Button type="primary" onClick={() => setOpen({ instrument: undefined })}>
                            Add one
                        </Button>
                    )}
                </div>
            </div>
            <table className="compare instruments">
                <thead>
                    <tr>
                        <th scope="col">Instrument</th>
                        <th scope="col">Where</th>
                        <th scope="col">Accuracy</th>
                        <th scope="col">Calibrated</th>
                        <th scope="col" />
                    </tr>
                </thead>
                <tbody>
                    {page.data.instruments.map((one) => (
                        <tr key={one.id}>
                            <th scope="row">
                                {page.data.may_edit ? (
                                    <button
                                        type="button"
                                        className="plain"
                                        onClick={() => setOpen({ instrument: one })}
                                    >
                                        {one.name}
                                    </button>
                                ) : (
                                    one.name
                                )}
                                <small>
                                    {one.kind_words}
                                    {one.serial !== '' && `, no. ${one.serial}`}
                                </small>
                            </th>
                            <td>
                                {one.online ? (
                                    <span className="mono-figures">
                                        {one.host}:{one.port}
                                    </span>
                                ) : (
                                    'read by eye'
                                )}
                                {one.stand_in && <small>simulated, wired to the unit of the job</small>}
                            </td>
                            <td>{one.kind === 'meter' ? one.accuracy : '–'}</td>
                            <td className={one.overdue ? 'refusal' : ''}>
                                {one.calibrated_until === null ? 'not known' : `until ${one.calibrated_until}`}
                                {one.overdue && ', overdue'}
                            </td>
                            <td>
                                {one.online && (
                                    <Button
                                        onClick={() => attempt.mutate(one)}
                                        loading={attempt.isPending && attempt.variables.id === one.id}
                                    >
                                        Ask who it is
                                    </Button>
                                )}
                                {attempt.data?.id === one.id && <small role="status">{attempt.data.says}</small>}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <Networks />
            {open !== undefined && (
                <Sheet instrument={open.instrument} page={page.data} onClose={() => setOpen(undefined)} />
            )}
        </main>
    );
}
