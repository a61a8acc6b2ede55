import { Button, Select } from 'antd';
import { Cell } from './Cell';
import { pathOf, rowsOf, text, withField, withoutRow, withRow, type Row } from './description';
import type { TableProps } from './PartsTable';

const words = (value: unknown): string[] =>
    Array.isArray(value) ? value.filter((item): item is string => typeof item === 'string') : [];

/** "RL1 current 0.5 A, W1 lamp 60 W" and back: what a mode sets otherwise. */
function settingsText(value: unknown): string {
    return typeof value === 'object' && value !== null
        ? Object.entries(value as Record<string, Row>)
              .flatMap(([ref, fields]) =>
                  Object.entries(fields).map(([name, setting]) => `${ref} ${name} ${text(setting)}`),
              )
              .join(', ')
        : '';
}

function settingsFrom(source: string): Record<string, Row> | undefined {
    const settings: Record<string, Row> = {};
    for (const piece of source
        .split(',')
        .map((part) => part.trim())
        .filter((part) => part !== '')) {
        const [ref = '', name = '', ...value] = piece.split(/\s+/);
        settings[ref] = { ...settings[ref], [name]: value.join(' ') };
    }
    return Object.keys(settings).length === 0 ? undefined : settings;
}

export function ModesTable({ description, problems, mayEdit, onChange }: TableProps) {
    const modes = rowsOf(description, 'modes');
    const references = rowsOf(description, 'parts').map((part) => text(part.ref));
    return (
        <div className="sheet">
            <table>
                <thead>
                    <tr>
                        <th>Mode</th>
                        <th>Name</th>
                        <th>Left out</th>
                        <th>Mains</th>
                        <th>Set otherwise</th>
                        <th>Note</th>
                        <th aria-label="Remove" />
                    </tr>
                </thead>
                <tbody>
                    {modes.map((mode, k) => {
                        const path = pathOf('modes', mode.id, k);
                        const change = (row: Row) => onChange(withRow(description, 'modes', k, row));
                        const cell = (field: string, needed = false, wide = false) => (
                            <Cell
                                label={`${field} of mode ${text(mode.id)}`}
                                path={`${path}.${field}`}
                                value={text(mode[field])}
                                problems={problems}
                                readOnly={!mayEdit}
                                wide={wide}
                                onChange={(value) =>
                                    change(needed ? { ...mode, [field]: value } : withField(mode, field, value))
                                }
                            />
                        );
                        return (
                            <tr key={k}>
                                <td>{cell('id', true)}</td>
                                <td>{cell('name', false, true)}</td>
                                <td>
                                    <Select
                                        mode="multiple"
                                        size="small"
                                        aria-label={`parts left out in ${text(mode.id)}`}
                                        disabled={!mayEdit}
                                        value={words(mode.absent)}
                                        options={references.map((ref) => ({ value: ref, label: ref }))}
                                        onChange={(value: string[]) =>
                                            change(withField(mode, 'absent', value.length === 0 ? undefined : value))
                                        }
                                        style={{ minWidth: 120 }}
                                    />
                                </td>
                                <td>{cell('mains')}</td>
                                <td>
                                    <span className="cell wide">
                                        <input
                                            aria-label={`settings of mode ${text(mode.id)}`}
                                            defaultValue={settingsText(mode.set)}
                                            placeholder="RL1 current 0.5 A"
                                            readOnly={!mayEdit}
                                            onBlur={(event) =>
                                                change(withField(mode, 'set', settingsFrom(event.target.value)))
                                            }
                                        />
                                    </span>
                                    {problems
                                        .filter(
                                            (p) =>
                                                p.path.startsWith(`${path}.set`) ||
                                                p.path.startsWith(`${path}.adds`) ||
                                                p.path.startsWith(`${path}.absent`),
                                        )
                                        .map((p) => (
                                            <small key={p.message} role="alert" className="row-complaint">
                                                {p.message}
                                            </small>
                                        ))}
                                </td>
                                <td>{cell('note', false, true)}</td>
                                <td>
                                    {mayEdit && (
                                        <Button
                                            type="text"
                                            size="small"
                                            aria-label={`remove mode ${text(mode.id)}`}
                                            onClick={() => onChange(withoutRow(description, 'modes', k))}
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
                            modes: [...modes, { id: `mode${modes.length + 1}`, name: 'New mode' }],
                        })
                    }
                >
                    Add a mode
                </Button>
            )}
        </div>
    );
}
