<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Oculant\Core\Expectation\Observation;

/** An observation as the commands print it. */
final class Shown
{
    /** @return array{dc_v: ?float, ac_v: ?float, ripple_pp_v: ?float} volts; null where there is no stable reading */
    public static function reading(Observation $observation, string $point): array
    {
        $value = static fn(string $quantity): ?float => $observation->settled
            ? round($observation->reading($point, $quantity), 5)
            : null;

        return ['dc_v' => $value('dc'), 'ac_v' => $value('ac'), 'ripple_pp_v' => $value('ripple')];
    }
}
