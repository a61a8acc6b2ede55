<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A bench supply with a current limit, plus to minus: constant voltage until the limit, then constant current. */
final class BenchSupply extends Pair implements FeedsEnergy
{
    protected const ENDS = ['plus', 'minus'];

    public function name(): string
    {
        return 'bench_supply';
    }

    public function title(): string
    {
        return 'Bench supply';
    }

    public function profile(): Profile
    {
        return new Profile(celsius: 60.0, limit: 'its own case', warms: 300.0, letter: 'G', hot: Profile::COMPARE);
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'set voltage', Unit::Volt),
            Parameter::optional('limit', 'current limit', Unit::Ampere, 0.5),
        ];
    }

    public function faults(Part $part): array
    {
        return [];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        // The set voltage is a source of its own, so that a walk from rest can bring it up like any other.
        $set = "{$part->ref}.set";
        $netlist->source("{$part->ref}.source", $set, $part->node('minus'), 0.01, 0.0, $part->value('value'));
        $netlist->controlled(
            $part->ref,
            $set,
            $part->node('plus'),
            [[$set, $part->node('plus')]],
            [[[20.0], 0.0], [[0.0], $part->value('limit')]],
        );
    }
}
