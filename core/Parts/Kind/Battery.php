<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A battery as the source, plus to minus, with its internal resistance. */
final class Battery extends Pair implements FeedsEnergy
{
    protected const ENDS = ['plus', 'minus'];

    public function name(): string
    {
        return 'battery';
    }

    public function title(): string
    {
        return 'Battery';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 60.0,
            limit: 'cells swell and age above',
            warms: 300.0,
            letter: 'BT',
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
            Parameter::main('value', 'open-circuit voltage', Unit::Volt, 0.05),
            Parameter::optional('resistance', 'internal resistance', Unit::Ohm, 0.05, 0.5),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('flat', 'flat', 2.0, 'Its voltage under load, not at rest.', graded: true),
            new FaultMode('open', 'not connected inside', 0.5, 'Its voltage at its own terminals.'),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        if ($fault === 'open') {
            $netlist->resistor($part->ref, $part->node('plus'), $part->node('minus'), 1e6);

            return;
        }
        $flat = $fault === 'flat';
        $netlist->source(
            $part->ref,
            $part->node('plus'),
            $part->node('minus'),
            $part->value('resistance') * ($flat ? 40 : 1),
            0.0,
            $part->value('value') * ($flat ? 0.8 : 1),
        );
    }
}
