<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\SharesHeat;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Rating;

/** What the parts of a run carry, beside what they are rated for. */
final class Stress
{
    /**
     * Up to this multiple of what destroys a part as a rule, many a specimen holds (common practice: limits of
     * destruction scatter by a third).
     */
    private const DOUBTFUL = 1.35;

    /** Watts below which no part gets warm to the touch (common practice). */
    public const WARM = 0.03;

    /** @return float watts that turn into heat in the part, averaged over the run's longest phase */
    public static function heat(string $ref, CycleRecord $record): float
    {
        $watts = 0.0;
        foreach (self::branches($ref, $record) as $name) {
            $watts += self::branchHeat($name, $record);
        }

        return max(0.0, $watts);
    }

    /** @return array<string, float> watts by part reference, where they turn into heat */
    public static function heats(Phase $phase): array
    {
        $record = $phase->record;
        $watts = [];
        foreach (array_keys($record->netlist()->branches()) as $name) {
            $ref = explode('.', (string) $name)[0];
            $watts[$ref] = ($watts[$ref] ?? 0.0) + self::branchHeat((string) $name, $record);
        }

        foreach ($phase->parts as $part) {
            if ($part->kind instanceof SharesHeat) {
                $watts = $part->kind->shareHeat($part, $watts, $phase->parts);
            }
        }

        return $watts;
    }

    /** The branch that carries most of a part's current; null if it has none. */
    public static function mainBranch(string $ref, CycleRecord $record): ?string
    {
        if ($record->has($ref)) {
            return $ref;
        }
        $main = null;
        $most = 0.0;
        foreach (self::branches($ref, $record) as $name) {
            $rms = $record->currentSignal($name)->rms;
            if ($main === null || $rms > $most) {
                [$main, $most] = [$name, $rms];
            }
        }

        return $main;
    }

    /**
     * How a part stands against one of its ratings, in the rating's unit; null if nothing tells.
     */
    public static function against(Part $part, Rating $rating, CycleRecord $record): ?float
    {
        if ($rating->quantity === Rating::POWER) {
            return self::heat($part->ref, $record);
        }
        $branch = $part->ref . $rating->branch;
        if (!$record->has($branch)) {
            return null;
        }

        return match ($rating->quantity) {
            Rating::AVERAGE => abs($record->currentSignal($branch)->average),
            Rating::RMS => $record->currentSignal($branch)->rms,
            Rating::RIPPLE => $record->currentSignal($branch)->acRms,
            Rating::REVERSE => max(0.0, -min($record->across($branch))),
            default => max(max($record->across($branch)), -min($record->across($branch))),
        };
    }

    /**
     * The rating of any part that is exceeded so grossly that the part goes first, if there is one.
     *
     * @param array<string, string> $spared  faults already there, by reference
     * @param bool                  $isLucky true if what is overloaded by little more than it must stand holds
     */
    public static function firstToGo(Phase $phase, array $spared, bool $isLucky = false): ?Destruction
    {
        $first = null;
        foreach ($phase->parts as $ref => $part) {
            if (isset($spared[$ref]) || !($part->kind instanceof Rated)) {
                continue;
            }
            foreach ($part->kind->ratings($part) as $rating) {
                $value = $rating->gross === null ? null : self::against($part, $rating, $phase->record);
                if (
                    $value === null ||
                    $rating->becomes === null ||
                    $rating->how === null ||
                    $value < $rating->gross * $rating->limit
                ) {
                    continue;
                }
                $isDoubtful = $value < self::DOUBTFUL * $rating->gross * $rating->limit;
                if ($isLucky && $isDoubtful) {
                    continue;
                }
                // Heat goes with the power itself, with the square of a current or a voltage.
                $seconds =
                    $rating->seconds *
                    (($rating->gross * $rating->limit) / $value) ** ($rating->quantity === Rating::POWER ? 1 : 2);
                if ($first === null || $seconds < $first->seconds) {
                    $first = new Destruction((string) $ref, $rating->becomes, $rating->how, $seconds, $isDoubtful);
                }
            }
        }

        return $first;
    }

    /** @return list<string> */
    private static function branches(string $ref, CycleRecord $record): array
    {
        return array_values(
            array_filter(
                array_map(strval(...), array_keys($record->netlist()->branches())),
                static fn(string $name): bool => $name === $ref || str_starts_with($name, "{$ref}."),
            ),
        );
    }

    private static function branchHeat(string $name, CycleRecord $record): float
    {
        $current = $record->current($name);
        $branch = $record->netlist()->branches()[$name];
        if ($branch instanceof Capacitor) {
            return ($branch->esr * array_sum(array_map(static fn(float $i): float => $i * $i, $current))) /
                count($current);
        }
        $watts = 0.0;
        foreach ($record->across($name) as $step => $volts) {
            $watts += ($volts * $current[$step]) / count($current);
        }

        return $watts;
    }
}
