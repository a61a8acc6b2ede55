<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\LogEntry;
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
        if ($state->closedAt === null) {
            throw EntryRefused::because('handback', 'Close the repair first: '.(implode('; ', Close::missing($supply, $state)) ?: 'everything needed is there').'.');
        }
        Gates::mustBeOpen(Gate::HandBack, 'handback', $supply, $state);

        return [];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->handedBackAt = $entry->at;
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return 'Handed back';
    }
}
