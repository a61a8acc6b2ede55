import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { answer, api, type SafetyRules } from '../api/client';
import { safetyRulesQuery } from '../api/queries';
import { RefusalNote } from '../help/RefusalNote';

const tests: Record<string, string> = {
    earth: 'Protective earth, at most',
    insulation: 'Insulation, at least',
    touch: 'Touch current, at most',
    conductor: 'Protective conductor current, at most',
};

/** The rule set that this workshop tests by, and its limits. */
export function SafetyLimits() {
    const queries = useQueryClient();
    const page = useQuery(safetyRulesQuery).data;
    const [chosen, setChosen] = useState<SafetyRules>();
    const keep = useMutation({
        mutationFn: (rules: SafetyRules) => answer(api.PUT('/safety-rules', { body: rules })),
        onSuccess: () => {
            setChosen(undefined);
            return queries.invalidateQueries({ queryKey: ['safety-rules'] });
        },
    });
    if (page === undefined) {
        return null;
    }
    const rules = chosen ?? page.rules;
    const limits = rules.limits as Record<string, Record<string, string>>;
    const change = (test: string, group: string, text: string) =>
        setChosen({ ...rules, limits: { ...limits, [test]: { ...limits[test], [group]: text } } });
    return (
        <section aria-label="Rules of the safety tests" className="safety-rules">
            <h2>Limits of the electrical safety tests</h2>
            <p className="hint">
                The published sets are from memory and are there to be corrected. Which rules hold here, and who may
                test by them, is for local codes and licensed practice to decide.
            </p>
            <div className="recap-head">
                {page.published.map((set) => (
                    <button
                        key={set.id}
                        type="button"
                        aria-pressed={rules.id === set.id}
                        disabled={!page.may_edit}
                        onClick={() => setChosen(set)}
                    >
                        {set.source}
                    </button>
                ))}
            </div>
            <table className="compare">
                <thead>
                    <tr>
                        <th scope="col">Test</th>
                        <th scope="col">Class I, with an earth</th>
                        <th scope="col">Class II, without</th>
                    </tr>
                </thead>
                <tbody>
                    {Object.keys(limits).map((test) => (
                        <tr key={test}>
                            <th scope="row">{tests[test] ?? test}</th>
                            {['I', 'II'].map((group) => (
                                <td key={group}>
                                    {limits[test]?.[group] === undefined ? (
                                        '–'
                                    ) : (
                                        <Input
                                            aria-label={`${tests[test] ?? test}, class ${group}`}
                                            className="mono-figures"
                                            disabled={!page.may_edit}
                                            value={limits[test]?.[group]}
                                            onChange={(event) => change(test, group, event.target.value)}
                                        />
                                    )}
                                </td>
                            ))}
                        </tr>
                    ))}
                </tbody>
            </table>
            {chosen !== undefined && (
                <form
                    className="list-acts"
                    onSubmit={(event) => {
                        event.preventDefault();
                        keep.mutate(chosen);
                    }}
                >
                    <Input
                        aria-label="Source of these limits"
                        value={chosen.source}
                        onChange={(event) => setChosen({ ...chosen, source: event.target.value })}
                    />
                    <Button type="primary" htmlType="submit" loading={keep.isPending}>
                        Test by these
                    </Button>
                    <Button onClick={() => setChosen(undefined)}>Leave it as it was</Button>
                </form>
            )}
            {keep.error !== null && <RefusalNote>{keep.error.message}</RefusalNote>}
        </section>
    );
}
