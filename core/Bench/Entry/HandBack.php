<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** The unit went back to its owner. */
final class HandBack implements EntryKind
{
    public function name(): string
    {
        return 'handback';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->condemned !== null) {
            return self::unsafe($payload, $state);
        }
        if ($state->closedAt === null) {
            throw EntryRefused::because(
                'handback',
                'Close the repair first: ' .
                    (implode('; ', Close::missing($supply, $state)) ?: 'everything needed is there') .
                    '.',
            );
        }
        Gates::mustBeOpen(Gate::HandBack, 'handback', $supply, $state);

        return [];
    }

    /**
     * What is condemned leaves marked and made unusable, if it leaves at all.
     *
     * @param array<mixed> $payload
     *
     * @return array{unsafe: string}
     */
    private static function unsafe(array $payload, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            throw EntryRefused::because('handback', 'Unplug the unit and record it first.');
        }

        return [
            'unsafe' => Payload::text(
                $payload,
                'unsafe',
                'how it is marked and made unusable before it leaves, for example "cord cut off with the ' .
                    'owner\'s consent, red label"',
            ),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->returnedUnsafe = $entry->payload['unsafe'] ?? null;
        $state->handedBackAt = $entry->at;
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return isset($entry->payload['unsafe']) ? "Handed back condemned: {$entry->payload['unsafe']}" : 'Handed back';
    }
}
