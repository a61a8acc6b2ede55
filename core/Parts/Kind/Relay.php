<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * A relay, coil c1 to c2, contact com to no and perhaps nc. It pulls in at 70 % of its coil voltage and lets go below
 * 25 % (data-sheet families of small power relays, from memory).
 */
final class Relay extends Device implements Decides, ShowsSigns, Warms
{
    public function name(): string
    {
        return 'relay';
    }

    public function title(): string
    {
        return 'Relay';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'coil and plastics',
            warms: 300.0,
            letter: 'K',
            hot: ['Voltage drop across its contacts, and its coil voltage.'],
            ages: Ageing::Contact,
            prefixes: ['K'],
            words: ['relay'],
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('c1', 'c2', 'com', 'no')->maybe('nc');
    }

    public function islands(Part $part): array
    {
        return [['c1', 'c2'], $part->has('nc') ? ['com', 'no', 'nc'] : ['com', 'no']];
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'coil voltage', Unit::Volt),
            Parameter::optional('coil', 'coil resistance', Unit::Ohm, 400.0, 0.1),
            Parameter::optional('pull_in', 'share of its voltage at which it pulls in', Unit::Ratio, 0.7),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('coil_open', 'coil open', 0.6, 'Ohms across the coil.'),
            new FaultMode(
                'stuck',
                'contact does not close',
                1.2,
                'Coil voltage present and it clicks: volts across the closed contact.',
                looks: [Look::BurntContacts],
                comesAndGoes: true,
            ),
            new FaultMode('welded', 'contact welded', 0.8, 'Ohms across the contact with the coil at rest.'),
            new FaultMode(
                'resistive',
                'burnt contact',
                0.8,
                'Millivolts across the closed contact under load.',
                graded: true,
                degrees: [0.3, 30.0, 30e3],
                looks: [Look::Browned],
                comesAndGoes: true,
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance($part, 'c1', 'c2', "coil of {$part->ref}", '.coil'),
            DeadCheck::resistance($part, 'com', 'no', "open contact of {$part->ref}", '.contact'),
        ];
    }

    public function rest(Part $part): array
    {
        return ['pulled' => 0.0];
    }

    public function decide(Part $part, ?string $fault, CycleRecord $record): array
    {
        $share = $record->signal($part->node('c1'), $part->node('c2'))->rms / $part->value('value');
        $pulled = $fault !== 'coil_open' && $share > ($part->value('pulled') > 0 ? 0.25 : $part->value('pull_in'));

        return ['pulled' => $pulled ? 1.0 : 0.0];
    }

    public function dwell(Part $part, CycleRecord $record): float
    {
        return 0.05;
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        return [$part->ref . ($part->value('pulled') > 0 ? ' pulled in' : ' at rest')];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $pulled = ($part->values['pulled'] ?? 0.0) > 0;
        $netlist->resistor(
            "{$part->ref}.coil",
            $part->node('c1'),
            $part->node('c2'),
            $fault === 'coil_open' ? 1e9 : $part->value('coil'),
        );
        $closed = ($pulled && $fault !== 'stuck') || $fault === 'welded';
        $netlist->resistor(
            "{$part->ref}.no",
            $part->node('com'),
            $part->node('no'),
            $closed ? ($fault === 'resistive' ? $part->degree(15.0) : 0.02) : 1e9,
        );
        if ($part->has('nc')) {
            $netlist->resistor("{$part->ref}.nc", $part->node('com'), $part->node('nc'), $closed ? 1e9 : 0.02);
        }
    }

    /** A coil under its voltage is some 40 K warm (data sheets, from memory). */
    public function perWatt(Part $part): float
    {
        return 40.0 / ($part->value('value') ** 2 / $part->value('coil'));
    }
}
