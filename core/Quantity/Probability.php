<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/** Probabilities as people read them: never "100 %", never "0 %". */
final class Probability
{
    public static function write(float $probability): string
    {
        return match (true) {
            $probability >= 0.995 => '> 99 %',
            $probability < 0.005 => '< 1 %',
            default => sprintf('%d %%', (int) round(100 * $probability)),
        };
    }

    /** A likelihood ratio in words. @param float $bits its logarithm to base 2; the sign says which way */
    public static function strength(float $bits): string
    {
        return match (true) {
            abs($bits) > 5 => 'very strongly',
            abs($bits) > 3 => 'strongly',
            abs($bits) > 1.2 => 'clearly',
            default => 'a little',
        };
    }
}
