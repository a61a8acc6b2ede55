<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\Branch\Junction;
use Oculant\Core\Parts\AveragedConverter;

/**
 * The ripple at the switching frequency that averaging leaves out: an output capacitor fed in pulses of the rectifier's
 * current, dV = k1 I / (f C) + k2 I ESR, with the factors of the topology (textbook estimate; flyback k1 = D = 0.5, k2 = 2).
 */
final class SwitchingRipple
{
    /** @return float volts peak to peak on $node */
    public static function at(Phase $phase, string $node): float
    {
        $netlist = $phase->record->netlist();
        $index = $netlist->nodes()[$node] ?? null;
        if ($index === null) {
            return 0.0;
        }
        $ripple = 0.0;
        foreach ($phase->parts as $part) {
            if (! $part->kind instanceof AveragedConverter) {
                continue;
            }
            $ends = array_filter(array_map(static fn(string $t): ?int => $part->has($t) ? ($netlist->nodes()[$part->node($t)] ?? null) : null, ['s1', 's2', 's3', 's4', 's5', 's6', 'a1', 'a2']), static fn(?int $n): bool => $n !== null);
            foreach ($netlist->branches() as $name => $branch) {
                $nodes = array_keys($branch->incidence());
                if ($branch instanceof Junction && in_array($index, $nodes, true) && array_intersect($nodes, $ends) !== [] && ! in_array($index, $ends, true)) {
                    $current = abs($phase->record->currentSignal($name)->average);
                    [$farads, $esr] = self::smoothing($phase, $index);
                    $level = abs($phase->record->signal($node, $netlist->reference)->average);
                    $ripple += $farads <= 0.0 ? $level : min(1.5 * $level, $part->kind->pulsation() * $current / ($part->value('frequency') * $farads) + $part->kind->esrFactor() * $current * $esr);
                }
            }
        }

        return $ripple;
    }

    /** @return array{float, float} farads on a node, and the resistance of their series resistances in parallel */
    private static function smoothing(Phase $phase, int $node): array
    {
        $farads = $siemens = 0.0;
        foreach ($phase->record->netlist()->branches() as $branch) {
            if ($branch instanceof Capacitor && isset($branch->incidence()[$node])) {
                $farads += $branch->capacitance;
                $siemens += 1 / max($branch->esr, 1e-4);
            }
        }

        return [$farads, $siemens > 0 ? 1 / $siemens : 0.0];
    }
}
