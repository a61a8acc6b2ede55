<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/**
 * How suspicion moved with each piece of evidence.
 *
 * @phpstan-type CourseAnswer array{
 *     labels: list<string>,
 *     lines: list<array{
 *         title: string,
 *         values: list<float>,
 *     }>,
 * }
 */
final class Course
{
    /**
     * @param list<Suspect> $suspects to follow
     *
     * @return CourseAnswer one label and one
     *     value more than there is evidence: the first is before any
     */
    public static function of(Belief $belief, array $suspects): array
    {
        $lines = [];
        foreach ($suspects as $suspect) {
            $ids =
                $suspect->members === []
                    ? [$suspect->id]
                    : array_map(static fn(Hypothesis $h): string => $h->id, $suspect->members);
            $values = [];
            foreach ($belief->stages() as $stage) {
                $sum = 0.0;
                foreach ($ids as $id) {
                    $sum += $stage['weights'][$id];
                }
                $values[] = round($sum / $stage['total'], 4);
            }
            $lines[] = ['title' => $suspect->title, 'values' => $values];
        }

        return [
            'labels' => [
                'at first',
                ...array_map(static fn(Evidence\Evidence $item): string => $item->label(), $belief->evidence),
            ],
            'lines' => $lines,
        ];
    }
}
