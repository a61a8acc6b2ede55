<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** A group of faults that no measurement separates, with what speaks for and against it. */
final readonly class Suspect
{
    /**
     * @param list<Hypothesis> $members likeliest first; empty for "none of these" and "nothing wrong"
     * @param list<array{label: string, weight: float, strength: string}> $for     evidence and the logarithm (base 2) of its ratio to the rivals
     * @param list<array{label: string, weight: float, strength: string}> $against
     * @param list<string>     $chain   what the fault takes with it: "F1 opens quickly"
     */
    public function __construct(
        public string $id,
        public string $title,
        public float $probability,
        public array $members,
        public array $for,
        public array $against,
        public array $chain,
    ) {
    }

    /** @return list<string> references */
    public function parts(): array
    {
        return array_values(array_unique(array_map(static fn(Hypothesis $h): string => $h->ref, $this->members)));
    }
}
