<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** What the supply feeds when it regulates for itself: the lower the voltage, the more current it draws, a to b. */
final class PowerLoad extends Pair implements Consumes
{
    public function name(): string
    {
        return 'power_load';
    }

    public function title(): string
    {
        return 'Constant-power load';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'usual class of what hangs on an output',
            warms: 300.0,
            letter: 'RL',
            hot: Profile::COMPARE,
        );
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'power', Unit::Watt, 0.1),
            Parameter::main('at', 'working voltage', Unit::Volt),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('short', 'shorted', 1.0, 'Disconnect the load: the rail comes back.'),
            new FaultMode(
                'open',
                'not drawing current',
                0.4,
                'The rail is good and the load is dead: feed the load from a bench supply.',
            ),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$a, $b] = [$part->node('a'), $part->node('b')];
        match (true) {
            $fault === 'short' => $netlist->resistor("{$part->ref}.short", $a, $b, 0.1),
            // An ohmmeter finds its input stage asleep.
            $fault === 'open' => $netlist->resistor("{$part->ref}.open", $a, $b, 1e9),
            $netlist->isUnpowered => $netlist->chip("{$part->ref}.asleep", $a, $b, 100e3),
            default => $netlist->junction(
                $part->ref,
                $a,
                $b,
                SegmentTable::constantPower($part->value('value'), $part->value('at')),
            ),
        };
    }
}
