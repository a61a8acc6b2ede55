import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import type { SafetyPlanTest, SafetyTests } from '../api/client';
import { safetyQuery } from '../api/queries';
import type { Proves } from './ProvePage';
import { RefusalNote } from '../help/RefusalNote';

const asks: Record<string, string> = { earth: '0R08', insulation: 'OL or 20M', touch: '40u', conductor: '0.4m' };

function Row({ test, group, cord, proves }: { test: SafetyPlanTest; group: string; cord: string; proves: Proves }) {
    const { bench, onRecord, instruments } = proves;
    const [text, setText] = useState('');
    const tester = instruments.find((one) => one.kind === 'tester');
    const record = (value: string) => {
        onRecord('safety', {
            test: test.test,
            class: group,
            text: value,
            cord: Number(cord),
            ...(tester === undefined ? {} : { meter: tester.id }),
        });
        setText('');
    };
    const { result } = test;
    return (
        <tr className={result == null ? '' : result.passed ? 'safety-passed' : 'safety-failed'}>
            <th scope="row">
                {test.title}
                <small>{test.how}</small>
            </th>
            <td className="mono-figures">
                {test.limit ?? 'by eye'}
                {test.expected != null && <small>{test.expected}</small>}
            </td>
            <td>
                {bench.job.may_write &&
                    (test.unit == null ? (
                        <span className="take-field">
                            <Button aria-label={`${test.title}: in order`} onClick={() => record('ok')}>
                                In order
                            </Button>
                            <Button aria-label={`${test.title}: not in order`} onClick={() => record('wrong')}>
                                Not in order
                            </Button>
                        </span>
                    ) : (
                        <form
                            className="take-field"
                            onSubmit={(event) => {
                                event.preventDefault();
                                record(text);
                            }}
                        >
                            <Input
                                aria-label={test.title}
                                placeholder={asks[test.test]}
                                value={text}
                                onChange={(event) => setText(event.target.value)}
                            />
                            <Button htmlType="submit" disabled={text.trim() === ''}>
                                Record
                            </Button>
                        </form>
                    ))}
                {result != null && (
                    <p className={result.passed ? '' : 'refusal'} role="status">
                        <b>
                            {result.text}:{' '}
                            {result.stale ? 'before the last repair, test again' : result.passed ? 'passed' : 'FAILED'}
                        </b>
                        <small>{result.sentence}</small>
                    </p>
                )}
            </td>
        </tr>
    );
}

function Condemn({ safety, proves }: { safety: SafetyTests; proves: Proves }) {
    const { bench, onRecord } = proves;
    const [why, setWhy] = useState('');
    const [how, setHow] = useState('');
    const failed = safety.tests.filter((one) => one.result?.passed === false && one.result.stale === false);
    if (safety.condemned == null && failed.length === 0) {
        return null;
    }
    return (
        <section className="condemn" aria-label="Failed">
            {safety.condemned != null ? (
                <>
                    <p className="run-alarm" role="alert">
                        Condemned: {safety.condemned}
                    </p>
                    <p>
                        It leaves this workshop only marked and made unusable. To go on repairing it, strike out the
                        condemnation in the log.
                    </p>
                    {bench.job.may_write && (
                        <form
                            className="list-acts"
                            onSubmit={(event) => {
                                event.preventDefault();
                                onRecord('handback', { unsafe: how });
                            }}
                        >
                            <Input
                                aria-label="How it is made unusable"
                                placeholder="red label, cord cut off with the owner's consent"
                                value={how}
                                onChange={(event) => setHow(event.target.value)}
                            />
                            <Button htmlType="submit" disabled={how.trim() === ''}>
                                Hand it back condemned
                            </Button>
                        </form>
                    )}
                </>
            ) : (
                <>
                    <p className="run-alarm" role="alert">
                        {failed.some((one) => one.condemns)
                            ? 'It may not go back like this: find the part, or condemn the unit.'
                            : 'It may not go back like this: back to the bench.'}
                    </p>
                    {failed.some((one) => one.condemns) && safety.bridging.length > 0 && (
                        <p>
                            Between the sides, the easiest to take out first: {safety.bridging.join(', ')}. One at a
                            time, and test again each time. Never patch a transformer.
                        </p>
                    )}
                    {bench.job.may_write && failed.some((one) => one.condemns) && (
                        <form
                            className="list-acts"
                            onSubmit={(event) => {
                                event.preventDefault();
                                onRecord('condemned', { text: why });
                            }}
                        >
                            <Input
                                aria-label="Why it is condemned"
                                placeholder="transformer leaks between primary and secondary, no replacement to be had"
                                value={why}
                                onChange={(event) => setWhy(event.target.value)}
                            />
                            <Button danger htmlType="submit" disabled={why.trim() === ''}>
                                Condemn it
                            </Button>
                        </form>
                    )}
                </>
            )}
        </section>
    );
}

/** Earth, insulation, touch current, wiring, fuse and cord, by the workshop's rule set. */
export function SafetyTab(proves: Proves) {
    const { bench } = proves;
    const safety = useQuery(safetyQuery(bench.job.id, bench.log.length));
    const [group, setGroup] = useState<string>();
    const [cord, setCord] = useState('2');
    if (safety.data === undefined) {
        return safety.error === null ? (
            <p role="status">Looking up the limits…</p>
        ) : (
            <RefusalNote>{safety.error.message}</RefusalNote>
        );
    }
    const chosen = group ?? safety.data.class;
    const tests = chosen === safety.data.class ? safety.data.tests : safety.data.other_class;
    return (
        <div className="prove">
            <Condemn safety={safety.data} proves={proves} />
            <div className="list-acts">
                <span role="group" aria-label="Protection class">
                    {['I', 'II'].map((one) => (
                        <Button key={one} type={one === chosen ? 'primary' : 'default'} onClick={() => setGroup(one)}>
                            Class {one}, {one === 'I' ? 'with an earth' : 'without'}
                        </Button>
                    ))}
                </span>
                <label>
                    Cord{' '}
                    <Input
                        aria-label="Length of the cord"
                        suffix="m"
                        value={cord}
                        onChange={(event) => setCord(event.target.value)}
                    />
                </label>
                <span className="hint">
                    {safety.data.rules.source}. <Link to="/instruments">Change the limits</Link>
                </span>
            </div>
            <table className="compare safety" aria-label="Electrical safety">
                <thead>
                    <tr>
                        <th scope="col">Test</th>
                        <th scope="col">Limit</th>
                        <th scope="col">Result</th>
                    </tr>
                </thead>
                <tbody>
                    {tests.map((test) => (
                        <Row key={test.test} test={test} group={chosen} cord={cord} proves={proves} />
                    ))}
                </tbody>
            </table>
            <p className="hint">
                Which rules hold here, and who may test by them, is for local codes and licensed practice to decide.
            </p>
        </div>
    );
}
