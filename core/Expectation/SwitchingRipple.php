<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Ability\Switches;

/**
 * The ripple at the switching frequency that averaging leaves out: a capacitor charged in pulses, dV = share I / (f C)
 * + swing I ESR, with the factors of the topology (textbook estimate).
 */
final class SwitchingRipple
{
    /**
     * @return array<string, array{volts: float, hertz: float}> peak to peak, and the frequency of the largest, by node
     */
    public static function of(Phase $phase): array
    {
        $ripple = [];
        foreach ($phase->parts as $part) {
            foreach ($part->kind instanceof Switches ? $part->kind->pulses($part, $phase->record) : [] as $pulse) {
                [$farads, $esr] = self::smoothing($phase, $pulse->node);
                $level = abs($phase->record->signal($pulse->node, $pulse->against)->average);
                $volts =
                    $farads <= 0.0
                        ? $level
                        : min(
                            1.5 * $level,
                            ($pulse->alone * $pulse->amperes) / ($pulse->hertz * $farads) +
                                $pulse->swing * $pulse->amperes * $esr,
                        );
                $known = $ripple[$pulse->node] ?? ['volts' => 0.0, 'hertz' => 0.0];
                $ripple[$pulse->node] = [
                    'volts' => $known['volts'] + $volts,
                    'hertz' => $volts > $known['volts'] ? $pulse->hertz : $known['hertz'],
                ];
            }
        }

        return $ripple;
    }

    /** @return array{float, float} farads on a node, and the resistance of their series resistances in parallel */
    private static function smoothing(Phase $phase, string $name): array
    {
        $farads = $siemens = 0.0;
        foreach ($phase->record->netlist()->capacitorsAt($name) as $capacitor) {
            $farads += $capacitor->capacitance;
            $siemens += 1 / max($capacitor->esr, 1e-4);
        }

        return [$farads, $siemens > 0 ? 1 / $siemens : 0.0];
    }
}
