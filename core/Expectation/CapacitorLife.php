<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/**
 * How long an aluminium electrolytic lasts.
 *
 * L = L0 * 2^((T0 - T) / 10) * K^((1 - (I / I0)^2) * dT0 / 10): the ten-degree rule of Arrhenius' law for the
 * surroundings, and the rise that ripple makes inside, dT0 being the rise at rated ripple (5 K for 105 C types, 10 K
 * for 85 C types), K = 2 below rated ripple and 4 above it. As data sheets and application notes on electrolytics give
 * it, from memory; a series' own data sheet decides.
 */
final class CapacitorLife
{
    /** Hours that a part without a stated life is good for at its class (general-purpose series, from memory). */
    private const USUAL = [85 => 2000.0, 105 => 2000.0, 125 => 2000.0];

    /** Nobody believes more: fifteen years without a pause, which is also where makers stop counting (from memory). */
    public const MOST = 131_400.0;

    /** Years after which seals have aged whatever the hours (common practice). */
    private const SEALS = 25.0;

    private const RISE = [85 => 10.0, 105 => 5.0, 125 => 5.0];

    /**
     * @param float $rated   hours at the class temperature
     * @param float $class   degrees Celsius
     * @param float $celsius around it
     * @param float $ripple  share of the rated ripple current; 1 if it is not known
     *
     * @return float hours
     */
    public static function hours(float $rated, float $class, float $celsius, float $ripple): float
    {
        $rise = self::RISE[(int) $class] ?? 5.0;
        $base = $ripple > 1.0 ? 4.0 : 2.0;

        return min(self::MOST, $rated * 2 ** (($class - $celsius) / 10) * $base ** (((1 - $ripple ** 2) * $rise) / 10));
    }

    public static function usual(float $class): float
    {
        return self::USUAL[(int) $class] ?? 2000.0;
    }

    /** Degrees that ripple makes inside, above the surroundings. */
    public static function rise(float $class, float $ripple): float
    {
        return (self::RISE[(int) $class] ?? 5.0) * $ripple ** 2;
    }

    /** "20 000 h, 10 years at 2000 h a year". */
    public static function words(float $hours, float $yearly): string
    {
        $text = number_format(round($hours, $hours > 10_000 ? -3 : -2), 0, '', "\u{202F}") . ' h';
        $years = $hours / $yearly;

        return ($hours >= self::MOST ? 'over ' . $text : $text) .
            match (true) {
                $years > self::SEALS => sprintf(', over %d years: its seal ages first', (int) self::SEALS),
                $years < 1.5 => sprintf(', %d months at %d h a year', max(1, (int) round($years * 12)), (int) $yearly),
                default => sprintf(', %d years at %d h a year', (int) round($years), (int) $yearly),
            };
    }
}
