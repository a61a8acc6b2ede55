<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/**
 * How often a trace repeats within one mains cycle: once where only one half-wave gets through, twice behind a whole
 * rectifier.
 */
final class Periodicity
{
    /** Volts peak to peak under which a scope at a bench shows a line (common practice). */
    public const VISIBLE = 0.01;

    /**
     * @param list<float> $volts   one mains cycle
     * @param float       $mains   hertz; 0 for a direct feed
     *
     * @return float hertz; 0 if there is nothing to be seen
     */
    public static function of(array $volts, float $mains): float
    {
        if ($mains <= 0.0 || count($volts) < 4 || max($volts) - min($volts) < self::VISIBLE) {
            return 0.0;
        }

        return self::amplitude($volts, 1) > 0.5 * self::amplitude($volts, 2) ? $mains : 2 * $mains;
    }

    /** @param non-empty-list<float> $volts */
    private static function amplitude(array $volts, int $harmonic): float
    {
        $cosine = $sine = 0.0;
        $step = (2 * M_PI * $harmonic) / count($volts);
        foreach ($volts as $k => $one) {
            $cosine += $one * cos($k * $step);
            $sine += $one * sin($k * $step);
        }

        return (2 * hypot($cosine, $sine)) / count($volts);
    }
}
