<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Supply\Description;

/** A suggested measurement that cannot be reached; it is not suggested again. */
final class Skip implements EntryKind
{
    public function name(): string
    {
        return 'skip';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $quantity = $payload['quantity'] ?? null;
        $asked = is_string($payload['target'] ?? null) ? $payload['target'] : '';
        $target =
            $quantity === Tested::BY_ITSELF
                ? Payload::reference($asked, $supply)
                : ReadingText::target($asked, $supply);
        if ($target === null) {
            throw EntryRefused::because('target', 'Say which test point or check cannot be reached.');
        }
        $quantities = [...Reading::QUANTITIES, Tested::BY_ITSELF];
        if (!in_array($quantity, $quantities, true)) {
            throw EntryRefused::because('quantity', sprintf('The quantity is one of: %s.', implode(', ', $quantities)));
        }

        return ['target' => $target, 'quantity' => $quantity];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $quantity = (string) $entry->payload['quantity'];
        // A point that the probe cannot reach under power is out of reach for every function; a check with the plug out
        // may only mean that.
        foreach (
            in_array($quantity, ['dc', 'ac', 'ripple', 'hertz'], true) ? Reading::QUANTITIES : [$quantity]
            as $each
        ) {
            $state->skipped["{$entry->payload['target']} {$each}"] = true;
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Cannot reach {$entry->payload['target']}";
    }
}
