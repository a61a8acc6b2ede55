<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;

/**
 * What rectifying diodes share, anode a to cathode k. The curve scales with the rated average current, so that a 3 A
 * type drops at 3 A what a 1 A type drops at 1 A.
 */
abstract class Rectifier extends Pair implements Rated, Warms
{
    protected const ENDS = ['a', 'k'];

    /** Ohms of a bad joint, in series with the junction. */
    private const JOINT = 15.0;

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
            new FaultMode(
                'short',
                'shorted',
                $this->shortWeight(),
                'Diode test both ways: a beep or under 0.1 V both ways; lift one leg to be sure.',
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'leaky',
                'leaky',
                0.3,
                'Ohms the blocking way round, one leg lifted: anything but OL is bad.',
                graded: true,
                degrees: [5e3, 100.0, 1.5],
            ),
            new FaultMode(
                'open',
                'open',
                1.0,
                'Diode test both ways: OL both ways.',
                looks: [Look::CrackedBody],
                silence: 'It works only at a moment that no mode has: a kick of a coil, a reversal, a surge.',
            ),
            new FaultMode(
                'resistive',
                'badly soldered',
                0.15,
                'Millivolts from its lead to the track under load; press on it with something that insulates.',
                graded: true,
                looks: [Look::Ring, Look::BrownedBoard],
                silence: 'It carries too little for its joint to matter.',
                comesAndGoes: true,
                degrees: [0.5, 20.0, 300.0],
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 'a', 'k', "{$part->ref}, conducting direction"),
            DeadCheck::diode($part, 'k', 'a', "{$part->ref}, the other way round", '.reverse'),
        ];
    }

    public function ratings(Part $part): array
    {
        return self::limits($part->value('current'), $part->value('reverse'));
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        self::enterJunction(
            $netlist,
            $part->ref,
            $part->node('a'),
            $part->node('k'),
            $fault,
            $this->curve($part->value('current')),
            $part,
        );
    }

    /** Relative rate of shorts. */
    protected function shortWeight(): float
    {
        return 2.0;
    }

    /** @param float $rating amperes */
    abstract protected function curve(float $rating): SegmentTable;

    /** @return list<Rating> of a junction whose branch is named $branch */
    public static function limits(float $amperes, float $volts, string $branch = '', string $short = 'short'): array
    {
        return [
            Rating::average($amperes, $branch)->destroyedAt(8.0, $short, Breaking::IsOverloaded, 0.05),
            Rating::reverse($volts, $branch)->destroyedAt(1.3, $short, Breaking::BreaksDown, 0.01),
        ];
    }

    public static function enterJunction(
        Netlist $netlist,
        string $name,
        string $anode,
        string $cathode,
        ?string $fault,
        SegmentTable $curve,
        ?Part $part = null,
    ): void {
        if ($fault === 'resistive') {
            $netlist->resistor("{$name}.joint", $anode, "{$name}:joint", $part?->degree(self::JOINT) ?? self::JOINT);
            $anode = "{$name}:joint";
        }
        match ($fault) {
            'short' => $netlist->shortedJunction($name, $anode, $cathode, $part?->degree(0.05) ?? 0.05),
            'open' => $netlist->resistor($name, $anode, $cathode, 1e9),
            default => $netlist->junction($name, $anode, $cathode, $curve),
        };
        if ($fault === 'leaky') {
            $netlist->resistor("{$name}.leak", $anode, $cathode, $part?->degree(300.0) ?? 300.0);
        }
    }

    /** An ampere in an axial body free above the board, eight in one with a tab (data sheets, from memory). */
    public function perWatt(Part $part): float
    {
        return max(5.0, 45.0 * $part->value('current') ** -0.6);
    }
}
