<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** Faults that no measurement tells apart. */
final class Indistinct
{
    /**
     * @param array<string, Hypothesis>                          $hypotheses
     * @param array<string, array<string, array<string, float>>> $readings
     *
     * @return array<string, int> number of its group, by hypothesis
     */
    public static function groups(array $hypotheses, array $readings): array
    {
        $groups = [];
        $representatives = [];
        foreach ($hypotheses as $id => $hypothesis) {
            $number = null;
            foreach (self::isSolved($hypothesis, $readings) ? $representatives : [] as $candidate => $other) {
                if (
                    self::isSolved($hypotheses[$other], $readings) &&
                    self::isLike($hypothesis, $hypotheses[$other], $readings)
                ) {
                    $number = $candidate;
                    break;
                }
            }
            if ($number === null) {
                $number = count($representatives);
                $representatives[] = $id;
            }
            $groups[$id] = $number;
        }

        return $groups;
    }

    /**
     * Of what was solved nowhere yet nobody knows what it is like.
     *
     * @param array<string, array<string, array<string, float>>> $readings
     */
    private static function isSolved(Hypothesis $hypothesis, array $readings): bool
    {
        return array_filter(
            $readings,
            static fn(array $byHypothesis): bool => isset($byHypothesis[$hypothesis->id]),
        ) !== [];
    }

    /**
     * Whether no measurement separates two faults as they usually are and at their worst: milder, they differ by how
     * bad they are, not by where they are.
     *
     * @param array<string, array<string, array<string, float>>> $readings
     */
    private static function isLike(Hypothesis $one, Hypothesis $other, array $readings): bool
    {
        $worst = static fn(Hypothesis $h): string => $h->degrees === []
            ? $h->id
            : Hypothesis::at($h->id, count($h->degrees) - 1);

        return Alike::rows($worst($one), $worst($other), $readings) && Alike::rows($one->id, $other->id, $readings);
    }
}
