<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Supply\Description;

/** What a description says a good unit reads, for people who are editing it. */
final class Preview
{
    /**
     * @return array{title: string, parts: int, modes: list<array{id: string, name: string, points: list<array{id: string, name: string, function: string, expected: string}>}>, path: list<array<string, mixed>>}
     */
    public static function of(Description $supply): array
    {
        $modes = [];
        foreach ($supply->modes as $mode) {
            $expected = Expectations::of($supply, $mode);
            $points = [];
            foreach ($supply->points as $id => $point) {
                $points[] = ['id' => (string) $id, 'name' => $point->name, 'function' => $expected->functions[$id], 'expected' => Judge::range($expected->window((string) $id))];
            }
            $modes[] = ['id' => $mode->id, 'name' => $mode->name, 'points' => $points];
        }
        $path = [];
        foreach ($supply->stages as $id => $stage) {
            $path[] = [
                'id' => (string) $id, 'name' => $stage->name, 'from' => $stage->from, 'energy' => 'unknown', 'suspicion' => 0.0,
                'parts' => array_map(static fn(string $ref): array => ['ref' => $ref, 'label' => $supply->part($ref)->label(), 'suspicion' => 0.0, 'replaced' => false], $stage->parts),
                'points' => array_map(strval(...), array_keys(array_filter($supply->points, static fn($p): bool => $p->stage === (string) $id))),
            ];
        }

        return ['title' => $supply->title, 'parts' => count($supply->parts), 'modes' => $modes, 'path' => $path];
    }
}
