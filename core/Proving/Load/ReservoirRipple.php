<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

/**
 * What two voltmeter readings tell of the ripple current through a reservoir behind a transformer.
 *
 * The rectifier conducts while the crest of the source, which is what the reservoir shows unloaded, stands above the
 * loaded voltage: t = 2 arccos(V / V0) / (2 pi f). Winding resistance makes half a sine of each pulse; its mean is the
 * load current I, so that the capacitor carries I * sqrt(pi² T / (8 t) - 1), T being the time from pulse to pulse
 * (elementary; handbooks on rectifiers have it as curves).
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
     * @param float $volts      mean across it with that load
     * @param float $unloaded   volts across it with no load
     * @param float $hertz      of the mains
     * @param bool  $isFullWave false for one pulse per cycle: a leg of the bridge is open
     *
     * @return float amperes rms
     */
    public static function current(
        float $load,
        float $volts,
        float $unloaded,
        float $hertz,
        bool $isFullWave = true,
    ): float {
        $pulse = (2 * acos(max(-1.0, min(1.0, abs($volts / $unloaded))))) / (2 * M_PI * $hertz);
        $between = 1 / ($hertz * ($isFullWave ? 2 : 1));

        return $pulse <= 0.0 ? 0.0 : $load * sqrt(max(0.0, (M_PI ** 2 * $between) / (8 * $pulse) - 1));
    }
}
