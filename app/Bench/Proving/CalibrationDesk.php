<?php

declare(strict_types=1);

namespace App\Bench\Proving;

use App\Bench\JobFile;
use App\Knowledge\Solutions;
use Oculant\Core\Proving\Calibration\Adjustment;
use Oculant\Core\Proving\Calibration\CalibrationJudge;
use Oculant\Core\Proving\Calibration\CalibrationPlan;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Calibration: the points of a unit, and what was read there before and after.
 *
 * @phpstan-import-type CalibrationDrift from CalibrationJudge
 * @phpstan-import-type CalibrationRow from CalibrationJudge
 *
 * @phpstan-type CalibrationAdjustment array{
 *     ref: string,
 *     label: string,
 *     moves: list<string>,
 *     done: list<string>,
 * }
 *
 * @phpstan-type CalibrationPoint array{
 *     point: string,
 *     title: string,
 *     nominal: float,
 *     low: float,
 *     high: float,
 *     limits: string,
 *     source: string,
 *     as_found: ?CalibrationRow,
 *     as_left: ?CalibrationRow,
 *     second: ?CalibrationRow,
 *     drift: ?CalibrationDrift,
 * }
 *
 * @phpstan-type Calibration array{
 *     warm_up: int,
 *     adjustments: list<CalibrationAdjustment>,
 *     points: list<CalibrationPoint>,
 * }
 */
final readonly class CalibrationDesk
{
    public function __construct(private Solutions $solutions, private LoadDesk $loads) {}

    /** @return Calibration */
    public function calibration(JobFile $file): array
    {
        $plan = $this->calibrationOf($file->supply);
        $points = array_column($plan->points, null, 'point');
        $rows = [];
        foreach ($file->state->calibrations as $row) {
            $points[$row['point']] ??= [
                'point' => $row['point'],
                'title' => $row['point'],
                'nominal' => $row['nominal'],
                'low' => $row['low'],
                'high' => $row['high'],
                'source' => 'as set',
            ];
            $rows[$row['point']][$row['phase']] = $row;
        }

        return [
            'warm_up' => CalibrationPlan::WARM_UP,
            'adjustments' => array_map(
                static fn(Adjustment $a): array => [
                    'ref' => $a->ref,
                    'label' => $a->label,
                    'moves' => array_map(
                        static fn(string|int $id, float $by): string => ($file->supply->points[$id]->name ?? $id) .
                            ' by ' .
                            Quantity::volts($by),
                        array_keys($a->moves),
                        array_values($a->moves),
                    ),
                    'done' => array_values(
                        array_map(
                            static fn(array $d): string => $d['text'],
                            array_filter($file->state->adjusted, static fn(array $d): bool => $d['part'] === $a->ref),
                        ),
                    ),
                ],
                $plan->adjustments,
            ),
            'points' => array_values(
                array_map(
                    static fn(array $p): array => ['limits' => self::limits($p, $rows[$p['point']] ?? [])] +
                        self::passes($rows[$p['point']] ?? []) +
                        $p,
                    $points,
                ),
            ),
        ];
    }

    public function calibrationOf(Description $supply): CalibrationPlan
    {
        return $this->solutions->remember(
            $supply,
            'calibration',
            fn(): CalibrationPlan => CalibrationPlan::of($supply, $supply->mode(null), $this->loads->usual($supply)),
            [self::class, 'calibrationOf', []],
        );
    }

    /**
     * @param array<string, array<string, mixed>> $byPhase
     *
     * @return array<string, mixed>
     */
    private static function passes(array $byPhase): array
    {
        $rows = [];
        foreach (CalibrationPlan::PHASES as $phase => $title) {
            $row = $byPhase[$phase] ?? null;
            $rows[$phase] =
                $row === null
                    ? null
                    : ['entry' => $row['entry'], 'title' => $title, 'unit' => $row['unit']] +
                        (new CalibrationJudge(MeterProfile::kept($row['profile'])))->judge($row);
        }
        [$left, $second] = [$byPhase[CalibrationPlan::AS_LEFT] ?? null, $byPhase[CalibrationPlan::SECOND] ?? null];

        return $rows + [
            'drift' =>
                $left === null || $second === null
                    ? null
                    : (new CalibrationJudge(MeterProfile::kept($second['profile'])))->drift(
                        $left['read'],
                        $second['read'],
                        ($second['high'] - $second['low']) / 2,
                        Unit::from($second['unit']),
                    ),
        ];
    }

    /**
     * @param array<string, mixed>                $point
     * @param array<string, array<string, mixed>> $byPhase
     */
    private static function limits(array $point, array $byPhase): string
    {
        $newest = end($byPhase);
        $unit = Unit::from($newest === false ? 'V' : $newest['unit']);

        // Those that the newest reading was judged by, if there is one.
        $set = $newest === false ? $point : $newest;

        return Quantity::write($set['low'], $unit, 5) . ' to ' . Quantity::write($set['high'], $unit, 5);
    }
}
