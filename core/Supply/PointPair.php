<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/** Two test points measured against each other, written "TP3-TP5": red on the first, black on the second. */
final class PointPair
{
    /**
     * @param array<string, Point> $points by id
     *
     * @return array{Point, Point}|null null if it does not name two different points
     */
    public static function ends(string $id, array $points): ?array
    {
        [$from, $to] = self::ids($id, $points) ?? [null, null];

        return $from === null || $to === null || $points[$from]->node === $points[$to]->node
            ? null
            : [$points[$from], $points[$to]];
    }

    /**
     * @param array<string, mixed> $known by the id of a point
     *
     * @return array{string, string}|null
     */
    public static function ids(string $id, array $known): ?array
    {
        foreach (array_keys($known) as $first) {
            $second = str_starts_with($id, "{$first}-") ? substr($id, strlen((string) $first) + 1) : null;
            if ($second !== null && isset($known[$second])) {
                return [(string) $first, $second];
            }
        }

        return null;
    }

    /**
     * As a point of its own; null unless both are measured against the same ground, for only then does the difference
     * follow from the two.
     *
     * @param array<string, Point> $points by id
     */
    public static function of(string $id, array $points): ?Point
    {
        [$from, $to] = self::ends($id, $points) ?? [null, null];

        return $from === null || $to === null || $from->against !== $to->against
            ? null
            : new Point(
                $id,
                "{$from->name} against {$to->name}",
                $from->node,
                $to->node,
                "{$from->how}; black on {$to->how}",
                $from->stage,
                null,
                max($from->minutes, $to->minutes),
                null,
            );
    }
}
