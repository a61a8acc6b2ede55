<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

/**
 * What the ripple across a reservoir tells of the current through it.
 *
 * The capacitor is charged around the crest for t = arccos(Vmin / Vmax) / (2 pi f) and discharged by the load in between. With a
 * triangular charging pulse the rms current through the capacitor is I * sqrt(4 T / (3 t) - 1), T being the time from pulse to pulse
 * (handbooks on rectifiers, from memory; within some 15 % of the exact waveform).
 */
final class ReservoirRipple
{
    /** @return float volts rms of a ripple that rises and falls in straight lines: Vpp / (2 sqrt 3) */
    public static function rms(float $peakToPeak): float
    {
        return $peakToPeak / (2 * sqrt(3));
    }

    /**
     * @param float $load       amperes taken from the reservoir
     * @param float $volts      mean across it
     * @param float $peakToPeak ripple, volts
     * @param float $hertz      of the mains
     * @param bool  $isFullWave false for one pulse per cycle
     *
     * @return float amperes rms
     */
    public static function current(float $load, float $volts, float $peakToPeak, float $hertz, bool $isFullWave = true): float
    {
        $crest = $volts + $peakToPeak / 2;
        $pulse = acos(max(-1.0, min(1.0, ($volts - $peakToPeak / 2) / $crest))) / (2 * M_PI * $hertz);
        $between = 1 / ($hertz * ($isFullWave ? 2 : 1));

        return $pulse <= 0.0 ? 0.0 : $load * sqrt(max(0.0, 4 * $between / (3 * $pulse) - 1));
    }
}
