<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** Where a good unit's reading lies: 90 % window around the nominal value, all in volts. */
final readonly class Window
{
    /**
     * @param float $sigma   combined standard uncertainty without the meter
     * @param list<array{what: string, volts: float}> $contributions largest first: what moves the reading, by how much at its limit
     */
    public function __construct(
        public float $nominal,
        public float $low,
        public float $high,
        public float $sigma,
        public array $contributions,
    ) {
    }

    public function holds(float $value): bool
    {
        return $value >= $this->low && $value <= $this->high;
    }
}
