<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** Something seen on a part; or that somebody looked and it looks well. */
final class Finding implements EntryKind
{
    public const SEES = [
        'bulging' => 'bulging or leaking',
        'burnt' => 'burnt or dark',
        'cracked' => 'cracked or a piece missing',
        'arc' => 'arc or carbon track',
        'reversed' => 'fitted the wrong way round',
        'joint' => 'cracked or dull joint',
        'heat' => 'beside something hot',
        'rework' => 'worked on before',
        'hot' => 'hotter than it should be (probe or camera)',
        'well' => 'looks well',
        'other' => 'something else',
    ];

    public function name(): string
    {
        return 'finding';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $sees = isset($payload['sees']) ? Payload::choice($payload, 'sees', array_keys(self::SEES)) : 'other';

        return [
            'part' => Payload::part($payload, $supply),
            'sees' => $sees,
            'text' =>
                $sees === 'other'
                    ? Payload::text($payload, 'text', 'what you see on the part, for example "vent bulged"')
                    : Payload::remark($payload, 'text'),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->findings[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'sees' => (string) ($entry->payload['sees'] ?? 'other'),
            'text' => self::words($entry),
            'isNew' => in_array($entry->payload['part'], $state->replaced(), true),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Seen on {$entry->payload['part']}: " . self::words($entry);
    }

    private static function words(LogEntry $entry): string
    {
        $sees = (string) ($entry->payload['sees'] ?? 'other');

        return implode(
            ', ',
            array_filter([$sees === 'other' ? '' : self::SEES[$sees], (string) $entry->payload['text']]),
        );
    }
}
