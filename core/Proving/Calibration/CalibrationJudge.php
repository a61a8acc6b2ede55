<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Calibration;

use Oculant\Core\Proving\GuardBand;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Uncertainty;
use Oculant\Core\Quantity\Unit;

/**
 * As found, as left and second pass of each point: the output against its setting, and the unit's own display against
 * the meter.
 *
 * @phpstan-type CalibrationRow array{
 *     entry: string,
 *     title: string,
 *     unit: string,
 *     value: string,
 *     error: string,
 *     display: ?string,
 *     word: string,
 *     good: bool,
 *     uncertainty: string,
 *     ratio: ?float,
 *     remarks: list<string>,
 * }
 *
 * @phpstan-type CalibrationDrift array{
 *     value: string,
 *     good: bool,
 *     sentence: string,
 * }
 */
final readonly class CalibrationJudge
{
    public function __construct(private MeterProfile $meter) {}

    /**
     * @param array{unit: string, nominal: float, low: float, high: float, read: float, shown?: ?float,
     *     shunt?: ?array{ohms: float, tolerance: float, four_wire: bool}, minutes: float} $row unit V or A; read is the
     *     meter's reading, in volts across the shunt if there is one; shown is the unit's own display; minutes since it
     *     was switched on
     *
     * @return array{value: string, error: string, display: string|null, word: string, good: bool, uncertainty: string,
     *     ratio: float|null, remarks: list<string>}
     */
    public function judge(array $row): array
    {
        $unit = $row['unit'] === 'A' ? Unit::Ampere : Unit::Volt;
        $shunt = isset($row['shunt'])
            ? new Shunt($row['shunt']['ohms'], $row['shunt']['tolerance'], $row['shunt']['four_wire'])
            : null;
        $value = $shunt?->amperes($row['read']) ?? $row['read'];
        $expanded =
            $shunt?->expanded($row['read'], $this->meter) ??
            $this->meter->expanded($unit === Unit::Ampere ? 'current' : 'dc', $value);
        $band = GuardBand::judge($value, $row['low'], $row['high'], $expanded);
        $shown = isset($row['shown'])
            ? GuardBand::judge(
                $row['shown'],
                $value - ($row['high'] - $row['nominal']),
                $value + ($row['high'] - $row['nominal']),
                $expanded,
            )
            : null;
        $words = array_unique([$band->word, $shown->word ?? $band->word]);
        $word = in_array(GuardBand::FAIL, $words, true)
            ? GuardBand::FAIL
            : (in_array(GuardBand::UNSURE, $words, true)
                ? GuardBand::UNSURE
                : GuardBand::PASS);

        return [
            'value' => self::figure($value, $unit),
            'error' => self::signed($value - $row['nominal'], $unit),
            'display' =>
                $shown === null
                    ? null
                    : sprintf(
                        '%s, %s off',
                        self::figure((float) $row['shown'], $unit),
                        self::signed((float) $row['shown'] - $value, $unit),
                    ),
            'word' => $word,
            'good' => $word !== GuardBand::FAIL,
            'uncertainty' => '±' . self::figure($expanded, $unit),
            'ratio' => $band->ratio === null ? null : round($band->ratio, 1),
            'remarks' => array_values(
                array_filter([
                    $band->remark(),
                    $shunt?->remark($value) ?? '',
                    $shunt?->fitness($value, ($row['high'] - $row['low']) / 2) ?? '',
                    $row['minutes'] < CalibrationPlan::WARM_UP
                        ? sprintf(
                            'Only %d min warm: drift while warming up is no error. It counts after %d min.',
                            (int) $row['minutes'],
                            CalibrationPlan::WARM_UP,
                        )
                        : '',
                ]),
            ),
        ];
    }

    /**
     * How far a point moved between being left and the second pass, closed up and warm.
     *
     * @param float $left   reading when it was left
     * @param float $second reading of the second pass
     * @param float $half   tolerance, half of the width of its limits
     *
     * @return CalibrationDrift
     */
    public function drift(float $left, float $second, float $half, Unit $unit): array
    {
        $noise =
            MeterProfile::COVERAGE *
            Uncertainty::combine([
                $this->meter->halfWidth('dc', $left) / 10,
                $this->meter->halfWidth('dc', $second) / 10,
            ]);
        $share = abs($second - $left) / max(1e-12, $half);

        return [
            'value' => self::signed($second - $left, $unit),
            'good' => $share <= 0.25,
            'sentence' => match (true) {
                abs($second - $left) <= $noise => 'It stayed where it was.',
                $share <= 0.25 => 'It moved by less than a quarter of its tolerance.',
                default => 'It moved by more than a quarter of its tolerance between the passes: warm up, adjust ' .
                    'again, and look for a part that drifts.',
            },
        ];
    }

    private static function figure(float $value, Unit $unit): string
    {
        return Quantity::write($value, $unit, 5);
    }

    private static function signed(float $value, Unit $unit): string
    {
        return ($value > 0 ? '+' : '') . Quantity::write($value, $unit, 3);
    }
}
