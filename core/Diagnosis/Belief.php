<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\Evidence;

/** Probabilities of all hypotheses, and what each piece of evidence did to them. */
final readonly class Belief
{
    /**
     * @param non-empty-array<string, float> $prior       natural logarithms by hypothesis, before any evidence
     * @param array<string, float>       $probability by hypothesis, "healthy" and "unknown" included; sums to 1
     * @param list<array<string, float>> $logLikelihood per evidence, by hypothesis, natural logarithm
     * @param list<Evidence>             $evidence
     */
    public function __construct(public array $prior, public array $probability, public array $logLikelihood, public array $evidence)
    {
    }
}
