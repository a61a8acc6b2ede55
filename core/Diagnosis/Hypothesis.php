<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** One part failed in one way; or two parts that failed by themselves, where no single fault explains the evidence. */
final readonly class Hypothesis
{
    public const HEALTHY = 'healthy';

    public const UNKNOWN = 'unknown';

    /** @param list<self> $both the two faults of a pair; empty for a single fault */
    public function __construct(
        public string $id,
        public string $ref,
        public string $fault,
        public string $title,
        public float $weight,
        public bool $graded,
        public string $proof,
        public string $looks,
        public string $kind,
        public bool $comesAndGoes,
        public array $both = [],
    ) {
    }

    /** Both at once, under one id. */
    public static function pair(self $first, self $second): self
    {
        return new self(
            "{$first->id}+{$second->id}",
            $first->ref,
            $first->fault,
            "{$first->title} and {$second->title}",
            $first->weight * $second->weight,
            $first->graded || $second->graded,
            $first->proof,
            $first->looks,
            $first->kind,
            $first->comesAndGoes || $second->comesAndGoes,
            [$first, $second],
        );
    }

    public function isPair(): bool
    {
        return $this->both !== [];
    }

    /** @return list<self> itself, or the two of a pair */
    public function each(): array
    {
        return $this->both === [] ? [$this] : $this->both;
    }

    /** @return array<string, string> fault name by part reference */
    public function faults(): array
    {
        return array_column(array_map(static fn(self $h): array => [$h->ref, $h->fault], $this->each()), 1, 0);
    }

    /** The fault it supposes in a part; null if none. */
    public function faultOf(string $ref): ?string
    {
        foreach ($this->both as $one) {
            if ($one->ref === $ref) {
                return $one->fault;
            }
        }

        return $this->ref === $ref ? $this->fault : null;
    }
}
