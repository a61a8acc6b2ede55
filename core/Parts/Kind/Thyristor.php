<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/** A thyristor as a crowbar, anode a, gate g, cathode k: once fired it holds until its current ceases. */
final class Thyristor extends Device implements Decides, Warms
{
    /**
     * Ohms from gate to cathode beside the junction: power types have their emitter shorted by some tens to hundreds
     * of ohms, sensitive ones by none (data sheets; common practice).
     */
    private const SHUNT = 100.0;

    public function name(): string
    {
        return 'thyristor';
    }

    public function title(): string
    {
        return 'Thyristor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 90.0,
            limit: 'junction 125 °C',
            warms: 300.0,
            letter: 'Q',
            hot: Profile::HOT_SWITCH,
            words: ['thyristor', 'scr'],
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('a', 'g', 'k');
    }

    public function parameters(): array
    {
        return [
            Parameter::optional('gate', 'gate trigger voltage', Unit::Volt, 0.8, 0.2),
            Parameter::optional('holding', 'holding current', Unit::Ampere, 0.02),
            Parameter::optional('current', 'rated current', Unit::Ampere, 8.0),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('short', 'shorted', 1.5, 'Ohms from anode to cathode, both ways.'),
            new FaultMode('open', 'open', 0.4, 'Bench supply, lamp and a touch on the gate: it must latch.'),
            // Nothing is broken: a crowbar that fired once holds as long as current flows.
            new FaultMode(
                'fired',
                'fired and holding',
                0.6,
                'Plug out for a minute, then power again: the rail is back, and what fired it is to be looked for.',
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance($part, 'a', 'k', "{$part->ref}, anode to cathode"),
            DeadCheck::diode($part, 'g', 'k', "{$part->ref}, gate to cathode", '.gate'),
        ];
    }

    public function rest(Part $part): array
    {
        return ['fired' => 0.0];
    }

    public function decide(Part $part, ?string $fault, CycleRecord $record): array
    {
        if ($fault !== null) {
            return ['fired' => $fault === 'fired' ? 1.0 : 0.0];
        }
        $fired =
            $part->value('fired') > 0
                ? $record->currentSignal($part->ref)->average > $part->value('holding')
                : $record->signal($part->node('g'), $part->node('k'))->maximum > $part->value('gate');

        return ['fired' => $fired ? 1.0 : 0.0];
    }

    public function dwell(Part $part, CycleRecord $record): float
    {
        return 0.1;
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$a, $g, $k] = [$part->node('a'), $part->node('g'), $part->node('k')];
        $netlist->junction(
            "{$part->ref}.gate",
            $g,
            $k,
            SegmentTable::junction(1e-9, 2.2, 20.0, corners: SegmentTable::SIGNAL_CORNERS),
        );
        $netlist->chip("{$part->ref}.shunt", $g, $k, self::SHUNT);
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $a, $k, 0.05);
        } elseif (($fault === null || $fault === 'fired') && ($part->values['fired'] ?? 0.0) > 0) {
            $netlist->junction($part->ref, $a, $k, SegmentTable::junction(1e-9, 1.9, 0.05));
        } else {
            $netlist->resistor($part->ref, $a, $k, 10e6);
        }
    }

    /** On its tab (common practice). */
    public function perWatt(Part $part): float
    {
        return 15.0;
    }
}
