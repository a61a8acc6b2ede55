<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * A programmable shunt reference, terminals k, a and ref: it draws cathode current as soon as ref is above 2.495 V
 * (TL431 data-sheet family: 2.495 V, dynamic impedance 0.2 Ohm, 1 mA to 100 mA, at least about 2 V left across it).
 */
final class ShuntReference extends Device implements Rated
{
    public function name(): string
    {
        return 'shunt_reference';
    }

    public function title(): string
    {
        return 'Shunt reference';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'its reference drifts',
            warms: 300.0,
            letter: 'U',
            hot: Profile::COMPARE,
            words: ['reference'],
            types: ['/^(tl|lm|ka)431/i'],
            symbols: ['TL431'],
            pins: ['REF' => 'ref', 'A' => 'a', 'K' => 'k'],
        );
    }

    private const TRANSCONDUCTANCE = 2.0;

    public function terminals(): Terminals
    {
        return Terminals::of('k', 'a', 'ref');
    }

    public function parameters(): array
    {
        return [
            Parameter::optionalMain('value', 'reference voltage', Unit::Volt, 0.02),
            Parameter::optional('power', 'rated dissipation', Unit::Watt, 0.6),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'cathode to anode shorted',
                0.8,
                'Diode test across it, one leg lifted.',
                degrees: [20.0, 1.0, 0.05],
            ),
            new FaultMode(
                'open',
                'open',
                0.8,
                'Feed it through a resistor with ref tied to the cathode: it must stand at 2.5 V.',
            ),
            new FaultMode(
                'drifted',
                'reference low',
                0.3,
                'Feed it through a resistor with ref tied to the cathode: it must stand at 2.5 V.',
                graded: true,
                degrees: [0.95, 0.7],
                in: Unit::Ratio,
            ),
            new FaultMode(
                'high',
                'reference high',
                0.2,
                'Feed it through a resistor with ref tied to the cathode: it must stand at 2.5 V.',
                graded: true,
                degrees: [1.05, 1.35],
                in: Unit::Ratio,
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 'a', 'k', "{$part->ref}, anode to cathode"),
            DeadCheck::diode($part, 'k', 'a', "{$part->ref}, cathode to anode", '.reverse'),
        ];
    }

    public function ratings(Part $part): array
    {
        return [Rating::power($part->value('power'))];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$k, $a, $ref] = [$part->node('k'), $part->node('a'), $part->node('ref')];
        $netlist->junction(
            "{$part->ref}.substrate",
            $a,
            $k,
            SegmentTable::junction(1e-14, 1.1, 2.0, corners: SegmentTable::SIGNAL_CORNERS),
        );
        $netlist->chip("{$part->ref}.input", $ref, $a, 1.2e6);
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $k, $a, $part->degree(5.0));
        } elseif ($fault !== 'open') {
            $volts =
                ($part->knows('value') ? $part->value('value') : 2.495) *
                match ($fault) {
                    'drifted' => $part->degree(0.8),
                    'high' => $part->degree(1.2),
                    default => 1.0,
                };
            $netlist->controlled(
                $part->ref,
                $k,
                $a,
                [[$ref, $a], [$k, $a]],
                [
                    [[self::TRANSCONDUCTANCE, 0.0], -self::TRANSCONDUCTANCE * $volts],
                    [[0.0, 0.2], -0.36],
                    [[0.0, 0.0], 0.15],
                ],
            );
        }
    }
}
