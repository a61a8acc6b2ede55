<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Parts\Ability\NamesWindings;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Bridge;
use Oculant\Core\Parts\Kind\Mosfet;
use Oculant\Core\Parts\Kind\Rectifier;
use Oculant\Core\Parts\Kind\Transistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/**
 * The dead checks that a new fuse waits for: what stands next behind it in the order in which it fails shorted (common
 * practice: rectifier, switch, first reservoir).
 */
final readonly class FuseChecks
{
    /** Ohms, and volts of a diode test, above which nothing is shorted. */
    private const CLEAR_OHMS = 2.0;

    private const CLEAR_VOLTS = 0.1;

    /** Reservoirs from this size on are worth the look. */
    private const RESERVOIR = 1e-6;

    /** @return list<DeadCheck> */
    public static function of(Description $supply): array
    {
        $isOffLine =
            array_filter(
                $supply->parts,
                static fn(Part $p): bool => $p->kind instanceof Bridge &&
                    $supply->isHot(array_values($p->terminals)[0]),
            ) !== [];
        $wanted = [];
        foreach ($supply->parts as $part) {
            $isReservoir =
                $part->kind instanceof StoresCharge &&
                StoredCharge::farads($part) >= self::RESERVOIR &&
                $part->has('plus') &&
                (!$isOffLine || StoredCharge::bound($supply, $part) >= $supply->mainsVoltage);
            $isSwitch =
                $part->kind instanceof Mosfet ||
                $part->kind instanceof Transistor ||
                in_array($part->kind->name(), ['integrated_switcher', 'pfc'], true);
            $isNear = $isOffLine
                ? $supply->isHot(array_values($part->terminals)[0])
                : self::isBehindWinding($part, $supply);
            if (
                $isNear &&
                ($part->kind instanceof Bridge ||
                    (!$isOffLine && $part->kind instanceof Rectifier) ||
                    $isSwitch ||
                    $isReservoir)
            ) {
                $wanted[$part->ref] = self::checksOf($part, $supply);
            }
        }

        return array_merge(...array_values($wanted));
    }

    /** Above this a check of its kind shows no short; ohms or volts. */
    public static function clear(DeadCheck $check): float
    {
        return $check->quantity === DeadCheck::DIODE ? self::CLEAR_VOLTS : self::CLEAR_OHMS;
    }

    /** @return list<DeadCheck> those that show a short */
    private static function checksOf(Part $part, Description $supply): array
    {
        $checks = array_values(
            array_filter(
                $part->kind->deadChecks($part),
                static fn(DeadCheck $c): bool => $c->quantity !== DeadCheck::ESR,
            ),
        );
        $switch = array_values(
            array_filter(
                $checks,
                static fn(DeadCheck $c): bool => str_ends_with($c->id, '.ds') || str_ends_with($c->id, '.ce'),
            ),
        );

        return match (true) {
            $switch !== [] => $switch,
            $part->kind instanceof StoresCharge => array_slice($checks, 0, 1),
            // A short shows in the conducting direction too.
            $part->kind instanceof Bridge => array_values(
                array_filter($checks, static fn(DeadCheck $c): bool => !str_ends_with($c->id, 'reverse')),
            ),
            default => array_slice($checks, 0, 1),
        };
    }

    /** True if it hangs on a secondary, or on what a rectifier on a secondary feeds. */
    private static function isBehindWinding(Part $part, Description $supply): bool
    {
        $nodes = [];
        foreach ($supply->parts as $one) {
            if ($one->kind instanceof NamesWindings) {
                foreach ($one->kind->windings($one) as [$ends]) {
                    array_push($nodes, ...$ends);
                }
            }
        }
        $ofRectifiers = [];
        foreach ($supply->parts as $one) {
            if (
                ($one->kind instanceof Bridge || $one->kind instanceof Rectifier) &&
                array_intersect($one->terminals, $nodes) !== []
            ) {
                array_push($ofRectifiers, ...array_values($one->terminals));
            }
        }

        return $part->kind instanceof StoresCharge
            ? count(array_intersect($part->terminals, [...$ofRectifiers, ...$nodes])) === 2
            : array_intersect($part->terminals, $nodes) !== [];
    }
}
