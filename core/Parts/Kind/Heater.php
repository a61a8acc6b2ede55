<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A valve heater or heating element: cold it reads a fraction of its hot resistance. */
final class Heater extends Pair implements Consumes, ShowsSigns
{
    public function name(): string
    {
        return 'heater';
    }

    public function title(): string
    {
        return 'Heater';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 250.0,
            limit: 'it works by being hot',
            warms: 300.0,
            letter: 'B',
            hot: Profile::COMPARE,
            meant: [200.0, 'a heater'],
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
            Parameter::main('current', 'rated current', Unit::Ampere, 0.05),
        ];
    }

    public function faults(Part $part): array
    {
        return [new FaultMode('open', 'open', 1.0, 'Ohms across it.', looks: [Look::NoGlow])];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}, cold")];
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        return [
            $part->ref .
            ($fault === null && $record->signal($part->node('a'), $part->node('b'))->rms > 0.5 * $part->value('value')
                ? ' glows'
                : ' does not glow'),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $cold = $netlist->isUnpowered ? 6.0 : 1.0;
        $netlist->resistor(
            $part->ref,
            $part->node('a'),
            $part->node('b'),
            $fault === 'open' ? 1e9 : $part->value('value') / $part->value('current') / $cold,
        );
    }
}
