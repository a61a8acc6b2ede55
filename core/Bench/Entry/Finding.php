<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Parts\Seen;
use Oculant\Core\Supply\Description;

/** Something seen on a part; or that somebody looked and it looks well. */
final class Finding implements EntryKind
{
    public function name(): string
    {
        return 'finding';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $sees = isset($payload['sees']) ? Payload::choice($payload, 'sees', array_keys(Seen::options())) : 'other';

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
            'sees' => self::seen($entry),
            'text' => self::words($entry),
            'isNew' => in_array($entry->payload['part'], $state->replaced(), true),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Seen on {$entry->payload['part']}: " . self::words($entry);
    }

    private static function seen(LogEntry $entry): Seen
    {
        return Seen::from((string) ($entry->payload['sees'] ?? Seen::Other->value));
    }

    private static function words(LogEntry $entry): string
    {
        $seen = self::seen($entry);

        return implode(
            ', ',
            array_filter([$seen === Seen::Other ? '' : $seen->words(), (string) $entry->payload['text']]),
        );
    }
}
