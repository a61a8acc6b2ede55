<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\Evidence;
use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;

/** Bayes over all faults of all parts (Heckerman, Breese, Rommelse 1995: single-fault troubleshooting). */
final class Reasoner
{
    /** Prior share of "nothing wrong with it" and of "something this description does not know". */
    private const HEALTHY_SHARE = 0.04;

    private const UNKNOWN_SHARE = 0.03;

    /** No evidence makes anything quite impossible. */
    private const LEAST = 1e-12;

    /** Share of units with a second fault that has nothing to do with the first (common practice: one in twenty). */
    private const PAIR_SHARE = 0.05;

    /** @param Priors|null $priors null for those of the kinds alone */
    public function __construct(private readonly Knowledge $knowledge, private readonly ?Priors $priors = null)
    {
    }

    /** @param list<Evidence> $evidence */
    public function weigh(array $evidence): Belief
    {
        $prior = $log = $this->priors();
        $steps = [];
        $edge = new Edge($this->knowledge->dictionary(null));
        foreach ($evidence as $item) {
            $step = $this->step($item, $log);
            $step = $item instanceof ReadingEvidence && $item->isLive() ? $edge->soften($item->mode, $step) : $step;
            foreach ($step as $id => $change) {
                $log[$id] += $change;
            }
            $steps[] = $step;
        }
        $most = max($log);
        $probability = array_map(static fn(float $l): float => exp($l - $most), $log);
        $total = array_sum($probability);

        return new Belief($prior, array_map(static fn(float $p): float => $p / $total, $probability), $steps, $evidence);
    }

    /**
     * @param non-empty-array<string, float> $log by hypothesis
     *
     * @return non-empty-array<string, float> logarithm of the likelihood, in the same order
     */
    private function step(Evidence $item, array $log): array
    {
        $step = $log;
        $unmoved = $item instanceof ReadingEvidence ? $item->unmoved($this->knowledge) : null;
        if ($unmoved !== null) {
            $step = array_fill_keys(array_keys($log), log(max(self::LEAST, $unmoved[0])));
            $log = array_intersect_key($log, $unmoved[1]);
        }
        foreach (array_keys($log) as $id) {
            $step[$id] = log(max(self::LEAST, $item->likelihood((string) $id, $this->knowledge)));
        }

        return $step;
    }

    /** @return non-empty-array<string, float> natural logarithms */
    private function priors(): array
    {
        $share = 1 - self::HEALTHY_SHARE - self::UNKNOWN_SHARE;
        $log = [Hypothesis::HEALTHY => log(self::HEALTHY_SHARE), Hypothesis::UNKNOWN => log(self::UNKNOWN_SHARE)];
        foreach (($this->priors ?? Priors::plain($this->knowledge->dictionary(null)))->share as $id => $prior) {
            $log[$id] = log($share * $prior);
        }
        foreach ($this->knowledge->dictionary(null)->hypotheses as $id => $hypothesis) {
            if ($hypothesis->isPair()) {
                $log[$id] = log(2 * self::PAIR_SHARE) + array_sum(array_map(static fn(Hypothesis $h): float => $log[$h->id], $hypothesis->each()));
            }
        }

        return $log;
    }
}
