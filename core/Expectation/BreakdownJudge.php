<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;

/** Puts a zener under current into words. */
final class BreakdownJudge
{
    /**
     * The current of a bench test is seldom the data sheet's: this much more than the type's tolerance (common
     * practice).
     */
    private const CURRENT = 0.05;

    /** @param float $volts across it; INF if it does not conduct */
    public static function of(Part $part, float $volts): Verdict
    {
        $marked = $part->value('value');
        $off = ($part->tolerances['value'] ?? 0.05) + self::CURRENT;
        $word = match (true) {
            is_infinite($volts) => VerdictWord::NotAsExpected,
            $volts < 0.1 * $marked => VerdictWord::Dead,
            $volts < $marked * (1 - $off) => VerdictWord::Low,
            $volts > $marked * (1 + $off) => VerdictWord::High,
            default => VerdictWord::Fine,
        };
        $says = is_infinite($volts) ? 'does not conduct at all' : Quantity::volts($volts);

        return new Verdict(
            $word,
            sprintf(
                '%s %s: %s.',
                $part->ref,
                $says,
                is_infinite($volts) ? 'open' : ($word === VerdictWord::Dead ? 'shorted' : $word->value),
            ),
            sprintf(
                'A good one holds %s to %s under a few milliamperes; that current flows alone proves nothing.',
                Quantity::volts($marked * (1 - $off)),
                Quantity::volts($marked * (1 + $off)),
            ),
        );
    }
}
