<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

/**
 * What is usually joined to what in a power supply, and so is worth a beep next: pins that nothing is known of first.
 * Weights are guesses from common practice, in steps: nearly always, often, now and then.
 */
final class Hunches
{
    private const MOST = 5;

    /** More than any habit weighs. */
    private const SUSPECTED = 20.0;

    /** Kind and pin, kind and pin, weight, why. */
    public const HABITS = [
        ['bridge', 'plus', 'electrolytic', 'plus', 9, 'the reservoir stands across the bridge'],
        ['bridge', 'minus', 'electrolytic', 'minus', 9, 'the reservoir stands across the bridge'],
        ['bridge', 'ac1', 'transformer', 's1', 8, 'the secondary feeds the bridge'],
        ['bridge', 'ac2', 'transformer', 's2', 8, 'the secondary feeds the bridge'],
        ['bridge', 'ac1', 'ntc', 'b', 6, 'off line, the inrush thermistor feeds the bridge'],
        ['bridge', 'ac2', 'common_mode_choke', 'b2', 6, 'off line, the filter feeds the bridge'],
        ['diode', 'a', 'transformer', 's1', 6, 'the secondary feeds the rectifier'],
        ['diode', 'k', 'electrolytic', 'plus', 7, 'the rectifier charges the reservoir'],
        ['fast_diode', 'k', 'electrolytic', 'plus', 7, 'the rectifier charges the reservoir'],
        ['schottky', 'k', 'electrolytic', 'plus', 8, 'the rectifier charges the output capacitor'],
        ['schottky', 'a', 'transformer', 's1', 7, 'the secondary feeds the rectifier'],
        ['regulator', 'in', 'electrolytic', 'plus', 8, 'the reservoir feeds the regulator'],
        ['regulator', 'common', 'electrolytic', 'minus', 9, "a regulator's common is on the minus of its reservoir"],
        ['regulator', 'out', 'electrolytic', 'plus', 6, 'a capacitor stands at its output'],
        ['adjustable_regulator', 'in', 'electrolytic', 'plus', 8, 'the reservoir feeds the regulator'],
        ['adjustable_regulator', 'adj', 'resistor', 'a', 7, 'a divider sets its output'],
        ['fuse', 'b', 'transformer', 'p1', 7, 'the fuse leads to the primary'],
        ['fuse', 'b', 'switch', 'a', 6, 'the fuse leads to the switch'],
        ['switch', 'b', 'transformer', 'p1', 7, 'the switch leads to the primary'],
        ['fuse', 'b', 'common_mode_choke', 'a1', 7, 'the fuse leads to the filter'],
        ['common_mode_choke', 'a2', 'ntc', 'a', 6, 'the filter leads to the inrush thermistor'],
        ['x_capacitor', 'a', 'common_mode_choke', 'a1', 6, 'it stands across the mains before the filter'],
        ['x_capacitor', 'b', 'common_mode_choke', 'b1', 6, 'it stands across the mains before the filter'],
        ['varistor', 'a', 'fuse', 'b', 6, 'it stands across the mains after the fuse'],
        ['mosfet', 'd', 'transformer', 'p2', 8, 'the switch pulls the primary'],
        ['electrolytic', 'plus', 'transformer', 'p1', 6, 'off line, the primary hangs on the bulk'],
        ['mosfet', 's', 'resistor', 'a', 8, 'the source goes to ground by a sense resistor below an ohm'],
        ['mosfet', 'g', 'resistor', 'b', 8, 'the gate is driven through tens of ohms'],
        ['pwm_controller', 'out', 'resistor', 'a', 8, 'its output drives the gate through tens of ohms'],
        ['pwm_controller', 'vcc', 'electrolytic', 'plus', 9, 'its supply has a capacitor of 10 to 100 microfarads'],
        ['pwm_controller', 'vcc', 'resistor', 'b', 8, 'a start-up resistor of 100 k to 1 M leads from the bulk to it'],
        ['pwm_controller', 'gnd', 'electrolytic', 'minus', 9, 'its ground is the minus of the bulk'],
        ['pwm_controller', 'fb', 'optocoupler', 'c', 8, 'feedback comes back through the optocoupler'],
        ['optocoupler', 'e', 'electrolytic', 'minus', 7, "the transistor's emitter is on the hot ground"],
        ['optocoupler', 'k', 'shunt_reference', 'k', 9, 'the reference pulls the lamp of the optocoupler'],
        ['optocoupler', 'a', 'resistor', 'b', 8, 'the lamp is fed through a resistor from the output'],
        ['shunt_reference', 'ref', 'resistor', 'b', 8, 'a divider from the output sets it'],
        ['shunt_reference', 'a', 'electrolytic', 'minus', 8, 'its anode is on the output ground'],
        ['y_capacitor', 'a', 'electrolytic', 'minus', 5, 'it bridges from the hot ground to the output ground'],
        ['zener', 'k', 'resistor', 'b', 7, 'a resistor feeds it'],
        ['zener', 'k', 'transistor', 'b', 6, 'it holds the base of the pass transistor'],
        ['transistor', 'c', 'electrolytic', 'plus', 6, 'the reservoir feeds the pass transistor'],
        ['transistor', 'b', 'resistor', 'b', 6, 'a resistor feeds the base'],
        ['led', 'a', 'resistor', 'b', 6, 'a resistor stands before it'],
    ];

    /**
     * @param array<string, float> $suspicion of what a unit lacks, 0 to 1 by reference: what hangs on a suspect is
     *     worth knowing first
     *
     * @return list<array{one: string, other: string, why: string}> the most telling first
     */
    public static function of(Traced $traced, array $suspicion = []): array
    {
        $found = [];
        foreach (self::HABITS as [$kind, $pin, $otherKind, $otherPin, $weight, $why]) {
            foreach ($traced->parts as $part) {
                foreach ($traced->parts as $other) {
                    if ($part->kind->name() !== $kind || $other->kind->name() !== $otherKind || $part === $other) {
                        continue;
                    }
                    $row = self::pair($traced, "{$part->ref}.{$pin}", $other, $otherPin, $weight, $why);
                    if ($row !== null) {
                        $row['weight'] +=
                            self::SUSPECTED * max($suspicion[$part->ref] ?? 0.0, $suspicion[$other->ref] ?? 0.0);
                        $found[] = $row;
                    }
                }
            }
        }
        usort($found, static fn(array $a, array $b): int => $b['weight'] <=> $a['weight']);
        $best = $said = [];
        foreach ($found as ['one' => $one, 'other' => $other, 'why' => $why]) {
            // One question a pin at a time.
            if (!isset($said[$one]) && count($best) < self::MOST) {
                $said[$one] = true;
                $best[] = ['one' => $one, 'other' => $other, 'why' => $why];
            }
        }

        return $best;
    }

    /** @return array{one: string, other: string, why: string, weight: float}|null null if it is known already */
    private static function pair(
        Traced $traced,
        string $one,
        TracedPart $part,
        string $pin,
        int $weight,
        string $why,
    ): ?array {
        // Either end of what has no ends of its own.
        $ends =
            in_array($pin, ['a', 'b'], true) && $part->pin('1') !== null && !str_contains($part->kind->name(), 'diode')
                ? $part->kind->terminals()->all()
                : [$pin];
        $others = array_map(static fn(string $end): string => "{$part->ref}.{$end}", $ends);
        foreach ($others as $other) {
            if ($traced->isJoined($one, $other)) {
                return null;
            }
        }
        $others = array_values(
            array_filter($others, static fn(string $other): bool => !$traced->isApart($one, $other)),
        );
        if ($others === []) {
            return null;
        }
        $isLoose = static fn(string $p): bool => count($traced->with($p)) < 2;
        // Where both lead somewhere already, a habit says little.
        if (!$isLoose($one) && array_filter($others, $isLoose) === []) {
            return null;
        }
        usort($others, static fn(string $a, string $b): int => $isLoose($b) <=> $isLoose($a));

        return [
            'one' => $one,
            'other' => $others[0],
            'why' => $why,
            'weight' => (float) $weight + ($isLoose($one) ? 6 : 0) + ($isLoose($others[0]) ? 2 : 0),
        ];
    }
}
