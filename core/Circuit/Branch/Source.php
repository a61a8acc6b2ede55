<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

/** A voltage source with series resistance: $dc + $amplitude * sin(wt), volts. */
final readonly class Source implements Branch
{
    /**
     * @param array<int, float> $incidence
     * @param float             $resistance ohms, greater than zero so that no ideal loop can arise
     */
    public function __construct(
        private string $name,
        private array $incidence,
        public float $resistance,
        public float $amplitude,
        public float $dc,
    ) {}

    public function name(): string
    {
        return $this->name;
    }

    public function incidence(): array
    {
        return $this->incidence;
    }
}
