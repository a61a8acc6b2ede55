<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Heat;

/**
 * A warming curve T(t) = end - (end - start) exp(-t / tau) laid through samples by least squares: for a given time
 * constant the rest is linear, and the time constant is found by golden section. One thermal mass is a simplification;
 * the fit says how well it holds.
 */
final readonly class ExponentialFit
{
    private const GOLDEN = 0.6180339887;

    /** Fewer samples than this say nothing about a curve. */
    private const LEAST = 5;

    /**
     * @param float $end      where it will come to rest, in the unit of the samples
     * @param float $start    at the time of the first sample
     * @param float $tau      seconds
     * @param float $residual rms of what the curve leaves, in the unit of the samples
     * @param float $from     seconds of the first sample
     */
    private function __construct(
        public float $end,
        public float $start,
        public float $tau,
        public float $residual,
        private float $from,
    ) {}

    /**
     * @param list<array{float, float}> $samples seconds and value, in order of time
     *
     * @return self|null null if there is no such curve in them
     */
    public static function through(array $samples): ?self
    {
        if (count($samples) < self::LEAST) {
            return null;
        }
        $from = $samples[0][0];
        $span = $samples[count($samples) - 1][0] - $from;
        if ($span <= 0.0) {
            return null;
        }
        [$low, $high] = [log($span / 50), log($span * 20)];
        $error = static fn(float $log): float => self::solve($samples, $from, exp($log))[2];
        [$a, $b] = [$high - self::GOLDEN * ($high - $low), $low + self::GOLDEN * ($high - $low)];
        [$atA, $atB] = [$error($a), $error($b)];
        for ($step = 0; $step < 60; $step++) {
            if ($atA < $atB) {
                [$high, $b, $atB] = [$b, $a, $atA];
                $a = $high - self::GOLDEN * ($high - $low);
                $atA = $error($a);
            } else {
                [$low, $a, $atA] = [$a, $b, $atB];
                $b = $low + self::GOLDEN * ($high - $low);
                $atB = $error($b);
            }
        }
        $tau = exp(($low + $high) / 2);
        [$end, $start, $square] = self::solve($samples, $from, $tau);
        // A straight line fits every long time constant: no end can be foretold from it.
        return $tau > 5 * $span ? null : new self($end, $start, $tau, sqrt($square / count($samples)), $from);
    }

    /** @param float $seconds on the clock of the samples */
    public function at(float $seconds): float
    {
        return $this->end - ($this->end - $this->start) * exp(-($seconds - $this->from) / $this->tau);
    }

    /** @return float seconds on the clock of the samples at which it is within so much of its end */
    public function settledAt(float $within): float
    {
        $distance = abs($this->end - $this->start);

        return $distance <= $within ? $this->from : $this->from + $this->tau * log($distance / $within);
    }

    /**
     * @param list<array{float, float}> $samples
     *
     * @return array{float, float, float} end, start, sum of squares
     */
    private static function solve(array $samples, float $from, float $tau): array
    {
        $n = count($samples);
        $sumE = $sumEE = $sumV = $sumEV = 0.0;
        foreach ($samples as [$seconds, $value]) {
            $e = exp(-($seconds - $from) / $tau);
            $sumE += $e;
            $sumEE += $e * $e;
            $sumV += $value;
            $sumEV += $e * $value;
        }
        $determinant = $n * $sumEE - $sumE * $sumE;
        if (abs($determinant) < 1e-12) {
            return [$sumV / $n, $sumV / $n, INF];
        }
        $slope = ($n * $sumEV - $sumE * $sumV) / $determinant;
        $end = ($sumV - $slope * $sumE) / $n;
        $square = 0.0;
        foreach ($samples as [$seconds, $value]) {
            $square += ($value - $end - $slope * exp(-($seconds - $from) / $tau)) ** 2;
        }

        return [$end, $end + $slope, $square];
    }
}
