<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Adjusts;
use Oculant\Core\Parts\Ability\FoldsBack;
use Oculant\Core\Parts\Ability\NeedsHeadroom;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * A fixed three-terminal regulator, terminals in, out and common. A negative value makes it a negative one.
 *
 * 78xx/79xx data-sheet family: output within 4 %, dropout 2 V typical at 1 A, peak output current 2.2 A, quiescent
 * current about 5 mA (from memory).
 */
final class Regulator extends Device implements Adjusts, NeedsHeadroom, Rated, Warms
{
    use FoldsBack;

    private const OUTPUT_OHMS = 0.02;

    private const DROPOUT_OHMS = 0.6;

    public function name(): string
    {
        return 'regulator';
    }

    public function title(): string
    {
        return 'Regulator';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'junction 125 °C, then its thermal protection cuts in',
            warms: 700.0,
            letter: 'U',
            hot: Profile::HOT_REGULATOR,
            probed: 3,
            family: Family::Regulator,
            words: ['regulator'],
            types: ['/^(ua|lm|l|mc)?7[89]\\d\\d/i'],
            symbols: ['78', 'LM78', 'L78', 'MC78', '79', 'LM79', 'L79', 'MC79'],
            pins: [
                'IN' => 'in',
                'VI' => 'in',
                'OUT' => 'out',
                'VO' => 'out',
                'GND' => 'common',
                '1' => 'in',
                '2' => 'common',
                '3' => 'out',
            ],
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('in', 'out', 'common');
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'output voltage, negative for a negative regulator', Unit::Volt, 0.04),
            Parameter::optional('current', 'current limit', Unit::Ampere, 2.2),
            Parameter::optional('dropout', 'dropout voltage at 1 A', Unit::Volt, 2.0),
            Parameter::optional('power', 'rated dissipation as mounted', Unit::Watt, 15.0),
            Parameter::optional('quiescent', 'quiescent current', Unit::Ampere, 5e-3, 0.4),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'open',
                'no output',
                3.0,
                'Input present, output dead, output not shorted to ground: that is the regulator.',
                looks: [Look::Crater, Look::DarkSpot],
            ),
            new FaultMode(
                'short',
                'input shorted to output',
                1.5,
                'Ohms from input to output; the output follows the input.',
                degrees: [5.0, 0.05],
            ),
            new FaultMode(
                'out_short',
                'output shorted to common',
                1.0,
                'Ohms from output to common with the pin lifted.',
                looks: [Look::Crater, Look::DarkSpot],
                degrees: [30.0, 4.0, 0.8, 0.05],
            ),
            new FaultMode(
                'in_short',
                'input shorted to common',
                0.7,
                'Ohms from input to common with the pin lifted.',
                looks: [Look::Crater, Look::DarkSpot],
                degrees: [10.0, 1.5, 0.05],
            ),
            new FaultMode(
                'common_open',
                'common pin open',
                0.6,
                'Millivolts from the common pin to ground; look at its joint.',
            ),
            new FaultMode(
                'low',
                'output low',
                0.5,
                'Output low with good input and a light load.',
                graded: true,
                degrees: [0.93, 0.8, 0.6],
                in: Unit::Ratio,
            ),
            new FaultMode(
                'high',
                'output high',
                0.3,
                'Output high with its common pin at nothing.',
                graded: true,
                degrees: [1.07, 1.4],
                in: Unit::Ratio,
            ),
            new FaultMode(
                'weak',
                'folds back early',
                0.5,
                'Good unloaded, sags far below its rated current.',
                graded: true,
                degrees: [0.5, 0.1, 0.02, 0.005],
                in: Unit::Ratio,
                silence: 'Its load never asks for what it has lost.',
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'in', 'out', "{$part->ref}, through it", '.through')];
    }

    public function ratings(Part $part): array
    {
        return [Rating::power($part->value('power'))];
    }

    public function headroom(Part $part): array
    {
        return [$part->node('in'), $part->node('common'), abs($part->value('value')) + $part->value('dropout')];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$in, $out, $common] = [$part->node('in'), $part->node('out'), $part->node('common')];
        $setting = abs($part->value('value'));
        $negative = $part->value('value') < 0;

        $netlist->chip(
            "{$part->ref}.quiescent",
            $in,
            $common,
            (($setting + 8) / $part->value('quiescent')) * ($fault === 'common_open' ? 1e4 : 1),
        );
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $in, $out, $part->degree(0.3));

            return;
        }
        if ($fault === 'out_short' || $fault === 'in_short') {
            $netlist->resistor(
                "{$part->ref}.{$fault}",
                $fault === 'in_short' ? $in : $out,
                $common,
                $part->degree(1.0),
            );
        }
        if ($fault !== null && $fault !== 'out_short' && !$netlist->isUnpowered) {
            // Pulled beyond its common by another rail, a junction of the chip holds it; a good one is never there.
            $netlist->junction(
                "{$part->ref}.clamp",
                $negative ? $out : $common,
                $negative ? $common : $out,
                Diode::standard(1.0),
            );
        }
        $netlist->chip("{$part->ref}.divider", $out, $common, $setting / 1e-3);
        if ($fault === 'open') {
            $netlist->resistor("{$part->ref}.open", $in, $out, 1e8);

            return;
        }
        $netlist->regulator(
            $part->ref,
            $in,
            $out,
            $common,
            $negative,
            match ($fault) {
                'common_open' => 1000.0,
                'low' => $setting * $part->degree(0.8),
                'high' => $setting * $part->degree(1.2),
                default => $setting,
            },
            self::OUTPUT_OHMS,
            max(0.05, $part->value('dropout') - self::DROPOUT_OHMS),
            self::DROPOUT_OHMS,
            ($part->values['limit'] ?? $part->value('current')) * ($fault === 'weak' ? $part->degree(0.06) : 1.0),
        );
    }

    /** As mounted: free for small ones, on a small heatsink from a few watts (common practice). */
    public function perWatt(Part $part): float
    {
        return max(12.0, 70.0 / max(0.05, $part->value('power')));
    }
}
