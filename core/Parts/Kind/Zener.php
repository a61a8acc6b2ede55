<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\BreaksDown;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;

/** A zener, anode a to cathode k; in use the cathode is positive. */
final class Zener extends Pair implements BreaksDown, Rated, Warms
{
    protected const ENDS = ['a', 'k'];

    public function name(): string
    {
        return 'zener';
    }

    public function title(): string
    {
        return 'Zener diode';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 110.0,
            limit: 'junction 150 °C',
            warms: 300.0,
            letter: 'D',
            hot: ['Volts times what is left of the current when the load takes least.'],
            family: Family::Zener,
            junction: [0.6, 0.85],
            prefixes: ['ZD', 'Z'],
            words: ['zener'],
            types: ['/^(1n47\\d\\d|bzx|bzv|bzy)/i'],
            symbols: ['D_Zener', 'Zener'],
            pins: ['1' => 'k', '2' => 'a'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'zener voltage', Unit::Volt, 0.05),
            Parameter::optional('power', 'rated power', Unit::Watt, 1.3),
            Parameter::optional('resistance', 'dynamic resistance', Unit::Ohm, 5.0),
            Parameter::optional('current', 'test current', Unit::Ampere, 5e-3),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'shorted',
                1.5,
                'Diode test: under 0.1 V both ways, one leg lifted.',
                degrees: [1.5, 0.05],
            ),
            new FaultMode('open', 'open', 0.8, 'Diode test: OL both ways, one leg lifted.'),
            new FaultMode(
                'drifted',
                'voltage fallen',
                0.4,
                'A source above the zener voltage through a resistor; measure the voltage across it.',
                graded: true,
                degrees: [0.92, 0.7, 0.35],
                in: Unit::Ratio,
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
        return [Rating::power($part->value('power'))->destroyedAt(4.0, 'short', Breaking::Overheats, 1.0)];
    }

    public function breakdown(Part $part, ?string $fault): float
    {
        return match ($fault) {
            'short' => 0.0,
            'open' => INF,
            'drifted' => $part->degree(0.75) * $part->value('value'),
            default => $part->value('value'),
        };
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$anode, $cathode] = [$part->node('a'), $part->node('k')];
        match ($fault) {
            'short' => $netlist->resistor($part->ref, $anode, $cathode, $part->degree(0.5)),
            'open' => $netlist->resistor($part->ref, $anode, $cathode, 1e9),
            default => $netlist->junction(
                $part->ref,
                $anode,
                $cathode,
                SegmentTable::junction(
                    1e-9,
                    1.8,
                    0.2,
                    $this->breakdown($part, $fault),
                    $part->value('resistance'),
                    $part->value('current'),
                ),
            ),
        };
    }

    /** Rated for 100 K or so above its leads (data sheets, from memory). */
    public function perWatt(Part $part): float
    {
        return 100.0 / max(0.2, $part->value('power'));
    }
}
