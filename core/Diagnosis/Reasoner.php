<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** Bayes over all faults of all parts (Heckerman, Breese, Rommelse 1995: single-fault troubleshooting). */
final class Reasoner
{
    /** Prior share of "nothing wrong with it" and of "something this description does not know". */
    private const HEALTHY_SHARE = 0.04;

    private const UNKNOWN_SHARE = 0.03;

    /** How often a sign is reported although the fault does not show it, or the other way round. */
    private const SIGN_ERROR = 0.06;

    /** A damaged look makes a part's faults this many times likelier (common practice: a good look is worth many measurements). */
    private const LOOK_FACTOR = 8.0;

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
                $step[$id] = log(max(1e-12, $this->likelihood($item, (string) $id)));
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

    private function likelihood(Evidence $item, string $id): float
    {
        $dictionary = $this->knowledge->dictionary($item->mainsVolts);
        if ($item->part !== null) {
            return ($dictionary->hypotheses[$id]->ref ?? null) === $item->part ? self::LOOK_FACTOR : 1.0;
        }
        if ($item->value === null) {
            return $this->signLikelihood($dictionary, $item, $id);
        }
        $healthy = $dictionary->reading($item->mode, Hypothesis::HEALTHY, $item->key);
        if (is_nan($healthy)) {
            return 1.0;
        }
        [$target, $quantity] = explode(' ', $item->key);
        $window = $this->knowledge->expectations($item->mode, $item->mainsVolts)->windows[$target][$quantity] ?? null;
        $value = $window?->asComputed($item->value) ?? $item->value;
        if ($id === Hypothesis::UNKNOWN) {
            // A fault outside the description leaves most readings alone.
            return 0.5 * Likelihood::of($item->key, $value, $healthy, $healthy, $window, false)
                + 0.5 * Likelihood::broad($item->key, $healthy);
        }
        $remaining = $dictionary->remaining($id, $item->replaced);

        return Likelihood::of(
            $item->key,
            $value,
            $dictionary->reading($item->mode, $remaining, $item->key),
            $healthy,
            $window,
            $dictionary->hypotheses[$remaining]->graded ?? false,
        );
    }

    private function signLikelihood(FaultDictionary $dictionary, Evidence $item, string $id): float
    {
        if ($id === Hypothesis::UNKNOWN) {
            return 0.5;
        }
        $remaining = $dictionary->remaining($id, $item->replaced);
        $shown = Signs::shows($dictionary, $item->mode, $remaining, $item->key);

        return match ($shown) {
            true => 1 - self::SIGN_ERROR,
            false => self::SIGN_ERROR,
            null => 0.5,
        };
    }
}
