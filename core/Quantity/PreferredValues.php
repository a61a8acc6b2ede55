<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/**
 * Preferred numbers for resistors and capacitors, IEC 60063: E24 and below are the standard's own table
 * (not a rounded geometric series); E48 and E96 are rounded powers of ten.
 */
enum PreferredValues: int
{
    case E6 = 6;
    case E12 = 12;
    case E24 = 24;
    case E48 = 48;
    case E96 = 96;

    private const TABLE_E24 = [
        10,
        11,
        12,
        13,
        15,
        16,
        18,
        20,
        22,
        24,
        27,
        30,
        33,
        36,
        39,
        43,
        47,
        51,
        56,
        62,
        68,
        75,
        82,
        91,
    ];

    /** @return list<float> one decade, from 1.0 up to below 10.0 */
    public function decade(): array
    {
        if ($this->value <= 24) {
            $step = intdiv(24, $this->value);

            return array_map(static fn(int $index): float => (float) self::TABLE_E24[$index] / 10, range(0, 23, $step));
        }

        return array_map(fn(int $k): float => round(10 ** ($k / $this->value), 2), range(0, $this->value - 1));
    }

    /** The preferred value nearest to $value by ratio. */
    public function nearest(float $value): float
    {
        return $this->choose($value, static fn(float $candidate): float => abs(log($candidate / $value)));
    }

    /** The smallest preferred value not below $value. */
    public function atLeast(float $value): float
    {
        return $this->choose(
            $value,
            static fn(float $candidate): float => $candidate >= $value * (1 - 1e-9) ? $candidate : INF,
        );
    }

    /** @param callable(float): float $cost */
    private function choose(float $value, callable $cost): float
    {
        if ($value <= 0) {
            throw UnreadableQuantity::text((string) $value, Unit::Ohm);
        }
        $decade = 10.0 ** floor(log10($value));
        $best = $decade;
        $bestCost = INF;
        foreach ([...$this->decade(), 10.0] as $mantissa) {
            $candidate = $mantissa * $decade;
            $candidateCost = $cost($candidate);
            if ($candidateCost < $bestCost) {
                [$best, $bestCost] = [$candidate, $candidateCost];
            }
        }

        return (float) sprintf('%.6g', $best);
    }
}
