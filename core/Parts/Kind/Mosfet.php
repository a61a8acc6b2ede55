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
 * A MOSFET, terminals d, g and s. As a linear pass element it conducts gm (v_gs - threshold), at most v_ds / r_on; as
 * the switch of a converter its average channel current is the converter's affair, and it hands on its average gate
 * drive.
 */
final class Mosfet extends Device implements Rated, Warms
{
    public function name(): string
    {
        return 'mosfet';
    }

    public function title(): string
    {
        return 'MOSFET';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'junction 150 °C, case through its insulator',
            warms: 600.0,
            letter: 'Q',
            hot: Profile::HOT_SWITCH,
            probed: 6,
            family: Family::Mosfet,
            junction: [0.35, 0.75],
            words: ['mosfet', 'fet', 'n-mosfet'],
            types: ['/^(irf|buz|stp|2sk|spp|spa|fqp)/i'],
            symbols: ['Q_NMOS', 'Q_PMOS', 'IRF'],
            pins: ['D' => 'd', 'G' => 'g', 'S' => 's'],
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('d', 'g', 's');
    }

    public function parameters(): array
    {
        return [
            Parameter::choice('duty', 'duty', 'switching', 'linear'),
            Parameter::optional('on', 'on resistance', Unit::Ohm, 0.5, 0.2),
            Parameter::optional('threshold', 'gate threshold', Unit::Volt, 3.0, 0.2),
            Parameter::optional('current', 'rated drain current', Unit::Ampere, 6.0),
            Parameter::optional('voltage', 'rated drain voltage', Unit::Volt, 650.0),
            Parameter::optional('power', 'rated dissipation as mounted', Unit::Watt, 20.0),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'shorted, all three legs',
                3.0,
                'Ohms from drain to source and to gate, both ways.',
                looks: [Look::Crater, Look::CrackedCase],
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'open',
                'open',
                0.6,
                'Diode test source to drain; swap for a good one.',
                looks: [Look::PieceMissing],
            ),
            new FaultMode(
                'leaky_gate',
                'gate leaky',
                0.5,
                'Ohms from gate to source with the gate lifted: anything but OL is bad.',
                graded: true,
                degrees: [1e3, 10.0],
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 's', 'd', "{$part->ref}, body diode", '.body'),
            DeadCheck::resistance($part, 'd', 's', "{$part->ref}, drain to source", '.ds'),
            DeadCheck::resistance($part, 'g', 's', "{$part->ref}, gate to source", '.gs'),
        ];
    }

    public function ratings(Part $part): array
    {
        return [
            Rating::average($part->value('current'))->destroyedAt(5.0, 'short', Breaking::IsOverloaded, 0.02),
            Rating::voltage($part->value('voltage'), '.body')->destroyedAt(1.2, 'short', Breaking::BreaksDown, 0.01),
            Rating::power($part->value('power'))->destroyedAt(6.0, 'short', Breaking::Overheats, 2.0),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$d, $g, $s] = [$part->node('d'), $part->node('g'), $part->node('s')];
        $drive = self::driveNode($part);
        $netlist->resistor("{$part->ref}.gate", $g, $drive, 1e3);
        $netlist->resistor("{$part->ref}.drive", $drive, $s, $fault === null || $fault === 'leaky_gate' ? 10e6 : 1.0);
        $netlist->junction(
            "{$part->ref}.body",
            $s,
            $d,
            SegmentTable::junction(1e-11 * $part->value('current'), 1.2, 0.05 / $part->value('current')),
        );
        if ($fault === 'leaky_gate') {
            $netlist->resistor("{$part->ref}.leak", $g, $s, $part->degree(150.0));
        }
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $d, $s, $part->degree(0.05));
            $netlist->resistor("{$part->ref}.gate_short", $g, $s, 5.0);
        } elseif ($fault !== 'open' && $part->choice('duty') === 'linear') {
            $netlist->controlled(
                $part->ref,
                $d,
                $s,
                [[$drive, $s], [$d, $s]],
                [
                    [[$part->value('current'), 0.0], -$part->value('threshold') * $part->value('current')],
                    [[0.0, 1 / $part->value('on')], 0.0],
                ],
            );
        }
    }

    /** The node that carries the average gate drive of a working switch, against its source. */
    public static function driveNode(Part $part): string
    {
        return "{$part->ref}:drive";
    }

    /** As mounted: free for small ones, on a small heatsink from a few watts (common practice). */
    public function perWatt(Part $part): float
    {
        return max(12.0, 70.0 / max(0.05, $part->value('power')));
    }
}
