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
    public const CORNERS = [1e-6, 1e-5, 6e-5, 3.6e-4, 2.2e-3, 1.3e-2, 7.8e-2, 0.47, 2.8, 17.0, 100.0];

    /** The same for junctions that carry signals: fewer corners, fewer states to visit. */
    public const SIGNAL_CORNERS = [1e-6, 3e-5, 4e-4, 4e-3, 0.04, 1.0];

    /** The same under an ohmmeter, where a gain would multiply what the first chord leaks. */
    public const WEAK_CORNERS = [1e-10, 3e-9, 1e-7, 3e-6, 1e-4, 4e-3, 0.1];

    /**
     * @param list<float> $bounds
     * @param list<float> $slopes
     * @param list<float> $offsets
     * @param string|array{saturation: float, emission: float, series: float, breakdown: ?float, breakdown_ohms: float,
     *     knee_current: float} $model amperes, ratio, ohms, volts: the exact law behind the chords, for SPICE export;
     *     or that law as an expression in {v}
     */
    private function __construct(
        public array $bounds,
        public array $slopes,
        public array $offsets,
        public string|array $model,
    ) {}

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
     * @param list<float> $corners       amperes at which chords meet
     */
    public static function junction(
        float $saturation,
        float $emission,
        float $series,
        ?float $breakdown = null,
        float $breakdownOhms = 5.0,
        float $kneeCurrent = 5e-3,
        array $corners = self::CORNERS,
    ): self {
        $voltage = static fn(float $i): float => $emission * self::THERMAL_VOLTAGE * log1p($i / $saturation) +
            $series * $i;
        $points = [[0.0, 0.0]];
        foreach ($corners as $k => $current) {
            // The first chord starts at nothing, where the logarithm has no end: lifting it would overtake the next
            // corners.
            $lift = $k === 0 ? 0.0 : 0.5 * self::sag($corners[$k - 1], $current, $saturation, $emission);
            $points[] = [$voltage($current) + $lift, $current];
        }
        if ($breakdown !== null) {
            $corner = max(0.05, $breakdown - $breakdownOhms * $kneeCurrent);
            array_unshift(
                $points,
                [-$corner - 100 * $breakdownOhms, -100.0],
                [-$corner, -self::REVERSE_LEAKAGE * $corner],
            );
        }

        return self::through($points, [
            'saturation' => $saturation,
            'emission' => $emission,
            'series' => $series,
            'breakdown' => $breakdown,
            'breakdown_ohms' => $breakdownOhms,
            'knee_current' => $kneeCurrent,
        ]);
    }

    /**
     * A varistor: |i| = 1 mA (|v| / V)^alpha, the same both ways (data-sheet law of zinc-oxide types).
     *
     * @param float $volts at 1 mA
     */
    public static function varistor(float $volts, float $alpha): self
    {
        $points = [];
        foreach ([1e-6, 1e-4, 1e-3, 0.03, 1.0, 30.0, 1000.0] as $current) {
            $points[] = [$volts * ($current / 1e-3) ** (1 / $alpha), $current];
        }
        $other = array_map(static fn(array $p): array => [-$p[0], -$p[1]], array_reverse($points));

        return self::through(
            [...$other, ...$points],
            sprintf('1e-3*sgn({v})*pwr(abs({v})/%.6g, %.6g)', $volts, $alpha),
        );
    }

    /**
     * A constant power drawn from about $volts: i = P / v, falling to nothing well below.
     *
     * @param float $power watts
     * @param float $volts where the law is to be exact
     * @param float $least ratio of $volts below which the device gives up
     */
    public static function constantPower(float $power, float $volts, float $least = 0.6): self
    {
        $points = [[0.0, 0.0], [0.8 * $least * $volts, 0.0]];
        for ($v = $least; $v < 1.65; $v *= 1.12) {
            $points[] = [$v * $volts, $power / ($v * $volts)];
        }
        $points[] = [3 * $volts, $power / (3 * $volts)];

        return self::through(
            $points,
            sprintf(
                '%.6g/max({v}, %.6g)*min(1, max(0, ({v}-%.6g)/%.6g))',
                $power,
                $least * $volts,
                0.8 * $least * $volts,
                0.2 * $least * $volts,
            ),
        );
    }

    /**
     * Child's law i = perveance v^(3/2) of a valve with a warm cathode, nothing the other way.
     *
     * @param float $perveance amperes per volt^(3/2)
     * @param float $volts     about which it is fine-grained
     */
    public static function threeHalves(float $perveance, float $volts): self
    {
        $points = [[-$volts, 0.0]];
        foreach ([0.0, 0.06, 0.2, 0.45, 0.75, 1.05, 1.5, 2.5] as $share) {
            $points[] = [$share * $volts, $perveance * ($share * $volts) ** 1.5];
        }

        return self::through($points, sprintf('%.6g*pwr(max({v},0), 1.5)', $perveance));
    }

    /**
     * i = gain v^2 for either sign of v, as chords.
     *
     * @param float $most volts up to which it is fine-grained
     */
    public static function square(float $gain, float $most): self
    {
        $points = [];
        foreach (
            [-1.2, -1.0, -0.85, -0.7, -0.55, -0.4, -0.25, -0.1, 0.1, 0.25, 0.4, 0.55, 0.7, 0.85, 1.0, 1.2]
            as $share
        ) {
            $points[] = [$share * $most, $gain * ($share * $most) ** 2];
        }

        return self::through($points, sprintf('%.6g*{v}*{v}', $gain));
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

    /**
     * How far $v can move along $dv before it leaves a region.
     *
     * @return array{float, int} the multiple of $dv, INF if never; and the region beyond
     */
    public function leaves(int $region, float $v, float $dv): array
    {
        $edge = $dv > 0 ? $this->bounds[$region] ?? INF : $this->bounds[$region - 1] ?? -INF;

        return $dv === 0.0 || is_infinite($edge)
            ? [INF, $region]
            : [max(0.0, ($edge - $v) / $dv), $region + ($dv > 0 ? 1 : -1)];
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

        return $emission * self::THERMAL_VOLTAGE * (log($x) - (($x - 1) / ($ratio - 1)) * log($ratio));
    }

    /**
     * @param list<array{float, float}> $points volts, amperes; the first and last segments run on
     * @param string|array{saturation: float, emission: float, series: float, breakdown: ?float, breakdown_ohms: float,
     *     knee_current: float} $model
     */
    public static function through(array $points, string|array $model): self
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
