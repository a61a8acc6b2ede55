<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\HoldsHighVoltage;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/**
 * A picture tube with its deflection, as its supply sees it: a load on the main rail, and an anode that stays charged
 * for days.
 */
final class PictureTube extends Pair implements Consumes, HoldsHighVoltage
{
    protected const ENDS = ['plus', 'minus'];

    public function name(): string
    {
        return 'picture_tube';
    }

    public function title(): string
    {
        return 'Picture tube and deflection';
    }

    public function profile(): Profile
    {
        return new Profile(celsius: 80.0, limit: 'its neck and yoke', warms: 300.0, letter: 'V', hot: Profile::COMPARE);
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function parameters(): array
    {
        return [
            Parameter::main('current', 'current drawn', Unit::Ampere, 0.15),
            Parameter::main('at', 'supply at which it draws that', Unit::Volt),
            Parameter::optional('anode', 'anode voltage', Unit::Volt, 25e3),
            // Glass between the inner and outer coating (order of magnitude, from memory).
            Parameter::optional('capacitance', 'anode to outer coating', Unit::Farad, 2e-9),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'deflection shorted',
                1.0,
                'Disconnect it and put a lamp in its place: the rail comes back.',
            ),
            new FaultMode('open', 'not drawing current', 0.4, 'The rail is good and the screen is dark.'),
        ];
    }

    public function anode(Part $part): array
    {
        return ['volts' => $part->value('anode'), 'farads' => $part->value('capacitance')];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $netlist->resistor(
            $part->ref,
            $part->node('plus'),
            $part->node('minus'),
            match ($fault) {
                'short' => 0.1,
                'open' => 1e9,
                default => $part->value('at') / $part->value('current'),
            },
        );
    }
}
