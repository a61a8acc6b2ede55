<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

use InvalidArgumentException;

/** Exact statements about a rate from a count (Clopper and Pearson 1934), without a normal approximation. */
final class Binomial
{
    private const STEPS = 80;

    /** @return float probability of at most $k events in $n trials at rate $p */
    public static function atMost(int $k, int $n, float $p): float
    {
        if ($k >= $n || $p <= 0.0) {
            return 1.0;
        }
        if ($k < 0 || $p >= 1.0) {
            return 0.0;
        }
        $sum = 0.0;
        $log = $n * log(1 - $p);
        for ($i = 0; $i <= $k; $i++) {
            $sum += exp($log);
            $log += log(($n - $i) / ($i + 1)) + log($p / (1 - $p));
        }

        return min(1.0, $sum);
    }

    /**
     * The rates that $k events in $n trials leave possible.
     *
     * @return array{float, float} lower and upper limit
     *
     * @throws InvalidArgumentException unless 0 <= k <= n and n >= 1
     */
    public static function limits(int $k, int $n, float $confidence = 0.95): array
    {
        if ($n < 1 || $k < 0 || $k > $n) {
            throw new InvalidArgumentException("There cannot be {$k} events in {$n} trials.");
        }
        $tail = (1 - $confidence) / 2;

        return [
            $k === 0 ? 0.0 : self::solve(static fn(float $p): bool => 1 - self::atMost($k - 1, $n, $p) < $tail),
            $k === $n ? 1.0 : self::solve(static fn(float $p): bool => self::atMost($k, $n, $p) > $tail),
        ];
    }

    /**
     * Clean trials in a row after which luck alone is no longer a good explanation: the least n with (1 - rate)^n <= 1
     * - confidence.
     *
     * @return int|null null if the rate is nothing: no number of trials proves anything then
     */
    public static function cleanTrials(float $rate, float $confidence = 0.95): ?int
    {
        return match (true) {
            $rate <= 0.0 => null,
            $rate >= 1.0 => 1,
            default => (int) ceil(log(1 - $confidence) / log(1 - $rate) - 1e-9),
        };
    }

    /** @param callable(float): bool $isBelow true below the root */
    private static function solve(callable $isBelow): float
    {
        [$low, $high] = [0.0, 1.0];
        for ($step = 0; $step < self::STEPS; $step++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $isBelow($middle) ? [$middle, $high] : [$low, $middle];
        }

        return ($low + $high) / 2;
    }
}
