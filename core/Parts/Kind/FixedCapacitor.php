<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;

/** What non-polar capacitors share: value, working voltage, ESR, and three ways to fail. */
abstract class FixedCapacitor extends Pair implements Rated, StoresCharge
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
        return $part->knows('voltage')
            ? [Rating::voltage($part->value('voltage'))->destroyedAt(2.5, 'short', Breaking::PunchesThrough, 1.0)]
            : [];
    }

    public function asFound(Part $part, ?string $fault): array
    {
        $good = ['farads' => $part->value('value'), 'esr' => $part->value('esr'), 'leak' => 1e9];

        return match ($fault) {
            'short' => ['farads' => INF, 'esr' => $part->degree(0.1), 'leak' => $part->degree(0.1)],
            'open' => ['farads' => 0.0, 'esr' => 1e9, 'leak' => 1e9],
            'low' => ['farads' => $part->value('value') * $part->degree(0.2)] + $good,
            'leaky' => ['leak' => $part->degree($this->leakOhms($part))] + $good,
            default => $good,
        };
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$a, $b] = [$part->node('a'), $part->node('b')];
        $found = $this->asFound($part, $fault);
        match ($fault) {
            'short' => $netlist->resistor("{$part->ref}.short", $a, $b, $found['esr']),
            'open' => $netlist->resistor("{$part->ref}.open", $a, $b, $found['leak']),
            default => $netlist->capacitor($part->ref, $a, $b, $found['farads'], $found['esr']),
        };
        if ($fault === 'leaky') {
            $netlist->resistor("{$part->ref}.leak", $a, $b, $found['leak']);
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
