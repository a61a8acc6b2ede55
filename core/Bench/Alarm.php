<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;

/** A reading that contradicts the recorded power state. Until it is answered nothing else matters. */
final readonly class Alarm
{
    /**
     * Volts rms: what alternates cannot have been stored (IEC 61010-1 has 30 V rms as the touch limit; a third of it is
     * no pick-up of a meter any more, common practice).
     */
    public const ALTERNATING = 10.0;

    private function __construct(
        public string $entry,
        public string $place,
        public string $quantity,
        public string $sentence,
        public string $advice,
    ) {}

    /** The newest contradiction that no later reading, power entry or striking out has answered; null if all agrees. */
    public static function of(Description $supply, BenchState $state): ?self
    {
        if ($state->power->isEnergised()) {
            return null;
        }
        $newest = [];
        foreach ($state->residuals as $one) {
            $newest["{$one['place']} {$one['quantity']}"] = $one;
        }
        foreach (array_reverse($newest) as $one) {
            $says = sprintf(
                '%s at %s, and the unit is recorded as unplugged.',
                Quantity::volts($one['volts']),
                $one['place'],
            );
            if ($one['quantity'] === 'ac' && abs($one['volts']) >= self::ALTERNATING) {
                return new self(
                    $one['entry'],
                    $one['place'],
                    $one['quantity'],
                    $says,
                    'Alternating voltage cannot be stored: it is plugged in, or fed from somewhere else. Hands ' .
                        'off. Pull the plug itself, look for a second cord, measure again.',
                );
            }
            if ($one['quantity'] === 'dc' && abs($one['volts']) >= StoredCharge::TOUCH) {
                return new self(
                    $one['entry'],
                    $one['place'],
                    $one['quantity'],
                    $says,
                    'It is still charged, or still plugged in. Hands off. Look at the plug, discharge it ' .
                        'through a resistor, measure again.',
                );
            }
        }

        return null;
    }
}
