<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;

/** What a description says a good unit reads in one mode, for people who are editing it: one solve, no windows. */
final class Preview
{
    /**
     * @param string|null $modeId the usual mode if null
     *
     * @return array{title: string, parts: int, mode: string, modes: list<array{id: string, name: string}>,
     *     settled: bool, points: list<array{id: string, name: string, function: string, expected: string}>,
     *     path: list<array<string, mixed>>, signs: list<string>, broken: list<string>, unknown: int,
     *     unsettled: array{sentence: string, mend: string, parts: list<string>}|null}
     */
    public static function of(Description $supply, ?string $modeId = null): array
    {
        $mode = $supply->modes[$modeId] ?? $supply->mode(null);
        $seen = (new Behaviour($supply))->live($mode);
        $points = [];
        foreach ($supply->points as $id => $point) {
            [$dc, $ac] = [$seen->reading((string) $id, 'dc'), $seen->reading((string) $id, 'ac')];
            $alternating = Observation::isAlternating($dc, $ac);
            $ripple = $seen->reading((string) $id, 'ripple');
            $points[] = [
                'id' => (string) $id,
                'name' => $point->name,
                'function' => $alternating ? 'ac' : 'dc',
                'expected' => !$seen->settled
                    ? 'no stable reading'
                    : ($alternating
                        ? Quantity::volts($ac)
                        : Quantity::volts($dc) . ($ripple > 0.01 ? ', ripple ' . Quantity::volts($ripple) : '')),
            ];
        }

        return [
            'title' => $supply->title,
            'parts' => count($supply->parts),
            'mode' => $mode->id,
            'modes' => array_values(
                array_map(static fn($m): array => ['id' => $m->id, 'name' => $m->name], $supply->modes),
            ),
            'settled' => $seen->settled,
            'unsettled' =>
                $seen->unsettled === null
                    ? null
                    : [
                        'sentence' => $seen->unsettled->sentence(),
                        'mend' => $seen->unsettled->mend(),
                        'parts' => $seen->unsettled->parts(),
                    ],
            'points' => $points,
            'path' => self::path($supply),
            'signs' => $seen->signs,
            'broken' => array_map(static fn(Destruction $d): string => $d->words(), $seen->chain),
            'unknown' => count($supply->written['unknown'] ?? []),
        ];
    }

    /** @return list<array<string, mixed>> */
    private static function path(Description $supply): array
    {
        $path = [];
        foreach ($supply->stages as $id => $stage) {
            $path[] = [
                'id' => (string) $id,
                'name' => $stage->name,
                'from' => $stage->from,
                'energy' => 'unknown',
                'suspicion' => 0.0,
                'parts' => array_map(
                    static fn(string $ref): array => [
                        'ref' => $ref,
                        'label' => $supply->part($ref)->label(),
                        'suspicion' => 0.0,
                        'replaced' => false,
                    ],
                    $stage->parts,
                ),
                'points' => array_map(
                    strval(...),
                    array_keys(array_filter($supply->points, static fn($p): bool => $p->stage === (string) $id)),
                ),
            ];
        }

        return $path;
    }
}
