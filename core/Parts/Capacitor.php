<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Quantity\Unit;

/** A film or ceramic capacitor, terminals a and b. */
final class Capacitor extends Pair
{
    public function name(): string
    {
        return 'capacitor';
    }

    public function title(): string
    {
        return 'Capacitor';
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'capacitance', Unit::Farad, 0.1),
            Parameter::optional('voltage', 'working voltage', Unit::Volt),
            Parameter::optional('esr', 'equivalent series resistance', Unit::Ohm, 0.05),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('short', 'shorted', 0.5, 'Ohms across it; lift one leg.', looks: 'crack or crater'),
            new FaultMode('open', 'open', 0.15, 'Capacitance with one leg lifted.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}")];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        match ($fault) {
            'short' => $netlist->resistor("{$part->ref}.short", $part->node('a'), $part->node('b'), 0.1),
            'open' => $netlist->resistor("{$part->ref}.open", $part->node('a'), $part->node('b'), 1e9),
            default => $netlist->capacitor($part->ref, $part->node('a'), $part->node('b'), $part->value('value'), $part->value('esr')),
        };
    }
}
