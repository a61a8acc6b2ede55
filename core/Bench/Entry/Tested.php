<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** A part confirmed good or bad out of circuit, by whatever test. */
final class Tested implements EntryKind
{
    /** What is asked for at a part, where a reading has a quantity. */
    public const BY_ITSELF = 'by itself';

    public function name(): string
    {
        return 'tested';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return [
            'part' => Payload::part($payload, $supply),
            'verdict' => Payload::choice($payload, 'verdict', ['good', 'bad']),
            'text' => Payload::remark($payload, 'text'),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->tested[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'isGood' => $entry->payload['verdict'] === 'good',
            'isNew' => in_array($entry->payload['part'], $state->replaced(), true),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $text = (string) $entry->payload['text'];

        return "{$entry->payload['part']} tested {$entry->payload['verdict']}" . ($text === '' ? '' : ": {$text}");
    }
}
