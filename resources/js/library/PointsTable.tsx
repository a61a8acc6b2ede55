import { Button } from 'antd';
import type { Checked } from '../api/client';
import { Cell } from './Cell';
import { pathOf, rowsOf, text, withField, withoutRow, withRow } from './description';
import type { TableProps } from './PartsTable';

const COLUMNS: [field: string, title: string, needed: boolean][] = [
    ['id', 'Point', true],
    ['name', 'Name', false],
    ['node', 'Red on', true],
    ['against', 'Black on', true],
    ['how', 'How to reach it', false],
    ['stage', 'Stage', false],
    ['rail', 'Rail', false],
];

export function PointsTable({
    description,
    problems,
    mayEdit,
    onChange,
    checked,
}: TableProps & { checked: Checked | undefined }) {
    const points = rowsOf(description, 'points');
    return (
        <div className="sheet">
            <table>
                <thead>
                    <tr>
                        {COLUMNS.map(([field, title]) => (
                            <th key={field}>{title}</th>
                        ))}
                        <th>Documented</th>
                        <th>Reads</th>
                        <th aria-label="Remove" />
                    </tr>
                </thead>
                <tbody>
                    {points.map((point, k) => {
                        const row = `points[${k}]`;
                        const documented = (
                            typeof point.documented === 'object' && point.documented !== null ? point.documented : {}
                        ) as Record<string, unknown>;
                        return (
                            <tr key={k}>
                                {COLUMNS.map(([field, title, needed]) => (
                                    <td key={field}>
                                        <Cell
                                            label={`${title} of ${text(point.id)}`}
                                            path={`${field === 'id' ? row : pathOf('points', point.id, k)}.${field}`}
                                            value={text(point[field])}
                                            problems={problems}
                                            readOnly={!mayEdit}
                                            wide={field === 'how' || field === 'name'}
                                            onChange={(value) =>
                                                onChange(
                                                    withRow(
                                                        description,
                                                        'points',
                                                        k,
                                                        needed
                                                            ? { ...point, [field]: value }
                                                            : withField(point, field, value),
                                                    ),
                                                )
                                            }
                                        />
                                    </td>
                                ))}
                                <td>
                                    <Cell
                                        label={`documented value of ${text(point.id)}`}
                                        path={`${pathOf('points', point.id, k)}.documented.value`}
                                        value={text(documented.value)}
                                        problems={problems}
                                        readOnly={!mayEdit}
                                        placeholder="none"
                                        onChange={(value) =>
                                            onChange(
                                                withRow(
                                                    description,
                                                    'points',
                                                    k,
                                                    withField(
                                                        point,
                                                        'documented',
                                                        value === '' ? undefined : { ...documented, value },
                                                    ),
                                                ),
                                            )
                                        }
                                    />
                                </td>
                                <td className="mono-figures">
                                    {checked?.points.find((p) => p.id === point.id)?.expected ?? ''}
                                </td>
                                <td>
                                    {mayEdit && (
                                        <Button
                                            type="text"
                                            size="small"
                                            aria-label={`remove ${text(point.id)}`}
                                            onClick={() => onChange(withoutRow(description, 'points', k))}
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
                            points: [
                                ...points,
                                { id: `TP${points.length + 1}`, node: '', against: text(description.reference) },
                            ],
                        })
                    }
                >
                    Add a test point
                </Button>
            )}
        </div>
    );
}
