<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** Something seen on a part: bulging, burnt, cracked joint. */
final class Finding implements EntryKind
{
    public function name(): string
    {
        return 'finding';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return ['part' => Payload::part($payload, $supply), 'text' => Payload::text($payload, 'text', 'what you see on the part, for example "vent bulged"')];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->findings[] = ['entry' => $entry->id, 'part' => (string) $entry->payload['part'], 'text' => (string) $entry->payload['text']];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Seen on {$entry->payload['part']}: {$entry->payload['text']}";
    }
}
