<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Quantity\Probability;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Stage;

/**
 * How far the energy gets, stage by stage: proven present, proven absent, or unknown, with the suspicion on each.
 *
 * @phpstan-type PathPart array{
 *     ref: string,
 *     label: string,
 *     // the suspicion in words
 *     share: string,
 *     suspicion: float,
 *     replaced: bool,
 * }
 *
 * @phpstan-type PathStage array{
 *     id: string,
 *     name: string,
 *     from: ?string,
 *     energy: string,
 *     // the suspicion in words
 *     share: string,
 *     suspicion: float,
 *     parts: list<PathPart>,
 *     points: list<string>,
 * }
 */
final class PathView
{
    /** A point counts as carrying energy from this share of its expected voltage on. */
    private const PRESENT = 0.4;

    private const ABSENT = 0.1;

    /**
     * @param array<string, float> $expected   nominal volts by point, in the present mode
     * @param array<string, string> $functions dc or ac by point
     * @param array<string, float> $suspicion  by part reference
     *
     * @return list<PathStage>
     */
    public static function of(
        Description $supply,
        BenchState $state,
        array $expected,
        array $functions,
        array $suspicion,
    ): array {
        $energy = [];
        foreach (self::carrying($supply, $state, $expected, $functions) as $id => $carries) {
            $stage = $supply->points[$id]->stage;
            if ($stage !== null && $carries) {
                $energy[$stage] = 'present';
            } elseif ($stage !== null) {
                $energy[$stage] ??= 'absent';
            }
        }

        return self::stages($supply, self::spread($supply->stages, $energy), $suspicion, $state->replaced());
    }

    /** @return list<PathStage> of a unit that nobody has measured */
    public static function unmeasured(Description $supply): array
    {
        return self::stages($supply, [], [], []);
    }

    /**
     * @param array<string, string> $energy    by stage
     * @param array<string, float>  $suspicion by part reference
     * @param list<string>          $replaced
     *
     * @return list<PathStage>
     */
    private static function stages(Description $supply, array $energy, array $suspicion, array $replaced): array
    {
        $views = [];
        foreach ($supply->stages as $id => $stage) {
            $parts = [];
            foreach ($stage->parts as $ref) {
                $parts[] = [
                    'ref' => $ref,
                    'label' => $supply->part($ref)->label(),
                    'suspicion' => $suspicion[$ref] ?? 0.0,
                    'share' => Probability::write($suspicion[$ref] ?? 0.0),
                    'replaced' => in_array($ref, $replaced, true),
                ];
            }
            $sum = min(1.0, array_sum(array_column($parts, 'suspicion')));
            $views[] = [
                'id' => (string) $id,
                'name' => $stage->name,
                'from' => $stage->from,
                'energy' => $energy[$id] ?? 'unknown',
                'suspicion' => $sum,
                'share' => Probability::write($sum),
                'parts' => $parts,
                'points' => array_map(
                    strval(...),
                    array_keys(
                        array_filter($supply->points, static fn($point): bool => $point->stage === (string) $id),
                    ),
                ),
            ];
        }

        return $views;
    }

    /**
     * @param array<string, float>  $expected  nominal volts by point, in the present mode
     * @param array<string, string> $functions dc or ac by point
     *
     * @return array<string, bool> by point that was measured: true if there is energy, false if there is none; what is
     *     between is left out
     */
    public static function carrying(Description $supply, BenchState $state, array $expected, array $functions): array
    {
        $carrying = [];
        $standing = $state->standing();
        foreach (array_keys($supply->points) as $id) {
            $reading = $standing["{$state->mode} {$id} {$functions[$id]}"] ?? null;
            if ($reading === null || is_infinite($reading->value)) {
                continue;
            }
            $share = abs($reading->value) / max(abs($expected[$id]), 0.5);
            if ($share >= self::PRESENT || $share <= self::ABSENT) {
                $carrying[(string) $id] = $share >= self::PRESENT;
            }
        }

        return $carrying;
    }

    /**
     * A working stage proves everything that feeds it; a dead one leaves nothing for those it feeds.
     *
     * @param array<string, Stage>  $stages
     * @param array<string, string> $energy
     *
     * @return array<string, string>
     */
    private static function spread(array $stages, array $energy): array
    {
        foreach (array_reverse($stages, true) as $id => $stage) {
            if (($energy[$id] ?? '') === 'present' && $stage->from !== null) {
                $energy[$stage->from] = 'present';
            }
        }
        foreach ($stages as $id => $stage) {
            if ($stage->from !== null && ($energy[$stage->from] ?? '') === 'absent') {
                $energy[$id] ??= 'absent';
            }
        }

        return $energy;
    }
}
