<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** A group of faults that no measurement separates. */
final readonly class Suspect
{
    /**
     * @param list<Hypothesis> $members likeliest first; empty for "none of these" and "nothing wrong"
     * @param list<string>     $chain   what the fault takes with it: "F1 opens quickly"
     */
    public function __construct(
        public string $id,
        public string $title,
        public float $probability,
        public array $members,
        public array $chain,
    ) {}

    /** @return list<string> references */
    public function parts(): array
    {
        return array_values(array_unique(array_map(static fn(Hypothesis $h): string => $h->ref, $this->members)));
    }
}
