<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Supply\Description;

/**
 * This unit beside a twin that works, point by point from the input on: the fault sits before the first point at which
 * they part.
 *
 * @phpstan-type TwinView array{
 *     rows: list<array{
 *         point: string,
 *         name: string,
 *         mine: ?string,
 *         twin: ?string,
 *         parts: ?bool,
 *     }>,
 *     first: ?string,
 *     sentence: string,
 * }
 */
final class TwinComparison
{
    /**
     * Two good units of a kind differ by their part tolerances (common practice: a few per cent, unregulated rails
     * more).
     */
    public const ALIKE = 0.06;

    /**
     * @param array<string, string> $functions how each point is measured, dc or ac
     *
     * @return TwinView
     */
    public static function of(Description $supply, BenchState $state, array $functions): array
    {
        $rows = [];
        $first = $last = null;
        $standing = $state->standing();
        foreach ($supply->points as $id => $point) {
            $function = $functions[$id];
            $mine = ($standing["{$state->mode} {$id} {$function}"] ?? null)?->value;
            $twin = $state->twins["{$state->mode} {$id} {$function}"] ?? null;
            $parts = $mine === null || $twin === null ? null : self::parts($mine, $twin, $function);
            $first ??= $parts === true ? (string) $id : null;
            $last = $parts === false && $first === null ? (string) $id : $last;
            $rows[] = [
                'point' => (string) $id,
                'name' => $point->name,
                'mine' => $mine === null ? null : Reading::write($function, $mine),
                'twin' => $twin === null ? null : Reading::write($function, $twin),
                'parts' => $parts,
            ];
        }

        return ['rows' => $rows, 'first' => $first, 'sentence' => self::sentence($rows, $first, $last)];
    }

    private static function parts(float $mine, float $twin, string $function): bool
    {
        $meter = $function === 'dc' ? Meter::forDc() : Meter::forAc();

        return abs($mine - $twin) >
            self::ALIKE * max(abs($mine), abs($twin)) + $meter->halfWidth($mine) + $meter->halfWidth($twin) + 0.03;
    }

    /** @param list<array{point: string, name: string, mine: ?string, twin: ?string, parts: ?bool}> $rows */
    private static function sentence(array $rows, ?string $first, ?string $last): string
    {
        $compared = count(array_filter($rows, static fn(array $row): bool => $row['parts'] !== null));

        return match (true) {
            $compared === 0 => 'Measure the same points on both, in the same mode and with the same load.',
            $first === null => 'They read alike wherever both were measured.',
            $last === null => 'They part at ' .
                "{$first}, the first point that was compared: look at what feeds it, and " .
                'compare further towards the input.',
            default => 'They still agree at ' .
                "{$last} and part at {$first}: the fault is between the two, or in what {$first} feeds.",
        };
    }
}
