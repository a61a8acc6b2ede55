import { useMutation } from '@tanstack/react-query';
import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import { answer, api, type Judgement, type PartPlace } from '../api/client';
import { Mark } from '../bench/Mark';
import type { Writes } from './PartsBench';
import { RefusalNote } from '../help/RefusalNote';

/** Measured against expected, in or out of circuit, and whether it explains the fault. */
export function JudgeForm({ place, bench, onRecord }: { place: PartPlace } & Writes) {
    const [trial, setTrial] = useState(place.trials[0]?.id ?? '');
    const [text, setText] = useState('');
    const [lifted, setLifted] = useState(false);
    const [hertz, setHertz] = useState('100k');
    const [celsius, setCelsius] = useState('25');
    const chosen = place.trials.find((one) => one.id === trial);
    const isLifted = lifted || chosen?.in_circuit !== true;
    const judge = useMutation({
        mutationFn: () =>
            answer(
                api.POST('/jobs/{job}/parts/{part}/judge', {
                    params: { path: { job: bench.job.id, part: place.ref } },
                    body: { trial, text, lifted: isLifted, hertz, celsius },
                }),
            ),
    });
    if (chosen === undefined) {
        return null;
    }
    const verdict: Judgement | undefined = judge.data;
    const record = () => {
        if (verdict === undefined) {
            return;
        }
        if (chosen.kept) {
            onRecord('part_test', { part: place.ref, quantity: trial, text, lifted: isLifted });
        } else {
            onRecord('tested', {
                part: place.ref,
                verdict: verdict.good ? 'good' : 'bad',
                text: `${chosen.title} ${text}`,
            });
        }
        judge.reset();
        setText('');
    };
    return (
        <section aria-label="Judge it" className="judge">
            <h2>Measured on it</h2>
            <form
                onSubmit={(event) => {
                    event.preventDefault();
                    judge.mutate();
                }}
            >
                <Select
                    aria-label="What was measured"
                    value={trial}
                    onChange={(value) => {
                        setTrial(value);
                        judge.reset();
                    }}
                    options={place.trials.map((one) => ({ value: one.id, label: one.title }))}
                />
                <Input
                    aria-label="The meter shows"
                    className="mono-figures"
                    placeholder={chosen.hint}
                    value={text}
                    onChange={(event) => setText(event.target.value)}
                />
                {chosen.wants === 'hertz' && isLifted && (
                    <Input
                        aria-label="Frequency of the meter"
                        value={hertz}
                        suffix="Hz"
                        onChange={(event) => setHertz(event.target.value)}
                    />
                )}
                {chosen.wants === 'celsius' && (
                    <Input
                        aria-label="Its temperature"
                        value={celsius}
                        suffix="°C"
                        onChange={(event) => setCelsius(event.target.value)}
                    />
                )}
                {chosen.in_circuit && (
                    <Checkbox checked={lifted} onChange={(event) => setLifted(event.target.checked)}>
                        one leg lifted, or out
                    </Checkbox>
                )}
                <Button htmlType="submit" loading={judge.isPending} disabled={text.trim() === ''}>
                    Judge
                </Button>
            </form>
            {judge.error !== null && <RefusalNote>{judge.error.message}</RefusalNote>}
            {verdict !== undefined && (
                <div role="status" className="judgement">
                    <p className="latest-sentence">
                        <Mark shape={verdict.mark} title={verdict.word} /> {verdict.sentence}
                    </p>
                    <p className="quiet">
                        {verdict.why} Expected {verdict.expected}.
                    </p>
                    {verdict.fault_title !== '' && (
                        <p>
                            It points to:{' '}
                            <b>
                                {place.ref} {verdict.fault_title}
                            </b>
                            . {verdict.explains?.sentence}
                        </p>
                    )}
                    {bench.job.may_write && <Button onClick={record}>Record it</Button>}
                </div>
            )}
        </section>
    );
}
