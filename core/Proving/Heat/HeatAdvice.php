<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Heat;

use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Part;

/** Which parts are meant to be hot. */
final class HeatAdvice
{
    /** Share of its rise that must be its own doing for it to be meant to be hot. */
    private const OWN = 0.4;

    /** Kelvin above the room that nobody asks about. */
    private const NOTHING = 30.0;

    /**
     * @param float $watts that a good unit turns into heat there
     *
     * @return string|null why so much above the room is normal for it; null if it is not
     */
    public static function meant(Part $part, float $rise, float $watts): ?string
    {
        [$kelvin, $why] = $part->kind->profile()->meant ?? [0.0, null];

        return $rise > self::NOTHING && $rise <= $kelvin && Warmth::rise($part, $watts) > self::OWN * $rise
            ? $why
            : null;
    }
}
