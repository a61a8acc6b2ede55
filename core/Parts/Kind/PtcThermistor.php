<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/**
 * A PTC that limits inrush or acts as a resettable fuse: above its trip current it warms past its knee and nearly
 * opens.
 */
final class PtcThermistor extends Pair implements Decides, Guards
{
    public function name(): string
    {
        return 'ptc';
    }

    public function title(): string
    {
        return 'PTC thermistor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 150.0,
            limit: 'it works by being hot',
            warms: 300.0,
            letter: 'RT',
            hot: Profile::COMPARE,
            meant: [100.0, 'it works by being hot'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'resistance at 25 C', Unit::Ohm, 0.25),
            Parameter::optional('trip', 'trip current', Unit::Ampere, 0.5),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('open', 'open', 1.2, 'Ohms across it, cold.', looks: [Look::CrackedDisc, Look::LooseDisc]),
            new FaultMode('short', 'shorted', 0.2, 'Ohms across it, cold.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}, cold")];
    }

    public function rest(Part $part): array
    {
        return ['tripped' => 0.0];
    }

    public function decide(Part $part, ?string $fault, CycleRecord $record): array
    {
        $tripped =
            $part->value('tripped') > 0
                ? $record->signal($part->node('a'), $part->node('b'))->rms >
                    0.5 * $part->value('trip') * $part->value('value')
                : $record->currentSignal($part->ref)->rms > $part->value('trip');

        return ['tripped' => $tripped ? 1.0 : 0.0];
    }

    public function dwell(Part $part, CycleRecord $record): float
    {
        return 5.0;
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $netlist->resistor(
            $part->ref,
            $part->node('a'),
            $part->node('b'),
            match ($fault) {
                'open' => 1e9,
                'short' => 0.1,
                default => $part->value('value') * (($part->values['tripped'] ?? 0.0) > 0 ? 300.0 : 1.0),
            },
        );
    }
}
