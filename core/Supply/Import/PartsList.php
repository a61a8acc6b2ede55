<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Import;

use Oculant\Core\Supply\DescriptionRefused;

/**
 * Takes values and types from a parts list (CSV with a heading; columns ref, value, type, tolerance, voltage, notes in
 * any order, several references in one field) into a description that has the circuit already.
 *
 * @phpstan-type UnknownPart array{
 *     ref: string,
 *     value: string,
 *     reason: string,
 * }
 */
final class PartsList
{
    private const REFERENCES = ['ref', 'refs', 'reference', 'references', 'designator', 'designators', 'part'];

    private const FIELDS = [
        'value',
        'type',
        'tolerance',
        'voltage',
        'power',
        'current',
        'rating',
        'notes',
        'esr',
        'secondary',
    ];

    /**
     * @param array<string, mixed> $description
     *
     * @throws DescriptionRefused if it has no heading with references, or no reference that the description knows
     */
    public static function into(array $description, string $csv): Imported
    {
        $table = CsvTable::read($csv);
        $heading = $table->heading;
        $references = array_values(array_intersect($heading, self::REFERENCES))[0] ?? null;
        if ($references === null) {
            throw DescriptionRefused::because([
                [
                    'path' => 'text',
                    'message' => sprintf(
                        'The first line must name the columns, one of them "ref"; it reads "%s".',
                        mb_substr(implode(',', $heading), 0, 80),
                    ),
                ],
            ]);
        }
        $rows = is_array($description['parts'] ?? null) ? $description['parts'] : [];
        $at = array_flip(
            array_map(
                static fn(mixed $part): string => is_array($part) && is_string($part['ref'] ?? null)
                    ? $part['ref']
                    : '',
                $rows,
            ),
        );
        $unknown = $notes = [];
        $changed = 0;
        foreach ($table->rows as ['line' => $line, 'cells' => $row]) {
            foreach (preg_split('/[\s,;]+/', $row[$references], -1, PREG_SPLIT_NO_EMPTY) ?: [] as $ref) {
                if (!isset($at[$ref])) {
                    $unknown[] = [
                        'ref' => $ref,
                        'value' => $row['value'] ?? '',
                        'reason' => sprintf('line %d: the circuit has no such part', $line),
                    ];
                    continue;
                }
                foreach (array_intersect(self::FIELDS, $heading) as $field) {
                    if ($row[$field] !== '') {
                        $rows[$at[$ref]][$field] = $row[$field];
                    }
                }
                $changed++;
            }
        }
        if ($changed === 0) {
            throw DescriptionRefused::because([
                [
                    'path' => 'text',
                    'message' => sprintf(
                        'None of its %d references is in this circuit: is it the parts list of another board?',
                        count($unknown),
                    ),
                ],
            ]);
        }
        $notes[] = sprintf('%d parts took their values from the list.', $changed);

        return new Imported(['parts' => $rows] + $description, $unknown, $notes);
    }
}
