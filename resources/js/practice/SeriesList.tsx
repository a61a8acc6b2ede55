import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Form, Input, InputNumber, Select } from 'antd';
import { Link, useNavigate } from 'react-router';
import { answer, api, whileWorkedOut, type PracticeSeries } from '../api/client';
import { peopleQuery, practiceQuery, seriesQuery } from '../api/queries';
import { RefusalNote } from '../help/RefusalNote';
import { mechanisms } from './Learning';
import { FAMILY, useUnits } from './units';
import { twists, type Twist } from './twists';

type Run = PracticeSeries['mine'][number];

interface Typed {
    title: string;
    supply?: string;
    count: number;
    jobs?: string;
    difficulty?: 'easy' | 'middle' | 'hard';
    twist?: Twist;
    mechanism?: string;
    due?: string;
    people: number[];
}

const numbersIn = (text: string | undefined) => (text ?? '').split(/[\s,;]+/).filter((one) => one !== '');

const day = (date: string) => new Date(`${date}T12:00:00`).toLocaleDateString('en-GB');

function Unit({ series, run }: { series: PracticeSeries; run: Run }) {
    const queries = useQueryClient();
    const navigate = useNavigate();
    const begin = useMutation({
        mutationFn: () => answer(api.POST('/practice', { body: { series: series.id, item: run.item } })),
        ...whileWorkedOut,
        onSuccess: async (begun) => {
            await queries.invalidateQueries({ queryKey: practiceQuery.queryKey });
            void navigate(`/practice/${begun.id}`);
        },
    });
    const name = `Unit ${run.item + 1}`;
    return (
        <>
            {run.run === null ? (
                <Button onClick={() => begin.mutate()} loading={begin.isPending}>
                    {name}
                </Button>
            ) : (
                <Link className="series-unit" to={`/practice/${run.run}`}>
                    {name}: {run.over ? (run.figure ?? 0).toFixed(0) : 'go on'}
                </Link>
            )}
            {begin.error !== null && <RefusalNote page="practice">{begin.error.message}</RefusalNote>}
        </>
    );
}

function OneSeries({ series, leads }: { series: PracticeSeries; leads: boolean }) {
    const queries = useQueryClient();
    const drop = useMutation({
        mutationFn: () => answer(api.DELETE('/practice/series/{series}', { params: { path: { series: series.id } } })),
        onSuccess: () => queries.invalidateQueries({ queryKey: seriesQuery.queryKey }),
    });
    return (
        <li>
            <div className="series-head">
                <b>{series.title}</b>
                <span className="quiet">
                    {series.units.length} of {series.units[0]}
                    {series.due_on !== null && `, until ${day(series.due_on)}`}
                </span>
                {leads && (
                    <Button size="small" onClick={() => drop.mutate()} loading={drop.isPending}>
                        Take back
                    </Button>
                )}
            </div>
            {series.mine.length > 0 && (
                <div className="practice-words">
                    {series.mine.map((run) => (
                        <Unit key={run.item} series={series} run={run} />
                    ))}
                </div>
            )}
            {series.people.length > 0 && (
                <table className="compare" aria-label={`Who is how far with ${series.title}`}>
                    <tbody>
                        {series.people.map((person) => (
                            <tr key={person.id}>
                                <th scope="row">{person.name}</th>
                                {person.runs.map((run) => (
                                    <td key={run.item} className="mono-figures">
                                        {run.run === null ? (
                                            '–'
                                        ) : (
                                            <Link to={`/practice/${run.run}`}>
                                                {run.over ? (run.figure ?? 0).toFixed(0) : 'at it'}
                                            </Link>
                                        )}
                                    </td>
                                ))}
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
        </li>
    );
}

/** A lead sets units of one supply to people; everybody gets the same ones. */
function SetSeries() {
    const queries = useQueryClient();
    const [form] = Form.useForm<Typed>();
    const units = useUnits();
    const people = useQuery(peopleQuery);
    const set = useMutation({
        mutationFn: (typed: Typed) =>
            answer(
                api.POST('/practice/series', {
                    body: {
                        title: typed.title,
                        ...(numbersIn(typed.jobs).length > 0
                            ? { jobs: numbersIn(typed.jobs) }
                            : typed.supply?.startsWith(FAMILY) === true
                              ? { family: typed.supply.slice(FAMILY.length), count: typed.count }
                              : { supply_id: typed.supply, count: typed.count }),
                        difficulty: typed.difficulty ?? null,
                        mechanism: typed.mechanism ?? null,
                        twist: typed.twist ?? null,
                        due_on: typed.due === undefined || typed.due.trim() === '' ? null : typed.due.trim(),
                        people: typed.people,
                    },
                }),
            ),
        onSuccess: () => {
            form.resetFields();
            return queries.invalidateQueries({ queryKey: seriesQuery.queryKey });
        },
    });
    return (
        <details>
            <summary>Set a series</summary>
            <Form<Typed>
                form={form}
                layout="vertical"
                className="series-form"
                initialValues={{ count: 5 }}
                onFinish={(typed) => set.mutate(typed)}
                requiredMark={false}
            >
                <Form.Item name="title" label="Name" rules={[{ required: true, message: 'Give it a name.' }]}>
                    <Input maxLength={120} placeholder="Leaky capacitors, five units" />
                </Form.Item>
                <Form.Item name="jobs" label="What was found on closed jobs">
                    <Input placeholder="26-012, 26-014; or a supply below" />
                </Form.Item>
                <Form.Item
                    name="supply"
                    label="Supply"
                    dependencies={['jobs']}
                    rules={[
                        ({ getFieldValue }) => ({
                            required: numbersIn(getFieldValue('jobs') as string | undefined).length === 0,
                            message: 'Choose a supply, or closed jobs.',
                        }),
                    ]}
                >
                    <Select showSearch={{ optionFilterProp: 'label' }} options={units} />
                </Form.Item>
                <Form.Item name="count" label="Units">
                    <InputNumber min={1} max={20} />
                </Form.Item>
                <Form.Item name="difficulty" label="Difficulty">
                    <Select
                        allowClear
                        placeholder="as it comes"
                        options={['easy', 'middle', 'hard'].map((one) => ({ value: one, label: one }))}
                    />
                </Form.Item>
                <Form.Item name="mechanism" label="Way to fail">
                    <Select
                        allowClear
                        placeholder="as often as met"
                        options={Object.entries(mechanisms).map(([value, label]) => ({ value, label }))}
                    />
                </Form.Item>
                <Form.Item name="twist" label="Hidden">
                    <Select
                        allowClear
                        placeholder="one part failed"
                        options={twists.filter((one) => one.value !== '')}
                    />
                </Form.Item>
                <Form.Item name="due" label="Until">
                    <Input placeholder="2026-12-24" />
                </Form.Item>
                <Form.Item name="people" label="For" rules={[{ required: true, message: 'Choose for whom.' }]}>
                    <Select
                        mode="multiple"
                        optionFilterProp="label"
                        options={(people.data?.people ?? [])
                            .filter((one) => one.closed_at === null)
                            .map((one) => ({ value: one.id, label: one.name }))}
                    />
                </Form.Item>
                <Button type="primary" htmlType="submit" loading={set.isPending}>
                    Set it
                </Button>
            </Form>
            {set.error !== null && <RefusalNote page="practice">{set.error.message}</RefusalNote>}
        </details>
    );
}

/** Series that were set: one's own units with what each came to; for a lead who is how far. */
export function SeriesList({ leads }: { leads: boolean }) {
    const series = useQuery(seriesQuery);
    if ((series.data?.length ?? 0) === 0 && !leads) {
        return series.error === null ? null : <RefusalNote>{series.error.message}</RefusalNote>;
    }
    return (
        <section aria-label="Series" className="series">
            <h2>Series</h2>
            <ul>
                {series.data?.map((one) => (
                    <OneSeries key={one.id} series={one} leads={leads} />
                ))}
            </ul>
            {leads && <SetSeries />}
        </section>
    );
}
