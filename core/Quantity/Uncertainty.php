<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/**
 * Standard uncertainties and their combination after JCGM 100:2008 (GUM).
 *
 * A half-width of a rectangular distribution counts as half-width / sqrt(3) (GUM 4.3.7).
 */
final class Uncertainty
{
    /** Coverage factor of a two-sided 90 % window of a normal distribution (GUM table G.1). */
    public const COVERAGE_90 = 1.645;

    public static function fromHalfWidth(float $halfWidth): float
    {
        return $halfWidth / sqrt(3);
    }

    /**
     * Root sum of squares of independent standard uncertainties (GUM 5.1.2, unit sensitivities).
     *
     * @param iterable<float> $standardUncertainties all in the same unit
     */
    public static function combine(iterable $standardUncertainties): float
    {
        $sum = 0.0;
        foreach ($standardUncertainties as $u) {
            $sum += $u * $u;
        }

        return sqrt($sum);
    }
}
