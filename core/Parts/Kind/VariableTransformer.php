<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A variable transformer as the source, l to n: the mains times its setting, behind its own impedance. */
final class VariableTransformer extends Pair implements FeedsEnergy
{
    protected const ENDS = ['l', 'n'];

    public function name(): string
    {
        return 'variable_transformer';
    }

    public function title(): string
    {
        return 'Variable transformer';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 90.0,
            limit: 'class A winding, and brushes',
            warms: 300.0,
            letter: 'T',
            hot: Profile::COMPARE,
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'mains voltage', Unit::Volt),
            Parameter::optional('position', 'setting', Unit::Ratio, 1.0),
            Parameter::optional('impedance', 'source impedance', Unit::Ohm, 1.5),
        ];
    }

    public function faults(Part $part): array
    {
        return [];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $netlist->source(
            $part->ref,
            $part->node('l'),
            $part->node('n'),
            $part->value('impedance'),
            $part->value('value') * $part->value('position') * M_SQRT2,
            0.0,
        );
    }
}
