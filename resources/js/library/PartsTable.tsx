import { useQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import type { Kind, Problem } from '../api/client';
import { kindsQuery } from '../api/queries';
import { Cell } from './Cell';
import { pathOf, rowsOf, text, withField, withoutRow, withRow, type Description, type Row } from './description';

export interface TableProps {
    description: Description;
    problems: Problem[];
    mayEdit: boolean;
    onChange: (description: Description) => void;
}

const EXTRA = ['tolerance', 'type', 'notes'];

/** Values that a part has, those its kind needs, and one empty choice for those it could have. */
function Values({
    part,
    path,
    kind,
    problems,
    mayEdit,
    onChange,
}: {
    part: Row;
    path: string;
    kind: Kind | undefined;
    problems: Problem[];
    mayEdit: boolean;
    onChange: (part: Row) => void;
}) {
    const known = kind?.parameters ?? [];
    const isBare = known.every((p) => part[p.name] === undefined);
    const shown = [
        ...known.filter((p) => p.needed || part[p.name] !== undefined || (isBare && p.main)).map((p) => p.name),
        ...EXTRA.filter((name) => part[name] !== undefined),
    ];
    const more = [...known.map((p) => p.name), ...EXTRA].filter((name) => !shown.includes(name));
    return (
        <div className="values">
            {shown.map((name) => {
                const parameter = known.find((p) => p.name === name);
                return (
                    <label key={name} title={parameter?.title}>
                        <span>{name}</span>
                        {parameter !== undefined && parameter.options.length > 0 ? (
                            <Select
                                size="small"
                                aria-label={`${text(part.ref)} ${name}`}
                                disabled={!mayEdit}
                                value={text(part[name])}
                                options={parameter.options.map((option) => ({ value: option, label: option }))}
                                onChange={(value: string) => onChange({ ...part, [name]: value })}
                            />
                        ) : (
                            <Cell
                                label={`${text(part.ref)} ${name}`}
                                path={`${path}.${name}`}
                                value={text(part[name])}
                                problems={problems}
                                readOnly={!mayEdit}
                                wide={name === 'notes'}
                                onChange={(value) =>
                                    onChange(
                                        parameter?.needed === true
                                            ? { ...part, [name]: value }
                                            : withField(part, name, value),
                                    )
                                }
                            />
                        )}
                    </label>
                );
            })}
            {mayEdit && more.length > 0 && (
                <Select
                    size="small"
                    className="more"
                    suffixIcon={null}
                    aria-label={`another value of ${text(part.ref)}`}
                    value={null}
                    placeholder="+"
                    popupMatchSelectWidth={false}
                    options={more.map((name) => ({
                        value: name,
                        label: known.find((p) => p.name === name)?.title ?? name,
                    }))}
                    onChange={(name: string | null) => name !== null && onChange({ ...part, [name]: '' })}
                />
            )}
        </div>
    );
}

function Nodes({
    part,
    path,
    kind,
    problems,
    mayEdit,
    onChange,
}: {
    part: Row;
    path: string;
    kind: Kind | undefined;
    problems: Problem[];
    mayEdit: boolean;
    onChange: (part: Row) => void;
}) {
    const nodes = (typeof part.terminals === 'object' && part.terminals !== null ? part.terminals : {}) as Row;
    const shown = [...new Set([...(kind?.needed ?? []), ...Object.keys(nodes)])];
    const more = (kind?.terminals ?? []).filter((name) => !shown.includes(name));
    const set = (name: string, value: string) =>
        onChange({
            ...part,
            terminals:
                kind?.needed.includes(name) === true ? { ...nodes, [name]: value } : withField(nodes, name, value),
        });
    return (
        <div className="values nodes">
            {shown.map((name) => (
                <label key={name}>
                    <span>{name}</span>
                    <Cell
                        label={`${text(part.ref)} terminal ${name}`}
                        path={`${path}.terminals.${name}`}
                        value={text(nodes[name])}
                        problems={problems}
                        readOnly={!mayEdit}
                        onChange={(value) => set(name, value)}
                    />
                </label>
            ))}
            {mayEdit && more.length > 0 && (
                <Select
                    size="small"
                    className="more"
                    suffixIcon={null}
                    aria-label={`another terminal of ${text(part.ref)}`}
                    value={null}
                    placeholder="+"
                    popupMatchSelectWidth={false}
                    options={more.map((name) => ({ value: name, label: name }))}
                    onChange={(name: string | null) =>
                        name !== null && onChange({ ...part, terminals: { ...nodes, [name]: 'NODE' } })
                    }
                />
            )}
        </div>
    );
}

export function PartsTable({ description, problems, mayEdit, onChange }: TableProps) {
    const kinds = useQuery(kindsQuery);
    const parts = rowsOf(description, 'parts');
    const options = kinds.data?.map((kind) => ({ value: kind.name, label: kind.title })) ?? [];
    return (
        <div className="sheet">
            <table>
                <thead>
                    <tr>
                        <th>Part</th>
                        <th>Kind</th>
                        <th>Values</th>
                        <th>Nodes</th>
                        <th aria-label="Remove" />
                    </tr>
                </thead>
                <tbody>
                    {parts.map((part, k) => {
                        const kind = kinds.data?.find((candidate) => candidate.name === part.kind);
                        const path = pathOf('parts', part.ref, k);
                        const change = (row: Row) => onChange(withRow(description, 'parts', k, row));
                        return (
                            <tr key={k} data-row={text(part.ref)}>
                                <td>
                                    <Cell
                                        label={`reference of part ${k + 1}`}
                                        path={`parts[${k}].ref`}
                                        value={text(part.ref)}
                                        problems={problems}
                                        readOnly={!mayEdit}
                                        onChange={(value) => change({ ...part, ref: value })}
                                    />
                                </td>
                                <td>
                                    <Select
                                        size="small"
                                        showSearch
                                        optionFilterProp="label"
                                        aria-label={`kind of ${text(part.ref)}`}
                                        disabled={!mayEdit}
                                        value={text(part.kind)}
                                        options={options}
                                        popupMatchSelectWidth={false}
                                        onChange={(value: string) => change({ ...part, kind: value })}
                                    />
                                    {problems
                                        .filter(
                                            (p) =>
                                                p.path === path ||
                                                p.path === `${path}.kind` ||
                                                p.path === `${path}.terminals`,
                                        )
                                        .map((p) => (
                                            <small key={p.message} role="alert" className="row-complaint">
                                                {p.message}
                                            </small>
                                        ))}
                                </td>
                                <td>
                                    <Values
                                        part={part}
                                        path={path}
                                        kind={kind}
                                        problems={problems}
                                        mayEdit={mayEdit}
                                        onChange={change}
                                    />
                                </td>
                                <td>
                                    <Nodes
                                        part={part}
                                        path={path}
                                        kind={kind}
                                        problems={problems}
                                        mayEdit={mayEdit}
                                        onChange={change}
                                    />
                                </td>
                                <td>
                                    {mayEdit && (
                                        <Button
                                            type="text"
                                            size="small"
                                            aria-label={`remove ${text(part.ref)}`}
                                            onClick={() => onChange(withoutRow(description, 'parts', k))}
                                        >
                                            ×
                                        </Button>
                                    )}
                                </td>
                            </tr>
                        );
                    })}
                </tbody>
            </table>
            {mayEdit && (
                <Button
                    size="small"
                    onClick={() =>
                        onChange({
                            ...description,
                            parts: [
                                ...parts,
                                { ref: `R${parts.length + 1}`, kind: 'resistor', value: '', terminals: {} },
                            ],
                        })
                    }
                >
                    Add a part
                </Button>
            )}
        </div>
    );
}
