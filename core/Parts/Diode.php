<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Quantity\Unit;

/**
 * A silicon rectifier diode, anode a to cathode k.
 *
 * The curve scales with the rated average current, so that a 1 A type drops about 0.93 V at 1 A and a 3 A type the
 * same at 3 A (1N400x and 1N540x data-sheet families; Is = 14.1 nA, n = 1.98, Rs = 34 mOhm per ampere of rating).
 */
final class Diode extends Pair
{
    protected const ENDS = ['a', 'k'];

    public function name(): string
    {
        return 'diode';
    }

    public function title(): string
    {
        return 'Diode';
    }

    public function parameters(): array
    {
        return [
            Parameter::optional('current', 'rated average current', Unit::Ampere, 1.0),
            Parameter::optional('reverse', 'rated reverse voltage', Unit::Volt, 400.0),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('short', 'shorted', 2.0, 'Diode test both ways: a beep or under 0.1 V both ways; lift one leg to be sure.'),
            new FaultMode('open', 'open', 1.0, 'Diode test both ways: OL both ways.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 'a', 'k', "{$part->ref}, conducting direction"),
            DeadCheck::diode($part, 'k', 'a', "{$part->ref}, the other way round", '.reverse'),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        self::enterJunction($netlist, $part->ref, $part->node('a'), $part->node('k'), $part->value('current'), $fault);
    }

    /** @param float $rating amperes */
    public static function enterJunction(Netlist $netlist, string $name, string $anode, string $cathode, float $rating, ?string $fault): void
    {
        match ($fault) {
            'short' => $netlist->resistor($name, $anode, $cathode, 0.05),
            'open' => $netlist->resistor($name, $anode, $cathode, 1e9),
            default => $netlist->junction($name, $anode, $cathode, SegmentTable::junction(14.1e-9 * $rating, 1.984, 0.034 / $rating)),
        };
    }
}
