<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Supply\PointPair;

/** What a hypothesis foretells at any place where a technician may put the leads, in the dictionary or beside it. */
final class Foretold
{
    /**
     * @param float|null $mainsVolts as measured
     *
     * @return float volts, ohms or hertz; INF for OL, NAN if there is no stable reading
     */
    public static function at(
        Knowledge $knowledge,
        ?float $mainsVolts,
        string $mode,
        string $hypothesis,
        string $target,
        string $quantity,
    ): float {
        $dictionary = $knowledge->dictionary($mainsVolts);
        if (isset($dictionary->readings[$mode][Hypothesis::HEALTHY]["{$target} {$quantity}"])) {
            return $dictionary->reading($mode, $hypothesis, "{$target} {$quantity}");
        }
        if ($quantity === DeadCheck::BEEPS) {
            // The beeper follows from the ohms, which are there for most places.
            return DeadMeter::beeps(
                self::at($knowledge, $mainsVolts, $mode, $hypothesis, $target, DeadCheck::RESISTANCE),
            );
        }
        if (in_array($quantity, DeadCheck::QUANTITIES, true)) {
            return $knowledge->deadRow($mode, $target, $quantity)[$hypothesis] ?? NAN;
        }
        [$from, $to] = PointPair::ids($target, $knowledge->expectations($mode, $mainsVolts)->windows) ?? [null, null];

        return $from === null || $quantity !== 'dc'
            ? NAN
            : $dictionary->reading($mode, $hypothesis, "{$from} dc") -
                    $dictionary->reading($mode, $hypothesis, "{$to} dc");
    }
}
