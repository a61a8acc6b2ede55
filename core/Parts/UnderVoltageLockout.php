<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Quantity\Unit;

/**
 * How a controller starts and stops, shared by every kind that has a supply pin: off it sips its start-up current, at
 * the start voltage it runs and draws its running current, below the stop voltage it gives up. If its capacitor cannot
 * carry it until the auxiliary winding takes over it falls back at once: that is the tick of a hiccup. Above its
 * over-voltage limit it latches until the mains is taken away (data-sheet families of 384x and later controllers).
 */
final class UnderVoltageLockout
{
    public const OFF = 0.0;

    public const RUNNING = 1.0;

    public const LATCHED = 2.0;

    /** Running on what its capacitor holds, before the auxiliary winding has taken over. */
    public const STARTING = 3.0;

    /**
     * @param float $start      volts
     * @param float $stop       volts
     * @param float $sip        start-up current, amperes
     * @param float $draw       running current, amperes
     * @param float $overVoltage volts
     *
     * @return list<Parameter>
     */
    public static function parameters(float $start, float $stop, float $sip, float $draw, float $overVoltage): array
    {
        return [
            Parameter::optional('start', 'supply voltage at which it starts', Unit::Volt, $start, 0.05),
            Parameter::optional('stop', 'supply voltage at which it stops', Unit::Volt, $stop, 0.05),
            Parameter::optional('start_current', 'current before it starts', Unit::Ampere, $sip, 0.3),
            Parameter::optional('run_current', 'current while it runs', Unit::Ampere, $draw, 0.2),
            Parameter::optional('start_up_time', 'time until the auxiliary winding takes over', Unit::Second, 8e-3),
            Parameter::optional('over_voltage', 'supply voltage at which it latches off', Unit::Volt, $overVoltage),
        ];
    }

    /**
     * The values of one that starts as late as a good one may (sign 1), or as early (-1).
     *
     * @return array{start: float, start_current: float}
     */
    public static function differing(Part $part, float $sign): array
    {
        $at = static fn(string $name): float => $part->value($name) * (1 + $sign * ($part->tolerances[$name] ?? 0.0));

        return ['start' => $at('start'), 'start_current' => $at('start_current')];
    }

    public static function isRunning(Part $part): bool
    {
        return in_array($part->values['state'] ?? self::OFF, [self::RUNNING, self::STARTING], true);
    }

    /** What its supply pins draw. */
    public static function enterSupply(Part $part, Netlist $netlist, string $supply, string $ground): void
    {
        if (self::isRunning($part)) {
            $draw = $part->value('run_current');
            $netlist->controlled(
                "{$part->ref}.supply",
                $supply,
                $ground,
                [[$supply, $ground]],
                [[[0.0], $draw], [[$draw], 0.0]],
            );
        } else {
            $netlist->chip(
                "{$part->ref}.supply",
                $supply,
                $ground,
                $part->value('start') / $part->value('start_current'),
            );
        }
        if (($part->values['state'] ?? self::OFF) === self::STARTING) {
            $held = ($part->value('start') + $part->value('stop')) / 2;
            $netlist->controlled(
                "{$part->ref}.held",
                $ground,
                $supply,
                [[$supply, $ground]],
                [[[-self::HOLDING], self::HOLDING * $held]],
            );
        }
        $clamp = 1.12 * $part->value('over_voltage');
        $netlist->junction(
            "{$part->ref}.clamp",
            $ground,
            $supply,
            SegmentTable::junction(1e-12, 1.5, 1.0, $clamp, 20.0, 1e-3, SegmentTable::SIGNAL_CORNERS),
        );
    }

    /** Siemens by which the capacitor holds the supply up while it starts. */
    private const HOLDING = 0.2;

    /** @return array<string, float> */
    public static function decide(Part $part, CycleRecord $record, string $supply, string $ground, bool $works): array
    {
        $state = $part->value('state');
        $volts = $record->signal($supply, $ground)->average;
        $next = match ($state) {
            self::OFF => $works && $volts >= $part->value('start') ? self::STARTING : self::OFF,
            self::STARTING => self::holdsOver($part, $record, $supply, $ground) ? self::RUNNING : self::OFF,
            self::RUNNING => match (true) {
                $volts > $part->value('over_voltage') => self::LATCHED,
                $volts < $part->value('stop') => self::OFF,
                default => self::RUNNING,
            },
            default => $state,
        };

        return ['state' => $next];
    }

    /** Seconds from stop to start voltage, or back. */
    public static function dwell(Part $part, CycleRecord $record, string $supply, string $ground): float
    {
        $charge =
            $record->netlist()->capacitanceBetween($supply, $ground) * ($part->value('start') - $part->value('stop'));
        if (self::isRunning($part)) {
            $held = $charge / $part->value('run_current');

            return max(
                $part->value('state') === self::STARTING
                    ? min($held, $part->value('start_up_time'))
                    : $held - $part->value('start_up_time'),
                1e-3,
            );
        }
        $middle = ($part->value('start') + $part->value('stop')) / 2;
        $sip = $part->value('start_current') / $part->value('start');
        $clamp = "{$part->ref}.clamp";
        $available =
            $record->signal($supply, $ground)->average * $sip -
            ($record->has($clamp) ? $record->currentSignal($clamp)->average : 0.0);

        return $charge / max($available - $middle * $sip, 1e-6);
    }

    private static function holdsOver(Part $part, CycleRecord $record, string $supply, string $ground): bool
    {
        $farads = $record->netlist()->capacitanceBetween($supply, $ground);

        return $farads * ($part->value('start') - $part->value('stop')) >=
            $part->value('run_current') * $part->value('start_up_time');
    }
}
