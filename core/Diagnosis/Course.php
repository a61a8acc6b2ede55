<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** How suspicion moved with each piece of evidence. */
final class Course
{
    /**
     * @param list<Suspect> $suspects to follow
     *
     * @return array{labels: list<string>, lines: list<array{title: string, values: list<float>}>} one label and one value more than there is evidence: the first is before any
     */
    public static function of(Belief $belief, array $suspects): array
    {
        $log = $belief->prior;
        $steps = [self::normal($log)];
        foreach ($belief->logLikelihood as $step) {
            foreach ($step as $id => $change) {
                $log[$id] += $change;
            }
            $steps[] = self::normal($log);
        }
        $lines = [];
        foreach ($suspects as $suspect) {
            $ids = $suspect->members === [] ? [$suspect->id] : array_map(static fn(Hypothesis $h): string => $h->id, $suspect->members);
            $lines[] = ['title' => $suspect->title, 'values' => array_map(
                static fn(array $probability): float => round(array_sum(array_intersect_key($probability, array_flip($ids))), 4),
                $steps,
            )];
        }

        return ['labels' => ['at first', ...array_map(static fn(Evidence\Evidence $item): string => $item->label(), $belief->evidence)], 'lines' => $lines];
    }

    /**
     * @param non-empty-array<string, float> $log
     *
     * @return array<string, float>
     */
    private static function normal(array $log): array
    {
        $most = max($log);
        $probability = array_map(static fn(float $l): float => exp($l - $most), $log);
        $total = array_sum($probability);

        return array_map(static fn(float $p): float => $p / $total, $probability);
    }
}
