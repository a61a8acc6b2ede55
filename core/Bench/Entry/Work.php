<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** Something put right without a part being replaced: a joint, a wire, dirt, a plug on the wrong pins. */
final class Work implements EntryKind
{
    public function name(): string
    {
        return 'work';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return [
            'text' => Payload::text($payload, 'text', 'what was done, for example "plug X3 put on its own pins"'),
            'place' => Payload::remark($payload, 'place', 120),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->works[] = [
            'entry' => $entry->id,
            'text' => (string) $entry->payload['text'],
            'place' => (string) $entry->payload['place'],
            'at' => $entry->at,
        ];
        // What was found in order before belongs to a unit that is not quite this one any more.
        unset($state->looked[Looked::CLOSED]);
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $place = (string) $entry->payload['place'];

        return 'Done' . ($place === '' ? '' : ", {$place}") . ": {$entry->payload['text']}";
    }
}
