<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** What the owner should know, or have done later. */
final class Advice implements EntryKind
{
    public function name(): string
    {
        return 'advice';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return [
            'text' => Payload::text($payload, 'text', 'what the owner should know, for example "keep the vents free"'),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->advice[] = ['entry' => $entry->id, 'text' => (string) $entry->payload['text']];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Advice: {$entry->payload['text']}";
    }
}
