<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/**
 * What series resistance an aluminium electrolytic should show at the frequency of the meter.
 *
 * At 100 and 120 Hz ESR = tan(delta) / (2 pi f C) (IEC 60384-4). tan(delta) falls with the rated voltage and rises with
 * size, as the tables of general-purpose data sheets have it (from memory; they state the maximum at 120 Hz and 20 C).
 * Above, the loss of the oxide fades with 1/f and the resistance of the electrolyte stays.
 */
final class DissipationFactor
{
    /** Maximum tan(delta) at 120 Hz by rated volts. */
    private const BY_VOLTS = [
        '6.3' => 0.26,
        10 => 0.22,
        16 => 0.18,
        25 => 0.16,
        35 => 0.14,
        50 => 0.12,
        63 => 0.1,
        100 => 0.09,
        160 => 0.2,
        250 => 0.2,
        350 => 0.24,
        450 => 0.25,
    ];

    /** Added for each 1000 uF above the first. */
    private const PER_MILLIFARAD = 0.02;

    /** Loss factor of the oxide by itself (handbook order of magnitude, from memory). */
    private const OXIDE = 0.02;

    /** A good specimen shows about this share of the maximum (common practice). */
    private const TYPICAL = 0.55;

    /**
     * Series made for switching supplies have about a third of the electrolyte's resistance (data-sheet families, from
     * memory).
     */
    private const LOW_ESR = 0.35;

    private const HERTZ = 120.0;

    /** @param float $volts rated */
    public static function maximum(float $farads, float $volts): float
    {
        $tangent = 0.26;
        foreach (self::BY_VOLTS as $rated => $value) {
            if ($volts < (float) $rated * 0.99) {
                break;
            }
            $tangent = $value;
        }

        return $tangent + self::PER_MILLIFARAD * max(0.0, ceil($farads / 1e-3 - 1e-9) - 1);
    }

    /**
     * The most that a new one may show.
     *
     * @param float $hertz of the meter
     *
     * @return float ohms
     */
    public static function mostEsr(float $farads, float $volts, float $hertz, bool $isLowEsr = false): float
    {
        $reactance = 1 / (2 * M_PI * self::HERTZ * $farads);
        $electrolyte =
            max(0.0, self::maximum($farads, $volts) - self::OXIDE) * $reactance * ($isLowEsr ? self::LOW_ESR : 1.0);

        return $electrolyte + self::OXIDE / (2 * M_PI * $hertz * $farads);
    }

    /** @return float ohms that a good one shows */
    public static function typicalEsr(float $farads, float $volts, float $hertz, bool $isLowEsr = false): float
    {
        return self::TYPICAL * self::mostEsr($farads, $volts, $hertz, $isLowEsr);
    }
}
