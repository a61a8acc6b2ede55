<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\Evidence;

/** Bayes over all faults of all parts (Heckerman, Breese, Rommelse 1995: single-fault troubleshooting). */
final class Reasoner
{
    /** Prior share of "nothing wrong with it" and of "something this description does not know". */
    private const HEALTHY_SHARE = 0.04;

    private const UNKNOWN_SHARE = 0.03;

    public function __construct(private readonly Knowledge $knowledge)
    {
    }

    /** @param list<Evidence> $evidence */
    public function weigh(array $evidence): Belief
    {
        $prior = $log = $this->priors();
        $steps = [];
        foreach ($evidence as $item) {
            $step = [];
            foreach ($log as $id => $sum) {
                $step[$id] = log(max(1e-12, $item->likelihood((string) $id, $this->knowledge)));
                $log[$id] = $sum + $step[$id];
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
        $hypotheses = $this->knowledge->dictionary(null)->hypotheses;
        $total = array_sum(array_map(static fn(Hypothesis $h): float => $h->weight, $hypotheses));
        $share = 1 - self::HEALTHY_SHARE - self::UNKNOWN_SHARE;
        $log = [Hypothesis::HEALTHY => log(self::HEALTHY_SHARE), Hypothesis::UNKNOWN => log(self::UNKNOWN_SHARE)];
        foreach ($hypotheses as $id => $hypothesis) {
            $log[$id] = log($share * $hypothesis->weight / $total);
        }

        return $log;
    }
}
