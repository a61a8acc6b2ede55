<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** A trimmer was turned: which one, and to what. */
final class Adjusted implements EntryKind
{
    public function name(): string
    {
        return 'adjusted';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return [
            'part' => Payload::part($payload, $supply),
            'text' => Payload::text($payload, 'text', 'what it was set to, for example "TP9 to 24.00 V"', 200),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->adjusted[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'text' => (string) $entry->payload['text'],
            'at' => $entry->at,
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "{$entry->payload['part']} adjusted: {$entry->payload['text']}";
    }
}
