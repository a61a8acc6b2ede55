<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** Something that only an eye can tell was looked at and is right: the polarity of a new part, shields and earth back. */
final class Looked implements EntryKind
{
    public const CLOSED = 'closed';

    public function name(): string
    {
        return 'looked';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $known = [self::CLOSED, ...array_map(static fn(string $ref): string => "polarity {$ref}", $state->replaced()), ...array_map(static fn(int $k): string => "interlock {$k}", array_keys($supply->interlocks))];
        $what = is_string($payload['what'] ?? null) ? $payload['what'] : '';
        if (! in_array($what, $known, true)) {
            throw EntryRefused::because('what', sprintf('There is nothing of the name "%s" to look at. Now: %s.', $what, implode(', ', $known)));
        }

        return ['what' => $what];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->looked[(string) $entry->payload['what']] = $entry->id;
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        [$what, $of] = [...explode(' ', (string) $entry->payload['what'], 2), ''];

        return match ($what) {
            self::CLOSED => 'Looked: shields, sheets, sleeves and earth are back',
            'interlock' => 'Looked: '.($supply->interlocks[(int) $of]->what ?? 'interlock'),
            default => "Looked: polarity of {$of} is right",
        };
    }
}
