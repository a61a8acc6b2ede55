<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/** What a meter and an oscilloscope make of one cycle, in the unit of the samples. */
final readonly class Signal
{
    /**
     * @param float $average      DC reading
     * @param float $acRms        AC-coupled true-rms reading
     * @param float $peakToPeak   ripple
     * @param float $rms          AC + DC
     * @param int   $ripplePerCycle 2 for full-wave ripple, 1 otherwise, 0 if there is none
     */
    private function __construct(
        public float $average,
        public float $acRms,
        public float $peakToPeak,
        public float $minimum,
        public float $maximum,
        public float $rms,
        public int $ripplePerCycle,
    ) {}

    /** @param non-empty-list<float> $samples equally spaced over one cycle */
    public static function of(array $samples): self
    {
        $count = count($samples);
        $average = array_sum($samples) / $count;
        $square = 0.0;
        foreach ($samples as $value) {
            $square += ($value - $average) ** 2;
        }
        $spread = max($samples) - min($samples);

        return new self(
            $average,
            sqrt($square / $count),
            $spread,
            min($samples),
            max($samples),
            sqrt($square / $count + $average ** 2),
            self::repeats($samples, $spread),
        );
    }

    /** @param list<float> $samples */
    private static function repeats(array $samples, float $spread): int
    {
        $half = intdiv(count($samples), 2);
        if ($spread < 1e-6 || $half === 0) {
            return 0;
        }
        $difference = 0.0;
        for ($step = 0; $step < $half; $step++) {
            $difference = max($difference, abs($samples[$step] - $samples[$step + $half]));
        }

        return $difference < 0.2 * $spread ? 2 : 1;
    }
}
