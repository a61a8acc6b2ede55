<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** Most faults leave most readings alone: of each only what differs from a good unit is kept. */
final class SparseRows
{
    /** Share of a reading below which two are the same to any meter. */
    private const SAME = 3e-4;

    /** The same in volts or ohms, near nothing. */
    private const SAME_FLOOR = 3e-4;

    /**
     * Most faults leave most readings alone, and a dictionary is read on every request.
     *
     * @param array<string, array<string, float>> $rows by hypothesis, "healthy" among them
     *
     * @return array<string, array<string, float>> of a fault only what differs from healthy; six digits are more than
     *     any meter shows
     */
    public static function readings(array $rows): array
    {
        $healthy = array_map(self::digits(...), $rows[Hypothesis::HEALTHY]);
        $sparse = [Hypothesis::HEALTHY => $healthy];
        foreach ($rows as $id => $row) {
            if ($id !== Hypothesis::HEALTHY) {
                $changed = array_filter(
                    array_map(self::digits(...), $row),
                    static fn(float $value, string $key): bool => !self::same($value, $healthy[$key] ?? NAN),
                    ARRAY_FILTER_USE_BOTH,
                );
                $sparse[$id] =
                    $changed + array_fill_keys(array_map(strval(...), array_keys(array_diff_key($healthy, $row))), NAN);
            }
        }

        return $sparse;
    }

    /**
     * @param array<string, array<string, array{float, float}>> $rows by hypothesis, "healthy" among them
     *
     * @return array<string, array<string, array{float, float}>> of a fault only what differs from healthy
     */
    public static function spans(array $rows): array
    {
        $healthy = $rows[Hypothesis::HEALTHY];
        foreach ($rows as $id => $row) {
            $rows[$id] =
                $id === Hypothesis::HEALTHY
                    ? $row
                    : array_filter(
                        $row,
                        static fn(array $span, string $key): bool => $span !== ($healthy[$key] ?? null),
                        ARRAY_FILTER_USE_BOTH,
                    );
        }

        return $rows;
    }

    private static function same(float $value, float $healthy): bool
    {
        return $value === $healthy || abs($value - $healthy) < self::SAME * abs($healthy) + self::SAME_FLOOR;
    }

    public static function digits(float $value): float
    {
        return is_finite($value) ? (float) sprintf('%.6g', $value) : $value;
    }
}
