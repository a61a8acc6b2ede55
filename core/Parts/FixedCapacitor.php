<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Quantity\Unit;

/** What non-polar capacitors share: value, working voltage, ESR, and three ways to fail. */
abstract class FixedCapacitor extends Pair implements Rated
{
    public function parameters(): array
    {
        return [
            Parameter::main('value', 'capacitance', Unit::Farad, $this->tolerance()),
            Parameter::optional('voltage', 'working voltage', Unit::Volt),
            Parameter::optional('esr', 'equivalent series resistance', Unit::Ohm, 0.05),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}")];
    }

    public function ratings(Part $part): array
    {
        return $part->knows('voltage') ? [Rating::voltage($part->value('voltage'))->destroyedAt(2.5, 'short', 'punches through', 1.0)] : [];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$a, $b] = [$part->node('a'), $part->node('b')];
        match ($fault) {
            'short' => $netlist->resistor("{$part->ref}.short", $a, $b, 0.1),
            'open' => $netlist->resistor("{$part->ref}.open", $a, $b, 1e9),
            'low' => $netlist->capacitor($part->ref, $a, $b, $part->value('value') * 0.2, $part->value('esr')),
            default => $netlist->capacitor($part->ref, $a, $b, $part->value('value'), $part->value('esr')),
        };
        if ($fault === 'leaky') {
            $netlist->resistor("{$part->ref}.leak", $a, $b, $this->leakOhms($part));
        }
    }

    /** Relative half-width of the value. */
    protected function tolerance(): float
    {
        return 0.1;
    }

    /** Resistance of a leaky specimen, ohms. */
    protected function leakOhms(Part $part): float
    {
        return 10e3;
    }
}
