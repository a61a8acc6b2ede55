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
 * An adjustable three-terminal regulator, terminals in, out and adj: it holds 1.25 V between out and adj and lets about
 * 50 uA out of adj (317/337 data-sheet families). A negative reference makes it a negative one.
 */
final class AdjustableRegulator extends Device implements Adjusts, NeedsHeadroom, Rated, Warms
{
    use FoldsBack;

    public function name(): string
    {
        return 'adjustable_regulator';
    }

    public function title(): string
    {
        return 'Adjustable regulator';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'junction 125 °C, then its thermal protection cuts in',
            warms: 700.0,
            letter: 'U',
            hot: Profile::HOT_REGULATOR,
            probed: 4,
            family: Family::Regulator,
            types: ['/^(lm|tl)?317|^lm337/i'],
            symbols: ['LM317', 'LM337'],
            pins: [
                'IN' => 'in',
                'VI' => 'in',
                'OUT' => 'out',
                'VO' => 'out',
                'ADJ' => 'adj',
                '1' => 'adj',
                '2' => 'out',
                '3' => 'in',
            ],
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('in', 'out', 'adj');
    }

    public function parameters(): array
    {
        return [
            Parameter::optionalMain('value', 'reference voltage, negative for a negative regulator', Unit::Volt, 0.04),
            Parameter::optional('current', 'current limit', Unit::Ampere, 2.2),
            Parameter::optional('power', 'rated dissipation as mounted', Unit::Watt, 15.0),
            Parameter::optional('dropout', 'dropout voltage', Unit::Volt, 1.6),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'open',
                'no output',
                2.5,
                'Input present, output dead, output not shorted to ground.',
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
                'output shorted to its adjust pin',
                0.5,
                'Ohms from output to adjust pin, one of them lifted.',
                degrees: [30.0, 4.0, 0.8, 0.05],
            ),
            new FaultMode(
                'adj_open',
                'adjust pin open',
                0.6,
                'Ohms from the adjust pin to its divider; the output goes to its top.',
            ),
            new FaultMode(
                'weak',
                'folds back early',
                0.4,
                'Good unloaded, sags far below its rated current.',
                graded: true,
                degrees: [0.5, 0.1, 0.02, 0.005],
                in: Unit::Ratio,
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
        return [$part->node('in'), $part->node('out'), $part->value('dropout')];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$in, $out] = [$part->node('in'), $part->node('out')];
        $adjust = "{$part->ref}:adj";
        $setting = $part->knows('value') ? $part->value('value') : 1.25;
        $netlist->resistor("{$part->ref}.adjust", $adjust, $part->node('adj'), $fault === 'adj_open' ? 1e9 : 1.0);
        [$from, $to] = $setting > 0 ? [$in, $adjust] : [$adjust, $in];
        if ($netlist->isUnpowered) {
            $netlist->chip("{$part->ref}.asleep", $in, $adjust, 100e3);
        } else {
            $netlist->controlled("{$part->ref}.bias", $from, $to, [[$from, $to]], [[[0.0], 50e-6], [[1e-4], 0.0]]);
        }
        if ($fault === 'out_short') {
            $netlist->resistor("{$part->ref}.out_short", $out, $adjust, $part->degree(1.0));
        }
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $in, $out, $part->degree(0.3));
        } elseif ($fault === 'open') {
            $netlist->resistor("{$part->ref}.open", $in, $out, 1e8);
        } else {
            $limit =
                ($part->values['limit'] ?? $part->value('current')) * ($fault === 'weak' ? $part->degree(0.06) : 1.0);
            $netlist->regulator(
                $part->ref,
                $in,
                $out,
                $adjust,
                $setting < 0,
                abs($setting),
                0.02,
                $part->value('dropout') - 0.4,
                0.6,
                $limit,
            );
        }
    }

    /** As mounted: free for small ones, on a small heatsink from a few watts (common practice). */
    public function perWatt(Part $part): float
    {
        return max(12.0, 70.0 / max(0.05, $part->value('power')));
    }
}
