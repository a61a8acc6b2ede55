import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input, Tabs } from 'antd';
import { Suspense, useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { answer, api, Refused, type Checked, type PointView, type Problem } from '../api/client';
import { progressQuery, sessionQuery, supplyQuery } from '../api/queries';
import { EnergyPath } from '../bench/EnergyPath';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';
import { BudgetView } from './BudgetView';
import { layOut, readJson, text, type Description } from './description';
import { ModesTable } from './ModesTable';
import { PartsTable } from './PartsTable';
import { PointsTable } from './PointsTable';
import { SolvingBar } from './SolvingBar';
import { TemplateForm } from './TemplateForm';
import { VersionsView } from './VersionsView';
import { RefusalNote } from '../help/RefusalNote';
import { PageWaits } from '../shell/PageWaits';

const CircuitSheet = later(() => import('../circuit/CircuitSheet').then((module) => module.CircuitSheet));
const DocumentTab = later(() => import('../document/DocumentTab').then((module) => module.DocumentTab));
const WaveformView = later(() => import('./WaveformView').then((module) => module.WaveformView));

/** From a part in the picture to its row in the table. */
const toRow = (ref: string) => {
    const row = document.querySelector(`[data-row="${CSS.escape(ref)}"]`);
    row?.scrollIntoView({ block: 'center' });
    row?.querySelector('input')?.focus();
};

const problemsOf = (error: unknown): Problem[] => {
    if (error instanceof Refused) {
        return error.problems.length > 0 ? error.problems : [{ path: '', message: error.message }];
    }
    return [{ path: '', message: error instanceof Error ? error.message : 'Something went wrong.' }];
};

/** Solves the description as it stands after every pause in typing. */
function useCheck(description: Description, mode: string | undefined) {
    const [checked, setChecked] = useState<Checked>();
    const [problems, setProblems] = useState<Problem[]>([]);
    const [busy, setBusy] = useState(true);
    useEffect(() => {
        const abort = new AbortController();
        setBusy(true);
        const timer = window.setTimeout(() => {
            answer(api.POST('/supplies/check', { body: { description, mode }, signal: abort.signal })).then(
                (result) => {
                    setChecked(result);
                    setProblems([]);
                    setBusy(false);
                },
                (error: unknown) => {
                    if (!abort.signal.aborted) {
                        setProblems(problemsOf(error));
                        setBusy(false);
                    }
                },
            );
        }, 350);
        return () => {
            abort.abort();
            window.clearTimeout(timer);
        };
    }, [description, mode]);
    return { checked, problems, busy };
}

/** The same as text, for those who would rather type. What cannot be read yet is kept as typed. */
function TextView({
    storeKey,
    description,
    mayEdit,
    onChange,
}: {
    storeKey: string;
    description: Description;
    mayEdit: boolean;
    onChange: (description: Description) => void;
}) {
    const [source, setSource] = useState(() => localStorage.getItem(storeKey) ?? layOut(description));
    const complaint = complaintAbout(source);
    const change = (value: string) => {
        setSource(value);
        localStorage.setItem(storeKey, value);
        if (complaintAbout(value) === undefined) {
            onChange(readJson(value));
        }
    };
    return (
        <>
            <Input.TextArea
                aria-label="Description"
                className="mono"
                value={source}
                onChange={(event) => change(event.target.value)}
                readOnly={!mayEdit}
                spellCheck={false}
            />
            {complaint !== undefined && <RefusalNote>{complaint}</RefusalNote>}
        </>
    );
}

function complaintAbout(source: string): string | undefined {
    try {
        readJson(source);
        return undefined;
    } catch (error) {
        return `This is not JSON: ${error instanceof Error ? error.message : ''}`;
    }
}

function General({
    description,
    mayEdit,
    onChange,
}: {
    description: Description;
    mayEdit: boolean;
    onChange: (description: Description) => void;
}) {
    return (
        <div className="general">
            <label>
                Title{' '}
                <Input
                    aria-label="Title"
                    value={text(description.title)}
                    readOnly={!mayEdit}
                    onChange={(event) => onChange({ ...description, title: event.target.value })}
                />
            </label>
            <label>
                Revision{' '}
                <Input
                    aria-label="Revision"
                    value={text(description.revision)}
                    readOnly={!mayEdit}
                    onChange={(event) => onChange({ ...description, revision: event.target.value })}
                />
            </label>
        </div>
    );
}

function PartsListButton({
    description,
    onImported,
}: {
    description: Description;
    onImported: (description: Description, said: string) => void;
}) {
    const file = useRef<HTMLInputElement>(null);
    const read = async (chosen: File) => {
        try {
            const result = await answer(
                api.POST('/supplies/import', { body: { format: 'parts', text: await chosen.text(), description } }),
            );
            const lost = result.unknown.map((part) => `${part.ref}: ${part.reason}`).join('; ');
            onImported(result.description, [...result.notes, ...(lost === '' ? [] : [`Not used: ${lost}.`])].join(' '));
        } catch (error) {
            onImported(
                description,
                problemsOf(error)
                    .map((p) => p.message)
                    .join(' '),
            );
        }
    };
    return (
        <>
            <Button onClick={() => file.current?.click()}>Parts list…</Button>
            <input
                ref={file}
                type="file"
                accept=".csv,.txt"
                hidden
                aria-label="Parts list, CSV"
                onChange={(event) => {
                    const chosen = event.target.files?.[0];
                    event.target.value = '';
                    if (chosen !== undefined) {
                        void read(chosen);
                    }
                }}
            />
        </>
    );
}

function Duplicate({ id, onMade }: { id: string; onMade: (id: string) => void }) {
    const [revision, setRevision] = useState<string>();
    const [complaint, setComplaint] = useState<string>();
    const make = async () => {
        try {
            const copy = await answer(
                api.POST('/supplies/{supply}/duplicate', {
                    params: { path: { supply: id } },
                    body: { revision: revision ?? '' },
                }),
            );
            onMade(copy.id);
        } catch (error) {
            setComplaint(
                problemsOf(error)
                    .map((p) => p.message)
                    .join(' '),
            );
        }
    };
    if (revision === undefined) {
        return <Button onClick={() => setRevision('')}>Duplicate</Button>;
    }
    return (
        <span className="duplicate">
            <Input
                aria-label="Revision of the copy"
                autoFocus
                placeholder="revision, for example B"
                value={revision}
                onChange={(event) => setRevision(event.target.value)}
                onPressEnter={() => void make()}
            />
            <Button onClick={() => void make()}>Make the copy</Button>
            {complaint !== undefined && (
                <span role="alert" className="refusal">
                    {complaint}
                </span>
            )}
        </span>
    );
}

function Editor({ id, initial, mayEdit }: { id: string; initial: Description; mayEdit: boolean }) {
    const draftKey = `oculant.draft.${id}`;
    const textKey = `${draftKey}.text`;
    const queries = useQueryClient();
    const navigate = useNavigate();
    const [description, setDescription] = useState<Description>(() => {
        const draft = localStorage.getItem(draftKey);
        return draft === null || !mayEdit ? initial : readJson(draft);
    });
    const [mode, setMode] = useState<string>();
    const [tab, setTab] = useState(() => (localStorage.getItem(textKey) === null ? 'parts' : 'text'));
    const [said, setSaid] = useState<string>();
    const [refused, setRefused] = useState<Problem[]>([]);
    const [busy, setBusy] = useState(false);
    const { checked, problems, busy: checking } = useCheck(description, mode);
    const progress = useQuery({ ...progressQuery(id), enabled: id !== 'new' });
    const wrong = [...problems, ...refused];
    const isDraft = localStorage.getItem(draftKey) !== null;

    const change = (next: Description) => {
        setDescription(next);
        setSaid(undefined);
        setRefused([]);
        localStorage.setItem(draftKey, JSON.stringify(next));
    };

    const drop = () => {
        localStorage.removeItem(draftKey);
        localStorage.removeItem(textKey);
        setDescription(initial);
        setSaid('Your changes are dropped.');
    };

    const keep = async () => {
        setBusy(true);
        try {
            const supply =
                id === 'new'
                    ? await answer(api.POST('/supplies', { body: { description } }))
                    : await answer(
                          api.PUT('/supplies/{supply}', { params: { path: { supply: id } }, body: { description } }),
                      );
            localStorage.removeItem(draftKey);
            localStorage.removeItem(textKey);
            await queries.invalidateQueries({ queryKey: ['supplies'] });
            setSaid('Kept. Jobs that are booked in keep the description they were booked in with.');
            if (id === 'new') {
                void navigate(`/library/${supply.id}`, { replace: true });
            }
        } catch (error) {
            setRefused(problemsOf(error));
        }
        setBusy(false);
    };

    const shownMode = checked?.mode ?? '';
    const points: PointView[] =
        checked?.points.map((p) => ({
            ...p,
            how: '',
            against: '',
            stage: checked.path.find((stage) => stage.points.includes(p.id))?.id ?? null,
            low: 0,
            high: 0,
            hot: false,
            waits: true,
            reading: null,
        })) ?? [];
    const table = { description, problems: wrong, mayEdit, onChange: change };
    const tabs = (
        <div className="mode-tabs">
            {checked?.modes.map((m) => (
                <button
                    key={m.id}
                    type="button"
                    className={m.id === checked.mode ? 'on' : ''}
                    onClick={() => setMode(m.id)}
                >
                    {m.name}
                </button>
            ))}
        </div>
    );
    const computed = id === 'new' || isDraft;
    const unsaved = <p className="hint">Keep the description first: this is computed from what is kept.</p>;

    return (
        <div className={['budget', 'waves', 'versions', 'document'].includes(tab) ? 'editor alone' : 'editor'}>
            <div className="editor-head">
                <h1>
                    {text(description.title)} <small>revision {text(description.revision) || 'A'}</small>
                </h1>
                <div className="editor-foot">
                    {mayEdit && (
                        <Button
                            type="primary"
                            loading={busy}
                            disabled={wrong.length > 0 || (id !== 'new' && !isDraft)}
                            onClick={() => void keep()}
                        >
                            Keep it
                        </Button>
                    )}
                    {mayEdit && id !== 'new' && isDraft && <Button onClick={drop}>Drop changes</Button>}
                    {mayEdit && (
                        <PartsListButton
                            description={description}
                            onImported={(next, words) => {
                                change(next);
                                setSaid(words);
                            }}
                        />
                    )}
                    {mayEdit && id !== 'new' && (
                        <Duplicate id={id} onMade={(copy) => void navigate(`/library/${copy}`)} />
                    )}
                    {id !== 'new' && description.traced !== undefined && (
                        <Link to={`/library/trace?of=${id}`}>Go on tracing</Link>
                    )}
                    {id !== 'new' && <a href={`/api/v1/supplies/${id}/json`}>JSON</a>}
                    {id !== 'new' && <a href={`/api/v1/supplies/${id}/spice`}>SPICE netlist</a>}
                    {said !== undefined && <span role="status">{said}</span>}
                    {wrong.length > 0 && (
                        <span className="refusal">
                            {wrong.length === 1 ? 'One thing needs mending.' : `${wrong.length} things need mending.`}
                        </span>
                    )}
                </div>
                {progress.data !== undefined && <SolvingBar progress={progress.data} />}
                {wrong.length > 0 && (
                    <ul className="problems" role="alert">
                        {wrong.slice(0, 6).map((p) => (
                            <li key={p.path + p.message}>
                                <code>{p.path}</code> {p.message}
                            </li>
                        ))}
                    </ul>
                )}
            </div>
            <div className="editor-text">
                <Tabs
                    activeKey={tab}
                    onChange={(key) => {
                        if (key !== 'text') {
                            localStorage.removeItem(textKey);
                        }
                        setTab(key);
                    }}
                    items={[
                        {
                            key: 'parts',
                            label: 'Parts',
                            children: (
                                <>
                                    <General description={description} mayEdit={mayEdit} onChange={change} />
                                    {tab === 'parts' && (
                                        <Piece name="circuit" waits={<p role="status">Drawing…</p>}>
                                            <CircuitSheet description={description} onPart={toRow} />
                                        </Piece>
                                    )}
                                    <PartsTable {...table} />
                                </>
                            ),
                        },
                        { key: 'points', label: 'Test points', children: <PointsTable {...table} checked={checked} /> },
                        { key: 'modes', label: 'Modes', children: <ModesTable {...table} /> },
                        {
                            key: 'text',
                            label: 'As text',
                            children: tab === 'text' && (
                                <TextView
                                    storeKey={textKey}
                                    description={description}
                                    mayEdit={mayEdit}
                                    onChange={change}
                                />
                            ),
                        },
                        {
                            key: 'budget',
                            label: 'Losses',
                            children:
                                tab === 'budget' &&
                                (computed ? (
                                    unsaved
                                ) : (
                                    <>
                                        {tabs}
                                        <BudgetView supply={id} mode={shownMode} />
                                    </>
                                )),
                        },
                        {
                            key: 'waves',
                            label: 'Waveforms',
                            children:
                                tab === 'waves' &&
                                (computed ? (
                                    unsaved
                                ) : (
                                    <>
                                        {tabs}
                                        <Suspense fallback={<p>Fetching the plotter…</p>}>
                                            <WaveformView supply={id} mode={shownMode} />
                                        </Suspense>
                                    </>
                                )),
                        },
                        ...(id === 'new'
                            ? []
                            : [
                                  {
                                      key: 'document',
                                      label: 'Document',
                                      children: tab === 'document' && (
                                          <Suspense fallback={<p>Fetching its documents…</p>}>
                                              <DocumentTab
                                                  supply={id}
                                                  description={description}
                                                  mayEdit={mayEdit}
                                                  onChange={change}
                                              />
                                          </Suspense>
                                      ),
                                  },
                                  {
                                      key: 'versions',
                                      label: 'Versions',
                                      children: tab === 'versions' && <VersionsView supply={id} />,
                                  },
                              ]),
                    ]}
                />
            </div>
            <aside className="editor-side" aria-label="What a good unit reads">
                {checked === undefined ? (
                    <p>{wrong.length > 0 ? 'It is solved once what is listed above is mended.' : 'Solving…'}</p>
                ) : (
                    <>
                        {tabs}
                        <p className="hint" aria-live="polite">
                            {checking ? (
                                'Solving…'
                            ) : checked.unsettled === null || checked.unsettled === undefined ? (
                                'What a good unit reads in this mode.'
                            ) : (
                                <>
                                    <b>{checked.unsettled.sentence}</b> {checked.unsettled.mend}
                                </>
                            )}
                            {checked.broken.length > 0 && <b> It destroys itself: {checked.broken.join(', ')}.</b>}
                            {checked.unknown > 0 &&
                                ` Solved without ${checked.unknown} unknown ` +
                                    `${checked.unknown === 1 ? 'part' : 'parts'}.`}
                        </p>
                        <EnergyPath path={checked.path} points={points} target={null} />
                    </>
                )}
            </aside>
        </div>
    );
}

function Existing({ id, mayEdit }: { id: string; mayEdit: boolean }) {
    const supply = useQuery(supplyQuery(id));
    if (supply.isPending) {
        return <p>Opening…</p>;
    }
    if (supply.data === undefined) {
        return <RefusalNote>{supply.error?.message}</RefusalNote>;
    }
    return <Editor key={id} id={id} initial={supply.data.description ?? {}} mayEdit={mayEdit} />;
}

export function SupplyEditor() {
    const { supply = 'new' } = useParams();
    const session = useQuery(sessionQuery);
    const [made, setMade] = useState<Description | undefined>(() => {
        const draft = localStorage.getItem('oculant.draft.new');
        return draft === null ? undefined : readJson(draft);
    });
    if (session.data === undefined) {
        return (
            <PageWaits wide error={session.error}>
                Opening…
            </PageWaits>
        );
    }
    const mayEdit = session.data.can.edit_library;
    const again = () => {
        localStorage.removeItem('oculant.draft.new');
        setMade(undefined);
    };
    return (
        <main className="page wide">
            {supply !== 'new' && <Existing id={supply} mayEdit={mayEdit} />}
            {supply === 'new' && made === undefined && (
                <>
                    <h1>Describe a supply</h1>
                    <p className="lede">
                        A few questions give a complete description with test points. You can change all of it before
                        you keep it.
                    </p>
                    <TemplateForm
                        onMade={(description) => {
                            localStorage.setItem('oculant.draft.new', JSON.stringify(description));
                            setMade(description);
                        }}
                    />
                </>
            )}
            {supply === 'new' && made !== undefined && (
                <>
                    <Editor id="new" initial={made} mayEdit={mayEdit} />
                    <p>
                        <Button type="link" onClick={again}>
                            Begin again with other answers
                        </Button>
                    </p>
                </>
            )}
        </main>
    );
}
