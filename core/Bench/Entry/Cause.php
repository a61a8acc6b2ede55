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

/**
 * The technician names the cause: a part and how it failed, or what a hand did to it; something that is no part's
 * fault; or that no fault was found.
 */
final class Cause implements EntryKind
{
    /** No failing of the part: swapped, bridged, joined wrongly. */
    public const MISTAKEN = 'mistaken';

    public const MISTAKEN_TITLE = 'put in or joined wrongly';

    public const PART = 'part';

    /** Nothing was found: the unit goes back as it came. */
    public const NONE = 'none';

    /** What is no failing of a part of the description. */
    public const OTHER = [
        'design' => 'a fault of the design',
        'missing' => 'a part that was never there',
        'wiring' => 'wiring or soldering',
        'dirt' => 'dirt, moisture or corrosion',
        'connector' => 'a connector, pushed on wrongly or loose',
        'elsewhere' => 'another unit, not this one',
    ];

    public function name(): string
    {
        return 'cause';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $kind = Payload::choice(['kind' => $payload['kind'] ?? self::PART], 'kind', [
            self::PART,
            self::NONE,
            ...array_keys(self::OTHER),
        ]);
        if ($kind !== self::PART) {
            return self::otherwise($kind, $payload, $state);
        }
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

    /**
     * @param array<mixed> $payload
     *
     * @return array{kind: string, place: string, text: string}
     */
    private static function otherwise(string $kind, array $payload, BenchState $state): array
    {
        if ($kind === self::NONE && ($state->repairs !== [] || $state->works !== [])) {
            throw EntryRefused::because(
                'kind',
                'Something was replaced or put right in it: name what was wrong, or strike out what was done.',
            );
        }

        return [
            'kind' => $kind,
            'place' =>
                $kind === self::NONE
                    ? Payload::remark($payload, 'place', 120)
                    : Payload::text(
                        $payload,
                        'place',
                        'where, for example "plug X3" or "between R7 and the rail"',
                        120,
                    ),
            'text' => Payload::text(
                $payload,
                'text',
                $kind === self::NONE
                    ? 'what was tried, for example "two hours warm under load, 20 starts"'
                    : 'what was wrong there',
            ),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->cause = [
            'entry' => $entry->id,
            'kind' => (string) ($entry->payload['kind'] ?? self::PART),
            'part' => (string) ($entry->payload['part'] ?? ''),
            'fault' => (string) ($entry->payload['fault'] ?? ''),
            'place' => (string) ($entry->payload['place'] ?? ''),
            'text' => (string) $entry->payload['text'],
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $kind = (string) ($entry->payload['kind'] ?? self::PART);
        if ($kind === self::NONE) {
            return "No fault found: {$entry->payload['text']}";
        }
        if ($kind !== self::PART) {
            return 'Cause: ' . self::OTHER[$kind] . ", {$entry->payload['place']}: {$entry->payload['text']}";
        }
        $part = $supply->part((string) $entry->payload['part']);

        return "Cause: {$part->label()}, " .
            self::title($part, (string) $entry->payload['fault']) .
            ($entry->payload['fault'] === self::MISTAKEN ? ": {$entry->payload['text']}" : '');
    }

    /**
     * Where it was and what, for reports and lists.
     *
     * @param array{kind: string, part: string, fault: string, place: string} $cause as BenchState has it
     *
     * @return array{string, string}
     */
    public static function words(Description $supply, array $cause): array
    {
        if ($cause['kind'] === self::NONE) {
            return ['No fault found', ''];
        }
        if ($cause['kind'] !== self::PART) {
            return [$cause['place'], self::OTHER[$cause['kind']] ?? $cause['kind']];
        }
        $part = $supply->parts[$cause['part']] ?? null;

        return $part === null
            ? [$cause['part'], $cause['fault']]
            : [$part->label(), self::title($part, $cause['fault'])];
    }

    public static function title(Part $part, string $fault): string
    {
        return $fault === self::MISTAKEN ? self::MISTAKEN_TITLE : $part->fault($fault)->title ?? $fault;
    }
}
