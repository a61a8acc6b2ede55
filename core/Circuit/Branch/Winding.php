<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

/** A winding with its resistance on a common core: i = conductance * (v - turns * flux). */
final readonly class Winding implements Branch
{
    /**
     * @param array<int, float> $terminals   incidence of the two ends
     * @param int|null $flux node that carries the core's volts per relative turn; null if it is the reference
     * @param float             $conductance siemens of the copper
     */
    public function __construct(
        private string $name,
        public array $terminals,
        public ?int $flux,
        public float $turns,
        public float $conductance,
    ) {}

    public function name(): string
    {
        return $this->name;
    }

    public function incidence(): array
    {
        return $this->flux === null ? $this->terminals : $this->terminals + [$this->flux => -$this->turns];
    }
}
