import { Button, Input, Radio } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, api, Refused, type Imported } from '../api/client';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { RefusalNote } from '../help/RefusalNote';

const CircuitSheet = later(() => import('../circuit/CircuitSheet').then((module) => module.CircuitSheet));

/** Someone else's file: shown what was understood before anything is kept. */
export function ImportPage() {
    const navigate = useNavigate();
    const [format, setFormat] = useState<'kicad' | 'json'>('kicad');
    const [source, setSource] = useState('');
    const [mains, setMains] = useState('230 V');
    const [result, setResult] = useState<Imported>();
    const [complaint, setComplaint] = useState<string>();
    const [busy, setBusy] = useState(false);

    const read = async () => {
        setBusy(true);
        setComplaint(undefined);
        setResult(undefined);
        try {
            setResult(await answer(api.POST('/supplies/import', { body: { format, text: source, mains } })));
        } catch (error) {
            setComplaint(
                error instanceof Refused && error.problems.length > 0
                    ? error.problems.map((p) => `${p.path} ${p.message}`).join(' ')
                    : error instanceof Error
                      ? error.message
                      : '',
            );
        }
        setBusy(false);
    };

    const goOn = () => {
        localStorage.setItem('oculant.draft.new', JSON.stringify(result?.description));
        void navigate('/library/new');
    };

    return (
        <main className="page">
            <h1>Import a file</h1>
            <p className="lede">
                A KiCad netlist gives parts and nets to begin with; a description in the format oculant/supply comes in
                whole. A parts list (CSV) is added on the page of the supply that it belongs to.
            </p>
            <Radio.Group
                optionType="button"
                value={format}
                onChange={(event) => setFormat(event.target.value as 'kicad' | 'json')}
                options={[
                    { value: 'kicad', label: 'KiCad netlist' },
                    { value: 'json', label: 'Description, JSON' },
                ]}
            />
            {format === 'kicad' && (
                <label className="inline-field">
                    Mains <Input aria-label="Mains" value={mains} onChange={(event) => setMains(event.target.value)} />
                </label>
            )}
            <p>
                <input
                    type="file"
                    aria-label="File"
                    accept=".net,.json,.txt"
                    onChange={(event) => void event.target.files?.[0]?.text().then(setSource)}
                />
            </p>
            <Input.TextArea
                aria-label="Contents"
                rows={10}
                className="mono-figures"
                placeholder="or paste its contents here"
                value={source}
                onChange={(event) => setSource(event.target.value)}
                spellCheck={false}
            />
            <p>
                <Button type="primary" loading={busy} disabled={source.trim() === ''} onClick={() => void read()}>
                    Read it
                </Button>
            </p>
            {complaint !== undefined && <RefusalNote>{complaint}</RefusalNote>}
            {result !== undefined && (
                <section aria-label="What was understood">
                    <h2>
                        {String(result.description.title)}:{' '}
                        {Array.isArray(result.description.parts) ? result.description.parts.length : 0} parts understood
                        {result.unknown.length > 0 && `, ${result.unknown.length} not`}
                    </h2>
                    <Piece name="circuit" waits={<p role="status">Drawing…</p>}>
                        <CircuitSheet description={result.description} />
                    </Piece>
                    <ul>
                        {result.notes.map((note) => (
                            <li key={note}>{note}</li>
                        ))}
                    </ul>
                    {result.unknown.length > 0 && (
                        <table className="differences">
                            <thead>
                                <tr>
                                    <th>Kept as unknown</th>
                                    <th>Value</th>
                                    <th>Why</th>
                                </tr>
                            </thead>
                            <tbody>
                                {result.unknown.map((part) => (
                                    <tr key={part.ref}>
                                        <th>{part.ref}</th>
                                        <td>{part.value}</td>
                                        <td>{part.reason}</td>
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                    )}
                    <Button type="primary" onClick={goOn}>
                        Look it over and mend it
                    </Button>
                </section>
            )}
        </main>
    );
}
