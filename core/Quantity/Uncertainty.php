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

    /** The same of one rectangular distribution alone: 0.9 sqrt(3). */
    private const COVERAGE_90_RECTANGULAR = 1.559;

    /**
     * Half-width of a 90 % window of the sum of independent contributions: where one of them rules it is rectangular
     * like that one, where many join it is normal (GUM G.1.5 and G.6.5).
     *
     * @param non-empty-list<float> $standardUncertainties all in the same unit, from rectangular distributions
     */
    public static function window90(array $standardUncertainties): float
    {
        $sigma = self::combine($standardUncertainties);
        if ($sigma <= 0.0) {
            return 0.0;
        }
        $share = max(array_map(abs(...), $standardUncertainties)) ** 2 / $sigma ** 2;
        $towards = max(0.0, 2 * $share - 1);

        return $sigma * (self::COVERAGE_90 + $towards * (self::COVERAGE_90_RECTANGULAR - self::COVERAGE_90));
    }

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
