<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

final class Note implements EntryKind
{
    public function name(): string
    {
        return 'note';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return ['text' => Payload::text($payload, 'text', 'the note', 4000)];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->notes[] = ['entry' => $entry->id, 'text' => (string) $entry->payload['text']];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return 'Note: ' . $entry->payload['text'];
    }
}
