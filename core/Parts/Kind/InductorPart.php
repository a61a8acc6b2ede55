<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;

/** A choke or inductor, terminals a and b: filter chokes, output inductors, beads. */
final class InductorPart extends Pair implements Rated, Warms
{
    public function name(): string
    {
        return 'inductor';
    }

    public function title(): string
    {
        return 'Inductor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 95.0,
            limit: 'enamelled wire and core, class B (IEC 60085)',
            warms: 300.0,
            letter: 'L',
            hot: [
                'Current squared times its resistance; with ripple its core heats as well.',
                'Is it the value and the core that was there?',
            ],
            prefixes: ['L'],
            words: ['choke', 'coil', 'inductor'],
            symbols: ['L_Core', 'L_Ferrite', 'L$', 'L_Small'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'inductance', Unit::Henry, 0.2),
            Parameter::optional('resistance', 'winding resistance', Unit::Ohm, 0.1, 0.1),
            Parameter::optional('current', 'rated current', Unit::Ampere),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('open', 'winding open', 0.3, 'Ohms across it.', looks: [Look::DarkWinding, Look::BrokenEnd]),
            new FaultMode(
                'resistive',
                'badly soldered',
                0.15,
                'Millivolts from its lead to the track under load; ohms across it while it is pressed.',
                graded: true,
                looks: [Look::Ring],
                comesAndGoes: true,
                degrees: [0.5, 20.0, 300.0],
            ),
            new FaultMode(
                'shorted_turns',
                'shorted turns',
                0.15,
                'Compare its inductance with a twin; it runs hot.',
                graded: true,
                looks: [Look::DarkWinding],
                silence: 'The mean current passes as before: it shows in interference and heat.',
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "winding of {$part->ref}")];
    }

    public function ratings(Part $part): array
    {
        return $part->knows('current')
            ? [
                Rating::rms($part->value('current'), '.copper')->destroyedAt(
                    6.0,
                    'open',
                    Breaking::BurnsItsWinding,
                    20.0,
                ),
            ]
            : [];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $middle = "{$part->ref}:copper";
        $netlist->resistor(
            "{$part->ref}.copper",
            $part->node('a'),
            $middle,
            match ($fault) {
                'open' => 1e9,
                'resistive' => $part->value('resistance') + $part->degree(15.0),
                'shorted_turns' => 0.8 * $part->value('resistance'),
                default => $part->value('resistance'),
            },
        );
        $netlist->inductor(
            $part->ref,
            $middle,
            $part->node('b'),
            $part->value('value') * ($fault === 'shorted_turns' ? 0.03 : 1.0),
        );
    }

    /** A small core (common practice). */
    public function perWatt(Part $part): float
    {
        return 20.0;
    }
}
