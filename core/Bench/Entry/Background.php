<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Supply\Description;

/** What is known of the unit's life: it moves what is suspected before anything is measured. */
final class Background implements EntryKind
{
    private const MOST_YEARS = 150;

    /** What may have happened to it, and how that is said. */
    public const CONDITIONS = [
        'damp' => 'kept damp',
        'worked_on' => 'worked on before',
        'hot' => 'runs hot or never switched off',
        'moved' => 'shaken or carried about',
        'idle' => 'stood unused for years',
    ];

    public function name(): string
    {
        return 'background';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $years = $payload['years'] ?? null;
        if (
            $years !== null &&
            $years !== '' &&
            (!is_numeric($years) || (int) $years < 0 || (int) $years > self::MOST_YEARS)
        ) {
            throw EntryRefused::because(
                'years',
                sprintf('Its age is a number of years, 0 to %d; leave it empty if nobody knows.', self::MOST_YEARS),
            );
        }
        $given = is_array($payload['conditions'] ?? null) ? $payload['conditions'] : [];
        $conditions = array_values(
            array_filter(
                array_keys(self::CONDITIONS),
                static fn(string $known): bool => in_array($known, $given, true),
            ),
        );
        if ($conditions === [] && !is_numeric($years)) {
            throw EntryRefused::because('years', 'Say how old it is, or choose what has happened to it.');
        }

        return ['years' => is_numeric($years) ? (int) $years : null, 'conditions' => $conditions];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->years = $entry->payload['years'] ?? $state->years;
        $state->conditions = $entry->payload['conditions'];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $years = $entry->payload['years'];

        return 'Background: ' .
            implode(', ', [
                ...$years === null ? [] : ["{$years} years old"],
                ...array_map(static fn(string $c): string => self::CONDITIONS[$c], $entry->payload['conditions']),
            ]);
    }
}
