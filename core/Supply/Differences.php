<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/**
 * What one description says otherwise than another: parts, points, modes and the rest, field by field.
 *
 * @phpstan-type Difference array{
 *     section: string,
 *     name: string,
 *     field: string,
 *     before: string,
 *     after: string,
 * }
 */
final class Differences
{
    /** Sections that are lists of records, and the field that names a record. */
    private const LISTS = [
        'parts' => 'ref',
        'points' => 'id',
        'modes' => 'id',
        'stages' => 'id',
        'grounds' => 'node',
        'unknown' => 'ref',
    ];

    /**
     * @param array<string, mixed> $before as written
     * @param array<string, mixed> $after
     *
     * @return list<Difference> empty text where
     *     it is not there
     */
    public static function between(array $before, array $after): array
    {
        $rows = [];
        foreach (self::LISTS as $section => $key) {
            $old = self::named($before[$section] ?? [], $key);
            $new = self::named($after[$section] ?? [], $key);
            foreach (array_unique([...array_keys($old), ...array_keys($new)]) as $name) {
                array_push($rows, ...self::record($section, (string) $name, $old[$name] ?? null, $new[$name] ?? null));
            }
        }
        $rest = static fn(array $description): array => array_diff_key($description, self::LISTS + ['traced' => '']);
        array_push($rows, ...self::record('supply', '', $rest($before), $rest($after)));

        return $rows;
    }

    /**
     * @param array<mixed>|null $old
     * @param array<mixed>|null $new
     *
     * @return list<Difference>
     */
    private static function record(string $section, string $name, ?array $old, ?array $new): array
    {
        if ($old === null || $new === null) {
            $whole = static fn(?array $record): string => $record === null
                ? ''
                : self::write(array_diff_key($record, ['ref' => 0, 'id' => 0]));

            return [
                [
                    'section' => $section,
                    'name' => $name,
                    'field' => $old === null ? 'added' : 'removed',
                    'before' => $whole($old),
                    'after' => $whole($new),
                ],
            ];
        }
        $rows = [];
        foreach (array_unique([...array_keys($old), ...array_keys($new)]) as $field) {
            [$was, $is] = [$old[$field] ?? null, $new[$field] ?? null];
            if ($was != $is) {
                $rows[] = [
                    'section' => $section,
                    'name' => $name,
                    'field' => (string) $field,
                    'before' => self::write($was),
                    'after' => self::write($is),
                ];
            }
        }

        return $rows;
    }

    /** @return array<string, array<mixed>> by name */
    private static function named(mixed $rows, string $key): array
    {
        $named = [];
        foreach (is_array($rows) ? $rows : [] as $row) {
            if (is_array($row) && is_scalar($row[$key] ?? null)) {
                $named[(string) $row[$key]] = $row;
            }
        }

        return $named;
    }

    private static function write(mixed $value): string
    {
        return match (true) {
            $value === null => '',
            is_scalar($value) => (string) $value,
            default => (string) json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
        };
    }
}
