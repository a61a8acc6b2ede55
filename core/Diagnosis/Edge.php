<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/**
 * A switching supply with a fault may stand at the edge between running and trying again, and the spread of its parts
 * decides on which side this unit is. Then all that is read in one mode is wrong together, where a slip of the hand is
 * wrong once: under a fault that makes the supply try again somewhere, the readings of a mode may also be those of any
 * other state that such faults lead to.
 */
final class Edge
{
    /** Share of such units that stand on the other side (a guess; common practice knows no figure). */
    private const OTHER_SIDE = 0.06;

    /** @var list<string> */
    private array $hunting = [];

    /** @var array<string, array<string, float>> sum of logarithms of the likelihoods so far, by mode and hypothesis */
    private array $sums = [];

    /** @var array<string, array<string, float>> the same with the other side considered */
    private array $softened = [];

    public function __construct(FaultDictionary $dictionary)
    {
        $tries = static fn(array $signs): array => array_intersect(['ticks', 'squeals'], $signs);
        foreach ($dictionary->signs as $byHypothesis) {
            $healthy = $tries($byHypothesis[Hypothesis::HEALTHY] ?? []);
            foreach ($byHypothesis as $id => $signs) {
                if ($tries($signs) !== $healthy) {
                    $this->hunting[] = Hypothesis::of((string) $id);
                }
            }
        }
        $this->hunting = array_values(array_unique($this->hunting));
    }

    /**
     * @param array<string, float> $step logarithm of the likelihood of one more reading in this mode, by hypothesis
     *
     * @return array<string, float> likewise, with those before it in the same mode considered
     */
    public function soften(string $mode, array $step): array
    {
        if ($this->hunting === []) {
            return $step;
        }
        foreach ($this->hunting as $id) {
            $this->sums[$mode][$id] = ($this->sums[$mode][$id] ?? 0.0) + ($step[$id] ?? 0.0);
        }
        $most = max($this->sums[$mode]);
        $other = [];
        foreach ($this->sums[$mode] as $sum) {
            // What has told them apart so far makes them different states.
            $other[(int) round($most - $sum)] = exp($sum - $most);
        }
        $elsewhere = (self::OTHER_SIDE * array_sum($other)) / count($other);
        foreach ($this->hunting as $id) {
            if (isset($step[$id])) {
                $before = $this->softened[$mode][$id] ?? 0.0;
                $this->softened[$mode][$id] =
                    $most + log((1 - self::OTHER_SIDE) * exp($this->sums[$mode][$id] - $most) + $elsewhere);
                $step[$id] = $this->softened[$mode][$id] - $before;
            }
        }

        return $step;
    }
}
