<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/**
 * The unit is not to be used any more: it leaves only marked and made unusable. Strike this out to go back to repair.
 */
final class Condemned implements EntryKind
{
    public function name(): string
    {
        return 'condemned';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            throw EntryRefused::because('text', 'The unit is recorded as energised. Unplug it first, and record that.');
        }

        return ['text' => Payload::text($payload, 'text', 'why nobody may use it any more')];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->condemned = ['entry' => $entry->id, 'text' => (string) $entry->payload['text'], 'at' => $entry->at];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Condemned: {$entry->payload['text']}";
    }
}
