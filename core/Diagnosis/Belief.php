<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\Evidence;

/** Probabilities of all hypotheses, and what each piece of evidence did to them. */
final class Belief
{
    /** @var non-empty-list<array{weights: array<string, float>, total: float}>|null */
    private ?array $stages = null;

    /**
     * @param non-empty-array<string, float> $prior       natural logarithms by hypothesis, before any evidence
     * @param array<string, float>       $probability by hypothesis, "healthy" and "unknown" included; sums to 1
     * @param list<array<string, float>> $logLikelihood per evidence, by hypothesis, natural logarithm
     * @param list<Evidence>             $evidence
     * @param array<string, array<string, float>> $forms how likely each form of a fault is, by hypothesis that has
     *     several
     */
    public function __construct(
        public readonly array $prior,
        public readonly array $probability,
        public readonly array $logLikelihood,
        public readonly array $evidence,
        public readonly array $forms = [],
    ) {}

    /**
     * What was believed at first and after each piece of evidence.
     *
     * @return non-empty-list<array{weights: array<string, float>, total: float}> not normalised; one more than there is
     *     evidence
     */
    public function stages(): array
    {
        if ($this->stages !== null) {
            return $this->stages;
        }
        $log = $this->prior;
        $stages = [];
        foreach ([[], ...$this->logLikelihood] as $step) {
            foreach ($step as $id => $change) {
                $log[$id] += $change;
            }
            $most = max($log);
            $weights = [];
            foreach ($log as $id => $sum) {
                $weights[$id] = exp($sum - $most);
            }
            $stages[] = ['weights' => $weights, 'total' => array_sum($weights)];
        }

        return $this->stages = $stages;
    }
}
