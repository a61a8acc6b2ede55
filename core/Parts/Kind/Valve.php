<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * A valve stage as a load on its high tension, anode a to cathode k, with its heater h1 to h2 if it is drawn. It
 * conducts only when its heater is warm.
 */
final class Valve extends Device implements Consumes, Decides, ShowsSigns
{
    public function name(): string
    {
        return 'valve';
    }

    public function title(): string
    {
        return 'Valve stage';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 220.0,
            limit: 'glass of a power valve; data books give 220 to 250 °C',
            warms: 300.0,
            letter: 'V',
            hot: Profile::COMPARE,
            meant: [180.0, 'a valve'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function terminals(): Terminals
    {
        return Terminals::of('a', 'k')->maybe('h1', 'h2');
    }

    public function islands(Part $part): array
    {
        return $part->has('h1') ? [['a', 'k'], ['h1', 'h2']] : [['a', 'k']];
    }

    public function parameters(): array
    {
        return [
            Parameter::main('current', 'anode current', Unit::Ampere, 0.15),
            Parameter::main('at', 'anode supply at which it draws that', Unit::Volt),
            Parameter::optional('heater', 'heater voltage', Unit::Volt, 6.3),
            Parameter::optional('heater_current', 'heater current', Unit::Ampere, 0.3, 0.05),
        ];
    }

    public function faults(Part $part): array
    {
        $faults = [
            new FaultMode(
                'short',
                'inner short',
                0.8,
                'Swap it for a good one; watch for a flash at switch-on.',
                degrees: [1e3, 20.0],
                looks: [Look::RedAnode, Look::FlashInside],
            ),
            new FaultMode(
                'gassy',
                'draws too much',
                0.8,
                'Its cathode resistor carries too much; swap it.',
                graded: true,
                degrees: [1.4, 7.0],
                in: Unit::Ratio,
                looks: [Look::BlueGlow, Look::RedAnode],
            ),
            new FaultMode(
                'weak',
                'emission lost',
                1.5,
                'Its stage draws too little though the heater glows; swap it.',
                graded: true,
                degrees: [0.65, 0.2, 0.02],
                in: Unit::Ratio,
                looks: [Look::Worn, Look::BrownMirror],
            ),
            new FaultMode(
                'no_emission',
                'no emission',
                1.5,
                'Its stage draws nothing though the heater glows; swap it.',
                looks: [Look::WhiteGetter],
            ),
        ];

        return $part->has('h1')
            ? [
                ...$faults,
                new FaultMode('heater_open', 'heater open', 1.0, 'Ohms across its heater pins.', looks: [Look::NoGlow]),
            ]
            : $faults;
    }

    public function deadChecks(Part $part): array
    {
        return $part->has('h1') ? [DeadCheck::resistance($part, 'h1', 'h2', "heater of {$part->ref}")] : [];
    }

    public function rest(Part $part): array
    {
        return ['warm' => 0.0];
    }

    public function decide(Part $part, ?string $fault, CycleRecord $record): array
    {
        $glows =
            !$part->has('h1') ||
            ($fault !== 'heater_open' &&
                $record->signal($part->node('h1'), $part->node('h2'))->rms > 0.7 * $part->value('heater'));

        return ['warm' => $glows ? 1.0 : 0.0];
    }

    public function dwell(Part $part, CycleRecord $record): float
    {
        return 10.0;
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        return $part->has('h1') ? [$part->ref . ($part->value('warm') > 0 ? ' glows' : ' does not glow')] : [];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        if ($part->has('h1')) {
            $netlist->resistor(
                "{$part->ref}.heater",
                $part->node('h1'),
                $part->node('h2'),
                $fault === 'heater_open' ? 1e9 : $part->value('heater') / $part->value('heater_current'),
            );
        }
        $current =
            $part->value('current') *
            match ($fault) {
                'gassy' => $part->degree(2.5),
                'weak' => $part->degree(0.3),
                default => 1.0,
            };
        match (true) {
            $fault === 'short' => $netlist->resistor(
                $part->ref,
                $part->node('a'),
                $part->node('k'),
                $part->degree(100.0),
            ),
            ($part->values['warm'] ?? 0.0) <= 0, $fault === 'no_emission' => $netlist->resistor(
                $part->ref,
                $part->node('a'),
                $part->node('k'),
                1e9,
            ),
            default => $netlist->junction(
                $part->ref,
                $part->node('a'),
                $part->node('k'),
                SegmentTable::threeHalves($current / $part->value('at') ** 1.5, $part->value('at')),
            ),
        };
    }
}
