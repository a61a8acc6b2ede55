import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { answer, api, Refused, type PathStage, type PointView, type Problem } from '../api/client';
import { sessionQuery, suppliesQuery, supplyQuery } from '../api/queries';
import { EnergyPath } from '../bench/EnergyPath';
import { TemplateForm, type Description } from './TemplateForm';

interface Checked {
    title: string;
    parts: number;
    modes: { id: string; name: string; points: { id: string; name: string; function: string; expected: string }[] }[];
    path: PathStage[];
}

/** JSON as a person would lay it out: a record that fits on one line stands on one line. */
function layOut(value: unknown, indent = ''): string {
    const flat = JSON.stringify(value).replace(/":/g, '": ').replace(/,"/g, ', "').replace(/^\{(.+)\}$/, '{ $1 }');
    if (typeof value !== 'object' || value === null || (flat.length + indent.length < 96 && indent.length > 0)) {
        return typeof value === 'object' ? flat : JSON.stringify(value);
    }
    const deeper = `${indent}  `;
    const rows = Array.isArray(value)
        ? value.map((item) => deeper + layOut(item, deeper))
        : Object.entries(value).map(([key, item]) => `${deeper}${JSON.stringify(key)}: ${layOut(item, deeper)}`);
    const [open, close] = Array.isArray(value) ? '[]' : '{}';
    return `${open}\n${rows.join(',\n')}\n${indent}${close}`;
}

function readJson(text: string): Description {
    const value: unknown = JSON.parse(text);
    if (typeof value !== 'object' || value === null || Array.isArray(value)) {
        throw new SyntaxError('it is not an object');
    }
    return value as Description;
}

function Editor({ id, initial, mayEdit }: { id: string; initial: Description; mayEdit: boolean }) {
    const draftKey = `oculant.draft.${id}`;
    const queries = useQueryClient();
    const navigate = useNavigate();
    const [text, setText] = useState(() => localStorage.getItem(draftKey) ?? layOut(initial));
    const [checked, setChecked] = useState<Checked>();
    const [mode, setMode] = useState(0);
    const [problems, setProblems] = useState<Problem[]>([]);
    const [saved, setSaved] = useState<string>();
    const [busy, setBusy] = useState(false);

    const change = (value: string) => {
        setText(value);
        setSaved(undefined);
        localStorage.setItem(draftKey, value);
    };

    useEffect(() => {
        let current = true;
        const timer = window.setTimeout(() => {
            void (async () => {
                try {
                    const description = readJson(text);
                    if (!mayEdit) {
                        return;
                    }
                    const result = await answer(api.POST('/supplies/check', { body: { description } }));
                    if (current) {
                        setChecked(result as Checked);
                        setProblems([]);
                    }
                } catch (error) {
                    if (current) {
                        setProblems(error instanceof Refused
                            ? (error.problems.length > 0 ? error.problems : [{ path: '', message: error.message }])
                            : [{ path: '', message: `This is not JSON: ${error instanceof Error ? error.message : ''}` }]);
                    }
                }
            })();
        }, 500);
        return () => {
            current = false;
            window.clearTimeout(timer);
        };
    }, [text, mayEdit]);

    const keep = async () => {
        setBusy(true);
        try {
            const description = readJson(text);
            const supply = id === 'new'
                ? await answer(api.POST('/supplies', { body: { description } }))
                : await answer(api.PUT('/supplies/{supply}', { params: { path: { supply: id } }, body: { description } }));
            localStorage.removeItem(draftKey);
            await queries.invalidateQueries({ queryKey: suppliesQuery.queryKey });
            setSaved('Kept. Jobs that are booked in keep the description they were booked in with.');
            if (id === 'new') {
                void navigate(`/library/${supply.id}`, { replace: true });
            }
        } catch (error) {
            setProblems(error instanceof Refused && error.problems.length > 0 ? error.problems : [{ path: '', message: error instanceof Error ? error.message : '' }]);
        }
        setBusy(false);
    };

    const shown = checked?.modes[mode] ?? checked?.modes[0];
    const points: PointView[] = shown?.points.map((p) => ({ ...p, how: '', against: '', stage: stageOf(checked, p.id), low: 0, high: 0, hot: false, reading: null })) ?? [];

    return (
        <div className="editor">
            <div className="editor-text">
                <Input.TextArea aria-label="Description" className="mono" value={text} onChange={(event) => change(event.target.value)} readOnly={!mayEdit} spellCheck={false} />
                <div className="editor-foot">
                    {mayEdit && <Button type="primary" loading={busy} disabled={problems.length > 0} onClick={() => void keep()}>Keep it</Button>}
                    {id !== 'new' && <a href={`/api/v1/supplies/${id}/spice`}>SPICE netlist</a>}
                    {saved !== undefined && <span role="status">{saved}</span>}
                    {problems.length > 0 && <span className="refusal">{problems.length === 1 ? 'One thing needs mending.' : `${problems.length} things need mending.`}</span>}
                </div>
                {problems.length > 0 && (
                    <ul className="problems" role="alert">{problems.slice(0, 8).map((p) => <li key={p.path + p.message}><code>{p.path}</code> {p.message}</li>)}</ul>
                )}
            </div>
            <aside className="editor-side" aria-label="What a good unit reads">
                {checked === undefined ? <p>{mayEdit ? 'Solving…' : 'Read only: descriptions are changed by technicians and leads.'}</p> : (
                    <>
                        <div className="mode-tabs">{checked.modes.map((m, k) => <button key={m.id} type="button" className={k === mode ? 'on' : ''} onClick={() => setMode(k)}>{m.name}</button>)}</div>
                        <p className="hint">What a good unit reads, computed from the description beside.</p>
                        <EnergyPath path={checked.path} points={points} target={null} />
                    </>
                )}
            </aside>
        </div>
    );
}

function stageOf(checked: Checked | undefined, point: string): string | null {
    return checked?.path.find((stage) => stage.points.includes(point))?.id ?? null;
}

function Existing({ id, mayEdit }: { id: string; mayEdit: boolean }) {
    const supply = useQuery(supplyQuery(id));
    if (supply.isPending) {
        return <p>Opening…</p>;
    }
    if (supply.data === undefined) {
        return <p role="alert" className="refusal">{supply.error?.message}</p>;
    }
    return <><h1>{supply.data.title}</h1><Editor key={id} id={id} initial={supply.data.description ?? {}} mayEdit={mayEdit} /></>;
}

export function SupplyEditor() {
    const { supply = 'new' } = useParams();
    const session = useQuery(sessionQuery);
    const [made, setMade] = useState<Description>();
    const mayEdit = session.data?.can.edit_library === true;
    return (
        <main className="page wide">
            {supply !== 'new' && <Existing id={supply} mayEdit={mayEdit} />}
            {supply === 'new' && made === undefined && (
                <>
                    <h1>Describe a supply</h1>
                    <p className="lede">A few questions give a complete description with test points. You can change all of it before you keep it.</p>
                    <TemplateForm onMade={(description) => {
                        localStorage.removeItem('oculant.draft.new');
                        setMade(description);
                    }} />
                </>
            )}
            {supply === 'new' && made !== undefined && <><h1>{String(made.title)}</h1><Editor id="new" initial={made} mayEdit={mayEdit} /></>}
        </main>
    );
}
