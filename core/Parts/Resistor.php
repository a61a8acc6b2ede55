<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Quantity\Unit;

final class Resistor extends Pair
{
    public function name(): string
    {
        return 'resistor';
    }

    public function title(): string
    {
        return 'Resistor';
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'resistance', Unit::Ohm, 0.05),
            Parameter::optional('power', 'rated power', Unit::Watt, 0.25),
        ];
    }

    public function faults(Part $part): array
    {
        // Power types and high values open far more often than small ones (common practice).
        $strain = $part->value('power') >= 1.0 || $part->value('value') >= 100e3 ? 3.0 : 1.0;

        return [
            new FaultMode('open', 'open', 0.5 * $strain, 'Ohms with one leg lifted.', looks: 'burnt body or cracked coating'),
            new FaultMode('drifted', 'drifted high', 0.4 * $strain, 'Ohms with one leg lifted.', graded: true),
            new FaultMode('short', 'bridged', 0.05, 'Look for solder or carbon across it.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}")];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $ohms = $part->value('value');
        $netlist->resistor($part->ref, $part->node('a'), $part->node('b'), match ($fault) {
            'open' => 1e9,
            'drifted' => $ohms * 2.0,
            'short' => 0.1,
            default => $ohms,
        });
    }
}
