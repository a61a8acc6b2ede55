<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** The technician names the cause: a part and how it failed, or what a hand did to it. */
final class Cause implements EntryKind
{
    /** No failing of the part: swapped, bridged, joined wrongly. */
    public const MISTAKEN = 'mistaken';

    public const MISTAKEN_TITLE = 'put in or joined wrongly';

    public function name(): string
    {
        return 'cause';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $ref = Payload::part($payload, $supply);
        $part = $supply->part($ref);
        $fault = is_string($payload['fault'] ?? null) ? $payload['fault'] : '';
        $text = is_string($payload['text'] ?? null) ? mb_substr(trim($payload['text']), 0, 1000) : '';
        if ($fault === self::MISTAKEN && $text === '') {
            throw EntryRefused::because(
                'text',
                sprintf(
                    'Say how %s is put in or joined wrongly, for example "in the place of R7" or "solder from ' .
                        'its middle pin to C3".',
                    $ref,
                ),
            );
        }
        if ($fault !== self::MISTAKEN && $part->fault($fault) === null) {
            throw EntryRefused::because(
                'fault',
                sprintf(
                    '%s does not fail as "%s". It can be: %s.',
                    $ref,
                    $fault,
                    implode(', ', [...array_column($part->kind->faults($part), 'name'), self::MISTAKEN]),
                ),
            );
        }

        return ['part' => $ref, 'fault' => $fault, 'text' => $text];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->cause = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'fault' => (string) $entry->payload['fault'],
            'text' => (string) $entry->payload['text'],
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $part = $supply->part((string) $entry->payload['part']);

        return "Cause: {$part->label()}, " .
            self::title($part, (string) $entry->payload['fault']) .
            ($entry->payload['fault'] === self::MISTAKEN ? ": {$entry->payload['text']}" : '');
    }

    public static function title(Part $part, string $fault): string
    {
        return $fault === self::MISTAKEN ? self::MISTAKEN_TITLE : $part->fault($fault)->title ?? $fault;
    }
}
