<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** A photograph of the unit; the picture itself is kept beside the log under the id of this entry's payload. */
final class Photo implements EntryKind
{
    public function name(): string
    {
        return 'photo';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $given = Payload::remark($payload, 'target', 40);

        return [
            'photo' => Payload::text($payload, 'photo', 'which photograph it is', 26),
            'caption' => Payload::remark($payload, 'caption', 200),
        ] + ($given === '' ? [] : ['target' => Pin::place($given, $supply)]);
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->photos[(string) $entry->payload['photo']] = [
            'entry' => $entry->id,
            'caption' => (string) $entry->payload['caption'],
        ];
        $target = (string) ($entry->payload['target'] ?? '');
        if ($target !== '') {
            // Whoever takes a picture of a place has it in the middle.
            $state->pins["{$entry->payload['photo']} {$target}"] = [
                'entry' => $entry->id,
                'photo' => (string) $entry->payload['photo'],
                'target' => $target,
                'x' => 0.5,
                'y' => 0.5,
            ];
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return $entry->payload['caption'] === '' ? 'Photograph' : "Photograph: {$entry->payload['caption']}";
    }
}
