<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Supply\Description;

/** Strikes out an earlier entry; the log keeps both. */
final class Strike implements EntryKind
{
    public function name(): string
    {
        return 'strike';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if (!is_string($payload['entry'] ?? null) || $payload['entry'] === '') {
            throw EntryRefused::because('entry', 'Say which entry to strike out.');
        }

        return [
            'entry' => $payload['entry'],
            'text' => is_string($payload['text'] ?? null) ? mb_substr(trim($payload['text']), 0, 500) : '',
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->struck[(string) $entry->payload['entry']] = true;
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return 'Struck out an entry' . ($entry->payload['text'] === '' ? '' : ": {$entry->payload['text']}");
    }
}
