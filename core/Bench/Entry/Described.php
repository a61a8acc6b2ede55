<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** From here on the job stands on another description: more of the board was traced, or it was mended. */
final class Described implements EntryKind
{
    public function name(): string
    {
        return 'described';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return [
            'title' => Payload::text($payload, 'title', 'what is described', 120),
            'revision' => Payload::text($payload, 'revision', 'its revision', 40),
            'key' => Payload::text($payload, 'key', 'the fingerprint of the description', 64),
            'parts' => is_int($payload['parts'] ?? null) ? $payload['parts'] : 0,
            'unknown' => is_int($payload['unknown'] ?? null) ? $payload['unknown'] : 0,
            'why' => Payload::remark($payload, 'why', 200),
        ];
    }

    /** What follows from a description is computed from it, not kept. */
    public function apply(LogEntry $entry, BenchState $state): void {}

    public function line(LogEntry $entry, Description $supply): string
    {
        ['title' => $title, 'revision' => $revision, 'parts' => $parts, 'unknown' => $unknown] = $entry->payload;

        return sprintf('Described anew: %s, revision %s, %d parts', $title, $revision, $parts) .
            ($unknown > 0 ? sprintf(', %d not known yet', $unknown) : '') .
            ($entry->payload['why'] === '' ? '' : ": {$entry->payload['why']}");
    }
}
