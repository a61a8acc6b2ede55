<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

final readonly class Capacitor implements Branch
{
    /**
     * @param array<int, float> $incidence
     * @param float             $capacitance farads
     * @param float             $esr         ohms
     */
    public function __construct(
        private string $name,
        private array $incidence,
        public float $capacitance,
        public float $esr,
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
