<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Knowledge;

/** Something learnt about one part: how it looks, how it tested, what happened when it was taken out. */
final readonly class PartEvidence implements Evidence
{
    /**
     * @param float                $rest   likelihood under a fault of this part that $faults does not name
     * @param float                $others likelihood under everything else
     * @param array<string, float> $faults likelihood by fault mode of this part
     */
    public function __construct(
        private string $label,
        private string $part,
        private float $rest,
        private float $others = 1.0,
        private array $faults = [],
    ) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $fault = ($knowledge->dictionary(null)->hypotheses[$id] ?? null)?->faultOf($this->part);

        return $fault === null ? $this->others : $this->faults[$fault] ?? $this->rest;
    }
}
