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
            $step = [];
            foreach ($log as $id => $sum) {
                $step[$id] = log(max(1e-12, $item->likelihood((string) $id, $this->knowledge)));
            }
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
