<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/** The voltage that actually arrives at the unit; takes the mains tolerance out of every expectation. */
final class MainsMeasured implements EntryKind
{
    public function name(): string
    {
        return 'mains';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if (!$state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is recorded as unplugged. Record the power first, then the mains voltage.',
            );
        }
        try {
            $volts = Quantity::parse(is_scalar($payload['text'] ?? null) ? (string) $payload['text'] : '', Unit::Volt)
                ->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because('text', $e->getMessage());
        }
        if ($volts < 1 || $volts > 1.5 * $supply->mainsVoltage) {
            throw EntryRefused::because(
                'text',
                sprintf(
                    '%s cannot be the mains of a %s unit. Measure between live and neutral and write for example 234.',
                    Quantity::volts($volts),
                    Quantity::volts($supply->mainsVoltage),
                ),
            );
        }

        return ['volts' => $volts];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->mainsVolts = (float) $entry->payload['volts'];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return 'Mains measured: ' . Quantity::volts((float) $entry->payload['volts']);
    }
}
