<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Breaking;
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
 * A bipolar transistor, terminals c, b and e. Collector current is gain times base current until it saturates
 * (i_c = min(beta i_b, v_ce / r_sat)); the base current is read across a small base resistance inside. A
 * high gain is that of a pair, with two junctions between base and emitter.
 */
final class Transistor extends Device implements Rated, Warms
{
    public function name(): string
    {
        return 'transistor';
    }

    public function title(): string
    {
        return 'Transistor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'junction 150 °C, case through its insulator',
            warms: 600.0,
            letter: 'Q',
            hot: Profile::HOT_SWITCH,
            probed: 7,
            family: Family::Transistor,
            junction: [0.5, 0.8],
            prefixes: ['Q'],
            words: ['npn', 'pnp', 'transistor'],
            types: ['/^((bc|bd|bf|bu|2n|2s[abcd]|tip|mj)\\d{2}|mje)/i'],
            symbols: ['Q_NPN', 'Q_PNP', 'BC', 'BD', '2N', 'TIP'],
            pins: ['C' => 'c', 'B' => 'b', 'E' => 'e'],
        );
    }

    private const BASE_OHMS = 10.0;

    /** Gain from which it is two in one case (Darlington), and the volts that such a pair keeps when driven full. */
    private const DARLINGTON = 500.0;

    private const DARLINGTON_REST = 0.7;

    public function terminals(): Terminals
    {
        return Terminals::of('c', 'b', 'e');
    }

    public function parameters(): array
    {
        return [
            Parameter::choice('polarity', 'polarity', 'npn', 'pnp'),
            Parameter::optional('gain', 'current gain', Unit::Ratio, 100.0, 0.5),
            Parameter::optional('current', 'rated collector current', Unit::Ampere, 0.5),
            Parameter::optional('power', 'rated dissipation as mounted', Unit::Watt, 0.6),
        ];
    }

    public function faults(Part $part): array
    {
        // Power types short, small-signal types more often open (common practice; MIL-HDBK-338B mode distribution, from
        // memory).
        $power = $part->value('power') >= 5.0;

        return [
            new FaultMode(
                'short',
                'collector to emitter shorted',
                $power ? 3.0 : 0.6,
                'Ohms from collector to emitter, both ways.',
                looks: $power ? [Look::Crater] : [],
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'leaky',
                'leaky from collector to emitter',
                0.4,
                'Ohms from collector to emitter, out of circuit: anything but OL is bad.',
                graded: true,
                degrees: [5e3, 300.0, 20.0],
            ),
            new FaultMode(
                'be_short',
                'base to emitter shorted',
                0.4,
                'Diode test of both junctions.',
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'bc_short',
                'base to collector shorted',
                0.6,
                'Diode test of both junctions.',
                degrees: [1.5, 0.05],
            ),
            new FaultMode('collector_open', 'collector open', 0.4, 'Diode test from base to collector.'),
            new FaultMode('open', 'open', $power ? 0.8 : 0.5, 'Diode test of both junctions.'),
            new FaultMode(
                'base_open',
                'base lead open',
                0.3,
                'Diode test from the base: OL to both others; look at its joint.',
            ),
            new FaultMode(
                'weak',
                'gain lost',
                0.3,
                'Gain test out of circuit.',
                graded: true,
                degrees: [0.3, 0.02],
                in: Unit::Ratio,
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        $npn = $part->choice('polarity') === 'npn';

        return [
            DeadCheck::diode($part, $npn ? 'b' : 'e', $npn ? 'e' : 'b', "{$part->ref}, base and emitter", '.be'),
            DeadCheck::diode($part, $npn ? 'b' : 'c', $npn ? 'c' : 'b', "{$part->ref}, base and collector", '.bc'),
            DeadCheck::resistance($part, 'c', 'e', "{$part->ref}, collector to emitter", '.ce'),
        ];
    }

    public function ratings(Part $part): array
    {
        return [
            Rating::power($part->value('power'))->destroyedAt(5.0, 'short', Breaking::Overheats, 0.5),
            Rating::average($part->value('current'))->destroyedAt(8.0, 'short', Breaking::IsOverloaded, 0.1),
        ];
    }

    public static function isDarlington(Part $part): bool
    {
        return $part->value('gain') > self::DARLINGTON;
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$c, $b, $e] = [$part->node('c'), $part->node('b'), $part->node('e')];
        $inner = "{$part->ref}:base";
        $rating = $part->value('current');
        $pnp = $part->choice('polarity') === 'pnp';
        $ohms = min(self::BASE_OHMS, 1.0 / $rating);
        $netlist->resistor("{$part->ref}.base", $b, $inner, $fault === 'base_open' ? 1e9 : $ohms);
        $corners = $netlist->isUnpowered ? SegmentTable::WEAK_CORNERS : SegmentTable::SIGNAL_CORNERS;
        $gain = $part->value('gain') * ($fault === 'weak' ? $part->degree(0.05) : 1.0);
        // The emitter current sets the drop (BC547 and larger types: 0.65 V at a fiftieth of the rating); the junction
        // here carries the base's share of it.
        $isDarlington = self::isDarlington($part);
        $be = SegmentTable::junction(
            (2e-13 * $rating) / $gain,
            match (true) {
                !$isDarlington => 1.0,
                // Resistors inside may go past its second junction at the current of a meter, or there are none.
                $netlist->isUnpowered => $netlist->byType(1.0, 1.4, 2.0),
                default => 2.0,
            },
            0.1 / $rating,
            corners: $corners,
        );
        $bc = SegmentTable::junction(1e-13 * $rating, 1.02, 0.1 / $rating, corners: $corners);
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $c, $e, $part->degree(0.1));
        } elseif ($fault === 'leaky') {
            $netlist->resistor("{$part->ref}.leak", $c, $e, $part->degree(300.0));
        } elseif ($fault === 'be_short' || $fault === 'bc_short') {
            $netlist->resistor("{$part->ref}.{$fault}", $b, $fault === 'be_short' ? $e : $c, $part->degree(0.3));
        } elseif ($fault === 'collector_open') {
            $c = "{$part->ref}:collector";
            $netlist->resistor("{$part->ref}.collector", $part->node('c'), $c, 1e9);
        }
        if ($fault === 'open') {
            $netlist->resistor($part->ref, $c, $e, 1e8);
            $netlist->resistor("{$part->ref}.be", $inner, $e, 1e8);

            return;
        }
        $netlist->junction("{$part->ref}.be", $pnp ? $e : $inner, $pnp ? $inner : $e, $be);
        $netlist->junction("{$part->ref}.bc", $pnp ? $c : $inner, $pnp ? $inner : $c, $bc);
        [$from, $to] = $pnp ? [$e, $c] : [$c, $e];
        $netlist->controlled(
            $part->ref,
            $from,
            $to,
            [$pnp ? [$inner, $b] : [$b, $inner], [$from, $to]],
            [
                [[$gain / $ohms, 0.0], 0.0],
                [[0.0, 5 * $rating], ($isDarlington ? -self::DARLINGTON_REST : -0.004) * 5 * $rating],
            ],
        );
    }

    /** As mounted: free for small ones, on a small heatsink from a few watts (common practice). */
    public function perWatt(Part $part): float
    {
        return max(12.0, 70.0 / max(0.05, $part->value('power')));
    }
}
