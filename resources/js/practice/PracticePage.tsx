import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, Select } from 'antd';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { answer, api, whileWorkedOut } from '../api/client';
import { practiceQuery, workshopQuery } from '../api/queries';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';
import { Band } from './Band';
import { Learning } from './Learning';
import { SeriesList } from './SeriesList';
import { twists, type Twist } from './twists';
import { FAMILY, useUnits } from './units';

const hard = [
    { value: '', label: 'as it comes' },
    { value: 'easy', label: 'easy' },
    { value: 'middle', label: 'middle' },
    { value: 'hard', label: 'hard' },
];

/** Units with a hidden fault, on which nobody can be hurt; one's own runs, and how they went. */
export function PracticePage() {
    const queries = useQueryClient();
    const navigate = useNavigate();
    const runs = useQuery(practiceQuery);
    const leads = useQuery(workshopQuery).data?.may_edit === true;
    const units = useUnits();
    // While its faults are worked out the same unit is asked for again.
    const seed = useRef<number>(undefined);
    const [supply, setSupply] = useState<string>();
    const [difficulty, setDifficulty] = useState('');
    const [twist, setTwist] = useState('');
    const [isDue, setDue] = useState(false);
    const begin = useMutation({
        // The same seed asks for the same exercise again while a worker looks for one.
        mutationFn: (asked: number) =>
            answer(
                api.POST('/practice', {
                    body: {
                        ...(supply?.startsWith(FAMILY) === true
                            ? { family: supply.slice(FAMILY.length) }
                            : { supply_id: supply ?? '' }),
                        due: isDue,
                        seed: asked,
                        ...(twist === '' ? {} : { twist: twist as Twist }),
                        ...(difficulty === '' ? {} : { difficulty: difficulty as 'easy' | 'middle' | 'hard' }),
                    },
                }),
            ),
        ...whileWorkedOut,
        onSuccess: async (run) => {
            seed.current = undefined;
            await queries.invalidateQueries({ queryKey: practiceQuery.queryKey });
            void navigate(`/practice/${run.id}`);
        },
    });
    return (
        <main className="page">
            <Band />
            <h1>Practice</h1>
            <p className="lede">
                A unit with a fault that nobody knows but the engine. Measure, look and test as on a real one; then say
                what it was, and see your way beside the best.
            </p>
            <form
                className="list-acts"
                onSubmit={(event) => {
                    event.preventDefault();
                    seed.current ??= 1 + Math.floor(Math.random() * 2_000_000_000);
                    begin.mutate(seed.current);
                }}
            >
                <label>
                    On{' '}
                    <Select
                        aria-label="Supply to practise on"
                        placeholder="a supply, or a family"
                        className="practice-supply"
                        value={supply ?? null}
                        onChange={(chosen) => {
                            seed.current = undefined;
                            setSupply(chosen);
                        }}
                        popupMatchSelectWidth={false}
                        showSearch={{ optionFilterProp: 'label' }}
                        options={units}
                    />
                </label>
                <label>
                    Hidden{' '}
                    <Select
                        aria-label="Hidden"
                        value={twist}
                        onChange={setTwist}
                        options={twists}
                        popupMatchSelectWidth={false}
                    />
                </label>
                <label>
                    Difficulty{' '}
                    <Select
                        aria-label="Difficulty"
                        value={difficulty}
                        onChange={setDifficulty}
                        options={hard}
                        className="practice-hard"
                    />
                </label>
                <Checkbox checked={isDue} onChange={(event) => setDue(event.target.checked)}>
                    what is due for me
                </Checkbox>
                <Button type="primary" htmlType="submit" disabled={supply === undefined} loading={begin.isPending}>
                    Begin
                </Button>
            </form>
            {begin.error !== null && <RefusalNote>{begin.error.message}</RefusalNote>}
            {runs.error !== null && <RefusalNote>{runs.error.message}</RefusalNote>}
            {runs.data?.length === 0 && <EmptyNote page="practice">No run yet.</EmptyNote>}
            {(runs.data?.length ?? 0) > 0 && (
                <table className="compare" aria-label="Runs">
                    <thead>
                        <tr>
                            <th scope="col">Unit</th>
                            <th scope="col">Whose</th>
                            <th scope="col">When</th>
                            <th scope="col">How hard</th>
                            <th scope="col">Grade</th>
                        </tr>
                    </thead>
                    <tbody>
                        {runs.data?.map((run) => (
                            <tr key={run.id}>
                                <th scope="row">
                                    <Link to={`/practice/${run.id}`}>{run.title}</Link>
                                </th>
                                <td>{run.by}</td>
                                <td>{run.at === null ? '' : new Date(run.at).toLocaleDateString('en-GB')}</td>
                                <td>{run.over ? run.difficulty : ''}</td>
                                <td className="mono-figures">
                                    {run.figure ?? (run.over ? '–' : 'not over')}
                                    {run.branch_of !== null && <small> tried otherwise</small>}
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
            <SeriesList leads={leads} />
            <Learning />
        </main>
    );
}
