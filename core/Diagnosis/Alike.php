<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Observation;

/** Whether any measurement separates two rows of what was solved. */
final class Alike
{
    /**
     * Rows that hold only what differs from a good unit, or all.
     *
     * @param array<string, array<string, array<string, float>>> $readings by mode, row and "target quantity"
     */
    public static function rows(string $a, string $b, array $readings): bool
    {
        foreach ($readings as $byRow) {
            $good = $byRow[Hypothesis::HEALTHY];
            foreach (($byRow[$a] ?? []) + ($byRow[$b] ?? []) as $key => $value) {
                $key = (string) $key;
                if (
                    self::isMeasured($key, $good) &&
                    !Likelihood::indistinguishable(
                        $key,
                        $byRow[$a][$key] ?? ($good[$key] ?? NAN),
                        $byRow[$b][$key] ?? ($good[$key] ?? NAN),
                    )
                ) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * Only what a technician would measure there separates faults: no DC on a winding, no AC function on a rail.
     *
     * @param array<string, float> $healthy readings by key
     */
    private static function isMeasured(string $key, array $healthy): bool
    {
        [$target, $quantity] = explode(' ', $key);
        if (!isset($healthy["{$target} ac"])) {
            return true;
        }
        $alternating = Observation::isAlternating($healthy["{$target} dc"], $healthy["{$target} ac"]);

        return match ($quantity) {
            'ac' => $alternating,
            'dc', 'ripple' => !$alternating,
            'hertz' => false,
            default => true,
        };
    }
}
