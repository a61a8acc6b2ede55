<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** One part of a supply, read from its description. */
final readonly class Part
{
    /** The value under which the severity of a fault travels with its part. */
    private const DEGREE = 'degree of its fault';

    /**
     * @param array<string, string> $terminals  node by terminal name
     * @param array<string, float>  $values     SI value by parameter name; defaults filled in
     * @param array<string, float>  $tolerances relative half-width by parameter name
     * @param array<string, mixed>  $written    the part as it stands in the description
     * @param array<string, string> $choices    chosen word by parameter name
     * @param array<string, Part>   $links      the parts it works with, by parameter name
     */
    public function __construct(
        public string $ref,
        public PartKind $kind,
        public array $terminals,
        public array $values,
        public array $tolerances,
        public array $written,
        public array $choices = [],
        public array $links = [],
    ) {}

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

    /** How bad its fault is, where that is not left to the kind's own guess. */
    public function degree(float $usual): float
    {
        return $this->values[self::DEGREE] ?? $usual;
    }

    public function failedBy(float $degree): self
    {
        return $this->with(self::DEGREE, $degree);
    }

    public function with(string $parameter, float $value): self
    {
        return $this->withValues([$parameter => $value]);
    }

    /** @param array<string, float> $values by parameter name */
    public function withValues(array $values): self
    {
        return new self(
            $this->ref,
            $this->kind,
            $this->terminals,
            $values + $this->values,
            $this->tolerances,
            $this->written,
            $this->choices,
            $this->links,
        );
    }

    /** @param array<string, string> $choices by parameter name */
    public function withChoices(array $choices): self
    {
        return new self(
            $this->ref,
            $this->kind,
            $this->terminals,
            $this->values,
            $this->tolerances,
            $this->written,
            $choices + $this->choices,
            $this->links,
        );
    }

    /** @param array<string, Part> $links by parameter name */
    public function withLinks(array $links): self
    {
        return new self(
            $this->ref,
            $this->kind,
            $this->terminals,
            $this->values,
            $this->tolerances,
            $this->written,
            $this->choices,
            $links,
        );
    }

    public function choice(string $parameter): string
    {
        return $this->choices[$parameter];
    }

    public function linked(string $parameter): ?self
    {
        return $this->links[$parameter] ?? null;
    }

    /** For people: "C1 electrolytic 2200u". */
    public function label(): string
    {
        return trim($this->ref . ' ' . mb_strtolower($this->kind->title()) . ' ' . $this->marking());
    }

    /** What stands on it, as it was written: "2200u"; empty if nothing was. */
    public function marking(): string
    {
        $value =
            $this->written['type'] ??
            ($this->written['value'] ?? ($this->written['rating'] ?? ($this->written['secondary'] ?? '')));

        return is_scalar($value) ? (string) $value : '';
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

    /** The first of these that it can have. */
    public function firstFault(string ...$names): ?string
    {
        foreach ($names as $name) {
            if ($this->fault($name) !== null) {
                return $name;
            }
        }

        return null;
    }
}
