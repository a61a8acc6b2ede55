<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

/** Lossless; its winding resistance is a resistor of its own. */
final readonly class Inductor implements Branch
{
    /**
     * @param array<int, float> $incidence
     * @param float             $inductance henries
     */
    public function __construct(private string $name, private array $incidence, public float $inductance) {}

    public function name(): string
    {
        return $this->name;
    }

    public function incidence(): array
    {
        return $this->incidence;
    }
}
