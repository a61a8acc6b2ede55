<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** What the supply feeds, drawing the same current at any voltage above half a volt, a to b. */
final class CurrentLoad extends Pair implements Consumes
{
    public function name(): string
    {
        return 'current_load';
    }

    public function title(): string
    {
        return 'Constant-current load';
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
        return [Parameter::main('value', 'current', Unit::Ampere, 0.1)];
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
        match ($fault) {
            'short' => $netlist->resistor("{$part->ref}.short", $a, $b, 0.1),
            'open' => $netlist->resistor("{$part->ref}.open", $a, $b, 1e9),
            default => $netlist->controlled(
                $part->ref,
                $a,
                $b,
                [[$a, $b]],
                [[[0.0], $part->value('value')], [[$part->value('value') / 0.5], 0.0]],
            ),
        };
    }
}
