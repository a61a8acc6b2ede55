import { useMutation } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { answer, api } from '../api/client';

/** Where nobody knows what a rail is rated for, its wire says how much is safe. */
export function WireRule() {
    const [text, setText] = useState('');
    const [school, setSchool] = useState<'chassis' | 'duct'>('chassis');
    const [insulation, setInsulation] = useState<'pvc' | 'xlpe' | 'silicone'>('pvc');
    const [ambient, setAmbient] = useState('40');
    const [wires, setWires] = useState('1');
    const ask = useMutation({
        mutationFn: (diameter: string) =>
            answer(
                api.GET('/wire', {
                    params: {
                        query: { diameter, school, insulation, ambient: Number(ambient), wires: Number(wires) },
                    },
                }),
            ),
    });
    return (
        <form
            className="list-acts"
            onSubmit={(event) => {
                event.preventDefault();
                ask.mutate(text);
            }}
        >
            <label>
                Rating unknown? Bare wire of{' '}
                <Input
                    aria-label="Diameter of the wire"
                    placeholder="2.2 mm or AWG 12"
                    value={text}
                    onChange={(event) => setText(event.target.value)}
                />
            </label>
            <Select
                aria-label="School"
                value={school}
                onChange={setSchool}
                options={[
                    { value: 'chassis', label: 'in a chassis, cautious' },
                    { value: 'duct', label: 'by the table of the standard' },
                ]}
            />
            <Select
                aria-label="Insulation"
                value={insulation}
                onChange={setInsulation}
                options={[
                    { value: 'pvc', label: 'PVC' },
                    { value: 'xlpe', label: 'XLPE' },
                    { value: 'silicone', label: 'silicone' },
                ]}
            />
            <label>
                air{' '}
                <Input
                    aria-label="Air around it"
                    value={ambient}
                    suffix="°C"
                    onChange={(event) => setAmbient(event.target.value)}
                />
            </label>
            {school === 'duct' && (
                <label>
                    wires{' '}
                    <Input
                        aria-label="Loaded wires in the bundle"
                        value={wires}
                        onChange={(event) => setWires(event.target.value)}
                    />
                </label>
            )}
            <Button htmlType="submit" disabled={text.trim() === ''}>
                Rate it
            </Button>
            {ask.data !== undefined && (
                <span role="status">
                    <b className="mono-figures">{ask.data.amperes}</b> for hours at {ask.data.diameter}, {ask.data.area}
                    : {ask.data.source}
                </span>
            )}
            {ask.error !== null && (
                <span role="alert" className="refusal">
                    {ask.error.message}
                </span>
            )}
        </form>
    );
}
