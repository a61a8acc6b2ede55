<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** Something taken off or undone on the way in: the list that becomes the way back, from its end. */
final class Taken implements EntryKind
{
    public const KINDS = [
        'screws' => 'screws',
        'connector' => 'connector',
        'wire' => 'wire unsoldered',
        'shield' => 'shield, sheet, sleeve or earth strap',
        'other' => 'other',
    ];

    /** Kinds that nobody's safety hangs on: a wire may be the earth, a shield keeps fingers out. */
    public const MAY_STAY_OFF = ['screws', 'connector', 'other'];

    public function name(): string
    {
        return 'taken';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is recorded as energised. Unplug it and record that before anything is taken off.',
            );
        }
        $photo = Payload::remark($payload, 'photo', 26);
        if ($photo !== '' && !isset($state->photos[$photo])) {
            throw EntryRefused::because('photo', 'There is no such photograph in this job. Add it first.');
        }

        return [
            'kind' => Payload::choice($payload, 'kind', array_keys(self::KINDS)),
            'text' => Payload::text($payload, 'text', 'what it is, for example "4 screws M3x6, black"', 200),
            'where' => Payload::text($payload, 'where', 'where it sits', 200),
            'photo' => $photo,
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        unset($state->looked[Looked::CLOSED]);
        $state->taken[$entry->id] = [
            'entry' => $entry->id,
            'kind' => (string) $entry->payload['kind'],
            'where' => (string) $entry->payload['where'],
            'text' => (string) $entry->payload['text'],
            'photo' => (string) $entry->payload['photo'],
            'refitted' => false,
            'stays' => '',
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return sprintf('Taken off: %s, %s', $entry->payload['text'], $entry->payload['where']);
    }
}
