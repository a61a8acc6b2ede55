<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/**
 * A current-voltage characteristic as straight chords.
 *
 * Region k holds for $bounds[k-1] <= v < $bounds[k]; in it i = $slopes[k] * v + $offsets[k].
 * Bounds in volts, rising; slopes in siemens; offsets in amperes. One more region than bounds.
 */
final readonly class SegmentTable
{
    /** kT/q at 27 °C in volts, the temperature ngspice assumes. */
    public const THERMAL_VOLTAGE = 0.025865;

    public const REVERSE_LEAKAGE = 1e-9;

    /** Amperes at which forward chords meet: dense where supplies work, up to fault currents. */
    private const CORNERS = [1e-6, 1e-5, 6e-5, 3.6e-4, 2.2e-3, 1.3e-2, 7.8e-2, 0.47, 2.8, 17.0, 100.0];

    /**
     * @param list<float> $bounds
     * @param list<float> $slopes
     * @param list<float> $offsets
     * @param array{saturation: float, emission: float, series: float, breakdown: ?float, breakdown_ohms: float, knee_current: float} $model
     *        amperes, ratio, ohms, volts: the exact law behind the chords, for SPICE export
     */
    private function __construct(
        public array $bounds,
        public array $slopes,
        public array $offsets,
        public array $model,
    ) {
    }

    /**
     * Shockley law v = n*Vt*ln(1 + i/Is) + Rs*i, optionally with a breakdown knee.
     *
     * Corners are lifted by half of the chord's sag so that the error is shared above and below.
     *
     * @param float      $saturation     Is, amperes
     * @param float      $emission       n
     * @param float      $series         Rs, ohms
     * @param float|null $breakdown      volts, positive, at $kneeCurrent; null for none
     * @param float      $breakdownOhms  dynamic resistance beyond the knee, ohms
     * @param float      $kneeCurrent    amperes at which $breakdown is stated
     */
    public static function junction(
        float $saturation,
        float $emission,
        float $series,
        ?float $breakdown = null,
        float $breakdownOhms = 5.0,
        float $kneeCurrent = 5e-3,
    ): self {
        $voltage = static fn(float $i): float => $emission * self::THERMAL_VOLTAGE * log1p($i / $saturation) + $series * $i;
        $points = [[0.0, 0.0]];
        foreach (self::CORNERS as $k => $current) {
            $previous = self::CORNERS[$k - 1] ?? 0.0;
            $points[] = [$voltage($current) + 0.5 * self::sag($previous, $current, $saturation, $emission), $current];
        }
        if ($breakdown !== null) {
            $corner = max(0.05, $breakdown - $breakdownOhms * $kneeCurrent);
            array_unshift($points, [-$corner - 100 * $breakdownOhms, -100.0], [-$corner, -self::REVERSE_LEAKAGE * $corner]);
        }

        return self::through($points, [
            'saturation' => $saturation, 'emission' => $emission, 'series' => $series, 'breakdown' => $breakdown,
            'breakdown_ohms' => $breakdownOhms, 'knee_current' => $kneeCurrent,
        ]);
    }

    public function region(float $v): int
    {
        $low = 0;
        $high = count($this->bounds);
        while ($low < $high) {
            $middle = ($low + $high) >> 1;
            if ($v < $this->bounds[$middle]) {
                $high = $middle;
            } else {
                $low = $middle + 1;
            }
        }

        return $low;
    }

    /** @return float amperes */
    public function current(float $v): float
    {
        $region = $this->region($v);

        return $this->slopes[$region] * $v + $this->offsets[$region];
    }

    /** Greatest distance in volts between the logarithm and its chord over one current interval. */
    private static function sag(float $from, float $to, float $saturation, float $emission): float
    {
        $a = 1 + $from / $saturation;
        $ratio = (1 + $to / $saturation) / $a;
        if ($ratio < 1.0001) {
            return 0.0;
        }
        $x = ($ratio - 1) / log($ratio);

        return $emission * self::THERMAL_VOLTAGE * (log($x) - ($x - 1) / ($ratio - 1) * log($ratio));
    }

    /**
     * @param list<array{float, float}> $points volts, amperes; the first and last segments run on
     * @param array{saturation: float, emission: float, series: float, breakdown: ?float, breakdown_ohms: float, knee_current: float} $model
     */
    private static function through(array $points, array $model): self
    {
        $bounds = $slopes = $offsets = [];
        $last = count($points) - 1;
        if ($points[0] === [0.0, 0.0]) {
            $slopes[] = self::REVERSE_LEAKAGE;
            $offsets[] = 0.0;
            $bounds[] = 0.0;
        }
        for ($k = 0; $k < $last; $k++) {
            [$v0, $i0] = $points[$k];
            [$v1, $i1] = $points[$k + 1];
            $slope = ($i1 - $i0) / ($v1 - $v0);
            $slopes[] = $slope;
            $offsets[] = $i0 - $slope * $v0;
            if ($k < $last - 1) {
                $bounds[] = $v1;
            }
        }

        return new self($bounds, $slopes, $offsets, $model);
    }
}
