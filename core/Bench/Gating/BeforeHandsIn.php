<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Gating;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;

/** Unplugged, and proven empty. */
final class BeforeHandsIn
{
    /** @return list<GateItem> */
    public static function items(Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            return [
                new GateItem(
                    'unplug',
                    "{$state->power->words()}: pull the plug and record it, discharge, and prove it empty.",
                    'power',
                    PowerState::Unplugged->value,
                    false,
                ),
            ];
        }
        $items = [];
        foreach (StoredCharge::unproven($supply, $state) as $ref) {
            $measured = StoredCharge::measured($supply, $state, $ref);
            $last = end($measured);
            $items[] = new GateItem(
                "discharge {$ref}",
                match (true) {
                    $last === false => "{$ref} may still hold its charge: discharge it through a resistor, " .
                        "measure it, and enter what is left (\"{$ref} left 2.1\").",
                    $last['volts'] >= StoredCharge::TOUCH => sprintf(
                        '%s is not empty yet: %s.',
                        $ref,
                        Quantity::volts($last['volts']),
                    ),
                    default => sprintf(
                        '%s recovers by itself: measure it once more, at least %d minutes after the first time.',
                        $ref,
                        intdiv(StoredCharge::WAIT, 60),
                    ),
                },
                'discharge',
                $ref,
            );
        }

        return $items;
    }
}
