<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

final readonly class Resistor implements Branch
{
    /**
     * @param array<int, float> $incidence
     * @param float             $conductance siemens
     */
    public function __construct(private string $name, private array $incidence, public float $conductance) {}

    public function name(): string
    {
        return $this->name;
    }

    public function incidence(): array
    {
        return $this->incidence;
    }
}
