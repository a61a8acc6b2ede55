<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\Evidence;
use Oculant\Core\Diagnosis\Evidence\Graded;
use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;

/** Bayes over all faults of all parts (Heckerman, Breese, Rommelse 1995: single-fault troubleshooting). */
final class Reasoner
{
    /** Prior share of "something this description does not know". */
    private const UNKNOWN_SHARE = 0.03;

    /** No evidence makes anything quite impossible. */
    private const LEAST = 1e-12;

    /**
     * How often a hand that slipped slips again to the same value, at the same place and at another across the same
     * nodes (common practice).
     */
    private const SLIPS_AGAIN = 0.01;

    private const SLIPS_BESIDE = 0.15;

    /** Share of units with a second fault that has nothing to do with the first (common practice: one in twenty). */
    private const PAIR_SHARE = 0.05;

    /** @param Priors|null $priors null for those of the kinds alone */
    public function __construct(private readonly Knowledge $knowledge, private readonly ?Priors $priors = null) {}

    /** @param list<Evidence> $evidence */
    public function weigh(array $evidence): Belief
    {
        $prior = $log = $this->priors();
        $steps = [];
        $forms = $this->forms();
        $edge = new Edge($this->knowledge->dictionary(null));
        $misfits = new Misfits();
        $unforeseen = new Unforeseen();
        foreach ($evidence as $k => $item) {
            $first = $item instanceof ReadingEvidence ? self::firstAlike($item, $evidence, $k) : null;
            $step =
                $first === null
                    ? $this->step($item, $log, $forms, $unforeseen)
                    : self::again(
                        $steps[$first[0]],
                        $first[1]->slip($this->knowledge),
                        $item->target === $first[1]->target ? self::SLIPS_AGAIN : self::SLIPS_BESIDE,
                    );
            if ($item instanceof ReadingEvidence) {
                $step = $first === null ? $misfits->weigh($step, $item->slip($this->knowledge)) : $step;
                $step = $item->isLive() ? $edge->soften($item->mode, $step) : $step;
            }
            foreach ($step as $id => $change) {
                $log[$id] += $change;
            }
            $steps[] = $step;
        }
        $most = max($log);
        $probability = array_map(static fn(float $l): float => exp($l - $most), $log);
        $total = array_sum($probability);

        return new Belief(
            $prior,
            array_map(static fn(float $p): float => $p / $total, $probability),
            $steps,
            $evidence,
            $forms,
        );
    }

    /**
     * @param non-empty-array<string, float> $log   by hypothesis
     * @param array<string, array<string, float>> $forms how likely each form of a fault is, which the evidence shifts
     *
     * @return non-empty-array<string, float> logarithm of the likelihood, in the same order
     */
    private function step(Evidence $item, array $log, array &$forms, Unforeseen $unforeseen): array
    {
        $step = $log;
        $unmoved = $item instanceof ReadingEvidence ? $item->unmoved($this->knowledge) : null;
        if ($unmoved !== null) {
            [$density, $movers] = $unmoved;
            $step = array_fill_keys(array_keys($log), log(max(self::LEAST, $density)));
            $step[Hypothesis::UNKNOWN] = log(
                max(self::LEAST, $unforeseen->next($density, $item->broad($this->knowledge))),
            );
            unset($movers[Hypothesis::UNKNOWN]);
            $log = array_intersect_key($log, $movers);
        }
        foreach (array_keys($log) as $id) {
            $step[$id] = log(
                max(
                    self::LEAST,
                    $item instanceof Graded && isset($forms[$id])
                        ? $this->overForms($item, $id, $forms[$id])
                        : $item->likelihood((string) $id, $this->knowledge),
                ),
            );
        }

        return $step;
    }

    /**
     * @param list<Evidence> $evidence
     * @param int            $until    number of the reading itself
     *
     * @return array{int, ReadingEvidence}|null the first reading of the same two nodes that showed the same, and its
     *     number
     */
    private static function firstAlike(ReadingEvidence $reading, array $evidence, int $until): ?array
    {
        for ($k = 0; $k < $until; $k++) {
            $earlier = $evidence[$k];
            if ($earlier instanceof ReadingEvidence && $reading->repeats($earlier)) {
                return [$k, $earlier];
            }
        }

        return null;
    }

    /**
     * The same two nodes read again and alike are one witness: all that a second look tells is that the first was no
     * slip.
     *
     * @param array<string, float> $first logarithm of the likelihood of the first reading, by hypothesis
     * @param float                          $slip  density of the first as a slip of the hand
     * @param float                $again how often a slip is made again to the same value
     *
     * @return array<string, float> logarithm of the likelihood of the second
     */
    private static function again(array $first, float $slip, float $again): array
    {
        $most = exp(max([-INF, ...array_values($first)]));
        $step = $first;
        foreach ($first as $id => $log) {
            $isSlip = min(1.0, $slip / max(self::LEAST, exp($log)));
            $step[$id] = log(max(self::LEAST, (1 - $isSlip) * $most + $isSlip * $again * $most));
        }

        return $step;
    }

    /**
     * The likelihood over all forms of a fault, each as likely as what went before has left it.
     *
     * @param array<string, float> $shares by form; shifted
     */
    private function overForms(Graded $item, string $id, array &$shares): float
    {
        $sum = 0.0;
        foreach ($shares as $form => $share) {
            $sum += $shares[$form] = $share * max(self::LEAST, $item->within($id, $form, $this->knowledge));
        }
        foreach ($shares as $form => $share) {
            // What one reading rules out another may bring back: it may have been a slip.
            $shares[$form] = max(1e-9, $share / $sum);
        }

        return $sum;
    }

    /**
     * @return array<string, array<string, float>> how likely each form is before anything is known, by hypothesis that
     *     has several
     */
    private function forms(): array
    {
        $dictionary = $this->knowledge->dictionary(null);
        $forms = [];
        foreach (array_keys($dictionary->hypotheses) as $id) {
            $forms[$id] = array_map(static fn(Form $form): float => $form->share, $dictionary->forms($id));
        }

        return array_filter($forms);
    }

    /** @return non-empty-array<string, float> natural logarithms */
    private function priors(): array
    {
        $priors = $this->priors ?? Priors::plain($this->knowledge->dictionary(null));
        $share = 1 - $priors->healthy - self::UNKNOWN_SHARE;
        $log = [Hypothesis::HEALTHY => log($priors->healthy), Hypothesis::UNKNOWN => log(self::UNKNOWN_SHARE)];
        foreach ($priors->share as $id => $prior) {
            $log[$id] = log($share * $prior);
        }
        foreach ($this->knowledge->dictionary(null)->hypotheses as $id => $hypothesis) {
            if ($hypothesis->mishap !== null) {
                $log[$id] = log($hypothesis->weight);
            } elseif ($hypothesis->isPair()) {
                $log[$id] =
                    log(2 * self::PAIR_SHARE) +
                    array_sum(array_map(static fn(Hypothesis $h): float => $log[$h->id], $hypothesis->each()));
            }
        }

        return $log;
    }
}
