<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** The technician names the cause: a part and how it failed. */
final class Cause implements EntryKind
{
    public function name(): string
    {
        return 'cause';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $ref = Payload::part($payload, $supply);
        $part = $supply->part($ref);
        $fault = is_string($payload['fault'] ?? null) ? $payload['fault'] : '';
        if ($part->fault($fault) === null) {
            throw EntryRefused::because('fault', sprintf('%s does not fail as "%s". It can be: %s.', $ref, $fault, implode(', ', array_column($part->kind->faults($part), 'name'))));
        }

        return ['part' => $ref, 'fault' => $fault, 'text' => is_string($payload['text'] ?? null) ? mb_substr(trim($payload['text']), 0, 1000) : ''];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->cause = [
            'entry' => $entry->id, 'part' => (string) $entry->payload['part'],
            'fault' => (string) $entry->payload['fault'], 'text' => (string) $entry->payload['text'],
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $part = $supply->part((string) $entry->payload['part']);

        return "Cause: {$part->label()}, ".($part->fault((string) $entry->payload['fault'])->title ?? $entry->payload['fault']);
    }
}
