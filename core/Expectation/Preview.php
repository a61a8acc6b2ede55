<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;

/**
 * What a description says a good unit reads in one mode, for people who are editing it: one solve, no windows.
 *
 * @phpstan-type ModeName array{
 *     id: string,
 *     name: string,
 * }
 *
 * @phpstan-type CheckedPoint array{
 *     id: string,
 *     name: string,
 *     function: string,
 *     expected: string,
 * }
 */
final class Preview
{
    /**
     * @param string|null $modeId the usual mode if null
     *
     * @return array{title: string, parts: int, mode: string, modes: list<ModeName>, settled: bool,
     *     unsettled: array{sentence: string, mend: string, parts: list<string>}|null, points: list<CheckedPoint>,
     *     signs: list<string>, broken: list<string>, unknown: int}
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
            'signs' => $seen->signs,
            'broken' => array_map(static fn(Destruction $d): string => $d->words(), $seen->chain),
            'unknown' => count($supply->written['unknown'] ?? []),
        ];
    }
}
