<?php

declare(strict_types=1);

namespace Bench\Outside;

/**
 * What differs from unit to unit: the same for the same seed and the same question, on every machine and in whatever
 * order it is asked.
 */
final readonly class Luck
{
    /** @param bool $isWide true for parts from all over their tolerance, as a window supposes them */
    public function __construct(private int $seed, public bool $isWide = false) {}

    /** Between 0 and 1. */
    public function share(string $of): float
    {
        return (hexdec(substr(hash('sha256', "{$this->seed} {$of}"), 0, 12)) + 0.5) / 0x1000000000000;
    }

    /** Between -1 and 1. */
    public function even(string $of): float
    {
        return 2 * $this->share($of) - 1;
    }

    /** Around 1, log-uniform up to one part in $width either way. */
    public function factor(string $of, float $width): float
    {
        return exp($this->even($of) * log(1 + $width));
    }

    /** Between two values, log-uniform. */
    public function between(string $of, float $low, float $high): float
    {
        return exp(log($low) + $this->share($of) * (log($high) - log($low)));
    }

    /** Near the middle of a tolerance rather than at its edge: the mean of two, as good parts are sorted. */
    public function within(string $of, float $tolerance): float
    {
        if ($this->isWide) {
            return 1 + $tolerance * $this->even($of);
        }

        return 1 + $tolerance * 0.5 * ($this->even($of) + $this->even("{$of} again"));
    }
}
