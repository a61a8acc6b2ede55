<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Parts\Ability\HoldsHighVoltage;
use Oculant\Core\Parts\Ability\NamesWindings;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/**
 * Which parts must be measured empty before hands go in, and which are. The bound is a coarse one, from what is printed
 * on the part or what the mains could put there; the plan for discharging computes the real voltages.
 */
final readonly class StoredCharge
{
    /** Volts DC above which a part is hazardous live (IEC 61010-1, 6.3.1; IEC 62368-1 ES1). */
    public const TOUCH = 60.0;

    /** Coulombs above which a charged capacitor is hazardous at such a voltage (IEC 61010-1, 6.3.1 c, from memory). */
    public const CHARGE = 45e-6;

    /** Volts above which the energy decides and not the charge, and its limit in joules (IEC 61010-1, 6.3.1 c). */
    public const TUBE = 15e3;

    public const TUBE_ENERGY = 0.35;

    /** Joules that burn and weld at any voltage (hazardous energy level of IEC 60950-1, from memory). */
    public const ENERGY = 20.0;

    /** What is smaller empties itself before a cover is off (common practice). */
    private const SMALL = 1e-6;

    /**
     * Seconds after which a large or high-voltage one is measured again: it recovers (dielectric absorption; common
     * practice).
     */
    public const WAIT = 120;

    private const LARGE = 47e-6;

    /** Volts behind a power factor stage. */
    private const BOOSTED = 420.0;

    private const UNLOADED = 1.5;

    /** @return array<string, float> bound on the volts, by reference, of parts that must be proven empty */
    public static function hazards(Description $supply): array
    {
        $hazards = [];
        foreach ($supply->parts as $ref => $part) {
            $farads = self::farads($part);
            if ($farads < self::SMALL && !($part->kind instanceof HoldsHighVoltage)) {
                continue;
            }
            $volts = self::bound($supply, $part);
            if (
                $part->kind instanceof HoldsHighVoltage ||
                self::isFelt($volts, $farads) ||
                ($farads * $volts ** 2) / 2 > self::ENERGY
            ) {
                $hazards[(string) $ref] = $volts;
            }
        }

        return $hazards;
    }

    /** Whether so much charge at such a voltage is more than a start. */
    public static function isFelt(float $volts, float $farads): bool
    {
        return $volts > self::TUBE
            ? ($farads * $volts ** 2) / 2 > self::TUBE_ENERGY
            : $volts > self::TOUCH && $farads * $volts > self::CHARGE;
    }

    /** @return list<string> references still to be measured, or to be measured again */
    public static function unproven(Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            return [];
        }

        return array_values(
            array_filter(
                array_map(strval(...), array_keys(self::hazards($supply))),
                static fn(string $ref): bool => !self::isProven($supply, $state, $ref),
            ),
        );
    }

    public static function isProven(Description $supply, BenchState $state, string $ref): bool
    {
        $measured = self::measured($supply, $state, $ref);
        $last = end($measured);
        if ($last === false || $last['volts'] >= self::TOUCH) {
            return false;
        }

        return !self::needsSecond($supply, $ref) || self::secondIn($measured) === 0;
    }

    /** True if it is proven only by a second measurement after a wait: a large one, or high voltage. */
    public static function needsSecond(Description $supply, string $ref): bool
    {
        $part = $supply->part($ref);

        return $part->kind instanceof HoldsHighVoltage ||
            (self::farads($part) >= self::LARGE && self::bound($supply, $part) > self::TOUCH);
    }

    /**
     * Seconds after the first low reading before the second counts; 0 if it is there.
     *
     * @param list<array{volts: float, at: string}> $measured oldest first
     */
    public static function secondIn(array $measured): int
    {
        $first = null;
        foreach ($measured as $one) {
            $time = (int) strtotime($one['at']);
            if ($one['volts'] >= self::TOUCH) {
                $first = null;
            } elseif ($first === null) {
                $first = $time;
            } elseif ($time - $first >= self::WAIT) {
                return 0;
            }
        }

        return self::WAIT;
    }

    /**
     * Volts measured across it since the plug was pulled, by itself or at a point on the same two nodes.
     *
     * @return list<array{volts: float, at: string}>
     */
    public static function measured(Description $supply, BenchState $state, string $ref): array
    {
        $nodes = array_values($supply->part($ref)->terminals);
        sort($nodes);
        $measured = [];
        foreach ($state->residuals as $one) {
            $point = $supply->places()[$one['place']] ?? null;
            $there = $point === null ? [] : [$point->node, $point->against];
            sort($there);
            if ($one['place'] === $ref || $there === $nodes) {
                $measured[] = ['volts' => abs($one['volts']), 'at' => $one['at']];
            }
        }

        return $measured;
    }

    /** Volts that it cannot exceed, coarsely: what is printed on it, and what its side of the supply can put there. */
    public static function bound(Description $supply, Part $part): float
    {
        if ($part->kind instanceof HoldsHighVoltage) {
            return $part->kind->anode($part)['volts'];
        }
        $there = self::mostOn($supply, array_values($part->terminals)[0]);
        $printed = $part->knows('voltage') ? $part->value('voltage') : INF;

        return min($printed, $there > 0.0 ? $there : 25.0);
    }

    /**
     * The mains' peak with what a power factor stage adds to it; on other sides what windings and rails say, unloaded
     * (common practice: half as much again).
     */
    private static function mostOn(Description $supply, string $node): float
    {
        if ($supply->isHot($node)) {
            return max(self::BOOSTED, $supply->mainsVoltage * M_SQRT2 * (1 + $supply->mainsTolerance));
        }
        $island = $supply->islands[$node] ?? -1;
        $most = $supply->frequency > 0.0 ? 0.0 : $supply->mainsVoltage;
        foreach ($supply->points as $point) {
            $most =
                $point->rail !== null && ($supply->islands[$point->node] ?? -2) === $island
                    ? max($most, abs($point->rail))
                    : $most;
        }
        foreach ($supply->parts as $one) {
            foreach ($one->kind instanceof NamesWindings ? $one->kind->windings($one) : [] as [$ends, $volts]) {
                $most = ($supply->islands[$ends[0]] ?? -2) === $island ? max($most, M_SQRT2 * $volts) : $most;
            }
        }

        return self::UNLOADED * $most;
    }

    public static function farads(Part $part): float
    {
        return $part->kind instanceof StoresCharge ? $part->kind->asFound($part, null)['farads'] : 0.0;
    }
}
