<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Parts\Ability\HoldsHighVoltage;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/** What is left on a capacitor with the plug out, measured across it. */
final class Left implements EntryKind
{
    public function name(): string
    {
        return 'left';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is recorded as energised: pull the plug and record that; then measure what is left.',
            );
        }
        $ref = Payload::part($payload, $supply);
        $kind = $supply->part($ref)->kind;
        if (!($kind instanceof StoresCharge) && !($kind instanceof HoldsHighVoltage)) {
            throw EntryRefused::because(
                'part',
                sprintf(
                    '%s stores nothing. Measure across one of: %s.',
                    $ref,
                    implode(
                        ', ',
                        array_keys(
                            array_filter(
                                $supply->parts,
                                static fn($p): bool => $p->kind instanceof StoresCharge ||
                                    $p->kind instanceof HoldsHighVoltage,
                            ),
                        ),
                    ),
                ),
            );
        }
        try {
            $volts = Quantity::parse(is_scalar($payload['text'] ?? null) ? (string) $payload['text'] : '', Unit::Volt)
                ->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because('text', $e->getMessage());
        }

        return ['part' => $ref, 'volts' => $volts];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->residuals[] = [
            'entry' => $entry->id,
            'place' => (string) $entry->payload['part'],
            'quantity' => 'dc',
            'volts' => (float) $entry->payload['volts'],
            'at' => $entry->at,
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $volts = (float) $entry->payload['volts'];

        return sprintf(
            '%s left on %s%s',
            Quantity::volts($volts),
            $entry->payload['part'],
            abs($volts) >= StoredCharge::TOUCH ? ', still charged' : '',
        );
    }
}
