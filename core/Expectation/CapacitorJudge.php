<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** Puts a capacitor test into words against what a good one would show there. */
final class CapacitorJudge
{
    /**
     * An electrolytic's own tolerance is -20 % (IEC 60384-4); below 0.7 of the marking it is worn, above 1.5 the meter
     * sees a leak or a neighbour (common practice).
     */
    private const LOW = 0.7;

    private const HIGH = 1.5;

    /** ESR of a good specimen may be twice the type's average; beyond three times it is worn (common practice). */
    private const ESR_HIGH = 2.0;

    private const ESR_VERY_HIGH = 4.0;

    /** @param float $value farads, ohms or amperes; INF for OL */
    public static function of(Description $supply, string $ref, string $quantity, bool $isLifted, float $value): Verdict
    {
        $meter = new CapacitorMeter($supply);
        $good = $meter->read($ref, $quantity, $isLifted);
        $others = count($meter->across($ref)) - 1;
        $word = self::word($quantity, $value, $good, $supply->part($ref)->tolerances['value'] ?? 0.2);
        $why = match ($quantity) {
            CapacitorMeter::LEAKAGE => sprintf(
                'A good one passes up to %s at its working voltage after some minutes.',
                self::write($quantity, $good),
            ),
            default => sprintf(
                'A good one would show about %s here%s.',
                self::write($quantity, $good),
                match (true) {
                    $isLifted => ' by itself',
                    $others === 0 => '',
                    default => sprintf(
                        ' together with the %s in parallel',
                        $others === 1 ? 'other one' : "{$others} others",
                    ),
                },
            ),
        };

        return new Verdict(
            $word,
            sprintf(
                '%s %s: %s.',
                $ref,
                self::write($quantity, $value),
                $word === VerdictWord::Dead ? 'nothing left of it' : $word->value,
            ),
            $why . ($isLifted || $others === 0 || $word->isGood() ? '' : ' Lift one leg to know which of them it is.'),
        );
    }

    public static function write(string $quantity, float $value): string
    {
        return is_infinite($value) ? 'OL' : Quantity::write($value, self::unit($quantity));
    }

    public static function unit(string $quantity): Unit
    {
        return match ($quantity) {
            CapacitorMeter::CAPACITANCE => Unit::Farad,
            CapacitorMeter::ESR => Unit::Ohm,
            'breakdown' => Unit::Volt,
            default => Unit::Ampere,
        };
    }

    private static function word(string $quantity, float $value, float $good, float $tolerance): VerdictWord
    {
        $ratio = $value / max($good, 1e-15);

        return match (true) {
            $quantity === CapacitorMeter::CAPACITANCE && $ratio < 0.02 => VerdictWord::Dead,
            $quantity === CapacitorMeter::CAPACITANCE && $ratio < 0.5 => VerdictWord::VeryLow,
            $quantity === CapacitorMeter::CAPACITANCE && $ratio < min(self::LOW, 1 - $tolerance) => VerdictWord::Low,
            $quantity === CapacitorMeter::CAPACITANCE => $ratio > max(self::HIGH, 1 + $tolerance)
                ? VerdictWord::High
                : VerdictWord::Fine,
            $ratio > self::ESR_VERY_HIGH => VerdictWord::VeryHigh,
            $ratio > self::ESR_HIGH => VerdictWord::High,
            default => VerdictWord::Fine,
        };
    }
}
