<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/**
 * What each hypothesis puts down to a slip of the hand, or to a description that differs here: once is common, again on
 * the same unit is not, since a reading that looks wrong is read again.
 */
final class Misfits
{
    /** How much rarer each further one is than the first (a guess). */
    private const AGAIN = 0.2;

    /** Share of a reading that may be a slip from which it counts; what lies within the expected owes less to it. */
    private const COUNTS = 0.1;

    /** @var array<string, non-empty-list<float>> how likely none was, one, two ..., by hypothesis */
    private array $counts = [];

    /**
     * @param array<string, float> $step logarithm of the likelihood of one more reading, by hypothesis
     * @param float                $slip density of the reading as a slip
     *
     * @return array<string, float> likewise, with the slips before it considered; in whatever order they come
     */
    public function weigh(array $step, float $slip): array
    {
        foreach ($slip > 0.0 ? $step : [] as $id => $log) {
            $share = min(1.0, $slip / exp($log));
            if ($id === Hypothesis::UNKNOWN || $share < self::COUNTS) {
                continue;
            }
            $before = $this->counts[$id] ?? [1.0];
            $after = array_map(
                static fn(float $same, float $fewer): float => (1 - $share) * $same + $share * $fewer,
                [...$before, 0.0],
                [0.0, ...$before],
            );
            $step[$id] += log(self::price($after) / self::price($before));
            $this->counts[$id] = $after;
        }

        return $step;
    }

    /** @param non-empty-list<float> $counts */
    private static function price(array $counts): float
    {
        $sum = 0.0;
        foreach ($counts as $many => $share) {
            $sum += $share * self::AGAIN ** max(0, $many - 1);
        }

        return $sum;
    }
}
