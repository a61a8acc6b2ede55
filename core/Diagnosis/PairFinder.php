<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/**
 * Which two faults at once are worth solving, where no single one explains the evidence: where one of them changes
 * nothing the other speaks, where both do the better one does. The circuit then has the last word.
 */
final class PairFinder
{
    /** Pairs that are solved; of a large supply fewer, since each takes a second or more. */
    private const MOST = 6;

    private const MOST_LARGE = 2;

    /** Single faults that are paired with one another. */
    private const SINGLES = 60;

    /** Natural logarithm by which a piece of evidence must tell a fault from a good unit to be one that it changes. */
    private const SPEAKS = 0.2;

    /**
     * @param array<string, Hypothesis> $hypotheses single faults, by id
     *
     * @return list<Hypothesis> most promising first
     */
    public static function worthSolving(array $hypotheses, Belief $belief, bool $isLarge = false): array
    {
        $singles = array_slice(self::byMerit($hypotheses, $belief), 0, self::SINGLES);
        $scores = [];
        foreach ($singles as $k => $first) {
            foreach (array_slice($singles, $k + 1) as $second) {
                if ($hypotheses[$first]->ref !== $hypotheses[$second]->ref) {
                    $scores["{$first}+{$second}"] = [
                        $belief->prior[$first] + $belief->prior[$second] + self::explained($belief, $first, $second),
                        $first,
                        $second,
                    ];
                }
            }
        }
        usort($scores, static fn(array $a, array $b): int => $b[0] <=> $a[0]);

        return array_map(
            static fn(array $pair): Hypothesis => Hypothesis::pair($hypotheses[$pair[1]], $hypotheses[$pair[2]]),
            array_slice($scores, 0, $isLarge ? self::MOST_LARGE : self::MOST),
        );
    }

    private static function explained(Belief $belief, string $first, string $second): float
    {
        $sum = 0.0;
        foreach ($belief->logLikelihood as $step) {
            [$a, $b, $good] = [$step[$first], $step[$second], $step[Hypothesis::HEALTHY]];
            $sum += match (true) {
                abs($a - $good) < self::SPEAKS => $b,
                abs($b - $good) < self::SPEAKS => $a,
                default => max($a, $b),
            };
        }

        return $sum;
    }

    /**
     * Faults that explain something a good unit does not, the best at it first.
     *
     * @param array<string, Hypothesis> $hypotheses
     *
     * @return list<string>
     */
    private static function byMerit(array $hypotheses, Belief $belief): array
    {
        $merit = [];
        foreach (array_keys($hypotheses) as $id) {
            $gain = 0.0;
            foreach ($belief->logLikelihood as $step) {
                $gain += max(0.0, $step[$id] - $step[Hypothesis::HEALTHY]);
            }
            if ($gain > self::SPEAKS) {
                $merit[$id] = $gain + $belief->prior[$id];
            }
        }
        arsort($merit);

        return array_map(strval(...), array_keys($merit));
    }
}
