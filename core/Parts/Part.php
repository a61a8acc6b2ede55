<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** One part of a supply, read from its description. */
final readonly class Part
{
    /**
     * @param array<string, string> $terminals  node by terminal name
     * @param array<string, float>  $values     SI value by parameter name; defaults filled in
     * @param array<string, float>  $tolerances relative half-width by parameter name
     * @param array<string, mixed>  $written    the part as it stands in the description
     */
    public function __construct(
        public string $ref,
        public PartKind $kind,
        public array $terminals,
        public array $values,
        public array $tolerances,
        public array $written,
    ) {
    }

    public function node(string $terminal): string
    {
        return $this->terminals[$terminal];
    }

    public function has(string $terminal): bool
    {
        return isset($this->terminals[$terminal]);
    }

    public function value(string $parameter): float
    {
        return $this->values[$parameter];
    }

    public function knows(string $parameter): bool
    {
        return isset($this->values[$parameter]);
    }

    public function with(string $parameter, float $value): self
    {
        return new self($this->ref, $this->kind, $this->terminals, [$parameter => $value] + $this->values, $this->tolerances, $this->written);
    }

    /** For people: "C1 electrolytic 2200u". */
    public function label(): string
    {
        $value = $this->written['type'] ?? $this->written['value'] ?? $this->written['rating'] ?? $this->written['secondary'] ?? '';

        return trim($this->ref.' '.mb_strtolower($this->kind->title()).' '.(is_scalar($value) ? (string) $value : ''));
    }

    public function fault(string $name): ?FaultMode
    {
        foreach ($this->kind->faults($this) as $fault) {
            if ($fault->name === $name) {
                return $fault;
            }
        }

        return null;
    }
}
