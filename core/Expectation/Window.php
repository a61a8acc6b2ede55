<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Quantity\Uncertainty;

/** Where a good unit's reading lies: 90 % window around the nominal value, all in volts. */
final readonly class Window
{
    /**
     * @param float $sigma   combined standard uncertainty without the meter
     * @param float|null $computed what the circuit says where the service document has another nominal value
     * @param list<array{what: string, volts: float}> $contributions largest first: what moves the reading, by how much at its limit
     */
    public function __construct(
        public float $nominal,
        public float $low,
        public float $high,
        public float $sigma,
        public array $contributions,
        public ?float $computed = null,
    ) {
    }

    /**
     * A documented value has its own tolerance and wins over the computed one.
     *
     * @param float $tolerance ratio, of which the limits are meant (a rectangular distribution)
     */
    public function documented(float $nominal, float $tolerance): self
    {
        $half = abs($nominal) * $tolerance;

        return new self($nominal, $nominal - $half, $nominal + $half, Uncertainty::fromHalfWidth($half), $this->contributions, $this->nominal);
    }

    /** A reading on the scale of the computed circuit, which a service document may have shifted. */
    public function asComputed(float $value): float
    {
        return $this->computed === null || abs($this->nominal) < 0.1 ? $value : $value * $this->computed / $this->nominal;
    }

    /** How far a good unit's own regulation lets it wander is not a fault. */
    public function wandering(float $swing): self
    {
        return $swing <= 0.0 ? $this : new self($this->nominal, $this->low - $swing / 2, $this->high + $swing / 2, hypot($this->sigma, $swing / 4), $this->contributions, $this->computed);
    }

    public function holds(float $value): bool
    {
        return $value >= $this->low && $value <= $this->high;
    }
}
