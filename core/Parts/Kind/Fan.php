<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A fan, plus to minus: as good as a resistor up to its rated voltage. */
final class Fan extends Pair implements Consumes, ShowsSigns
{
    protected const ENDS = ['plus', 'minus'];

    public function name(): string
    {
        return 'fan';
    }

    public function title(): string
    {
        return 'Fan';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 70.0,
            limit: 'bearing grease',
            warms: 300.0,
            letter: 'M',
            hot: ['Does it turn freely, and the right way round?'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'rated voltage', Unit::Volt),
            Parameter::optional('current', 'rated current', Unit::Ampere, 0.15, 0.2),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'seized',
                'seized',
                1.5,
                'Turn it by hand, unplugged; it must spin freely.',
                looks: [Look::Dust, Look::DryBearing],
            ),
            new FaultMode('open', 'winding open', 0.8, 'Feed it from a bench supply.'),
        ];
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        $turns =
            $fault === null &&
            abs($record->signal($part->node('plus'), $part->node('minus'))->average) > 0.4 * $part->value('value');

        return [$part->ref . ($turns ? ' turns' : ' still')];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $ohms = $part->value('value') / $part->value('current');
        [$plus, $minus] = [$part->node('plus'), $part->node('minus')];
        // With the plug out a meter finds a winding, or the circuit that switches it (common practice).
        match (true) {
            $fault === 'open' => $netlist->resistor($part->ref, $plus, $minus, 1e9),
            $netlist->isUnpowered => $netlist->chip($part->ref, $plus, $minus, $ohms),
            default => $netlist->resistor($part->ref, $plus, $minus, $fault === 'seized' ? $ohms * 0.5 : $ohms),
        };
    }
}
