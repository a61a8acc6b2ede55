<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\Purpose;
use Oculant\Core\Supply\Description;

/** What the unit is here for; the newest counts: a check that finds a fault becomes a repair. */
final class WhatFor implements EntryKind
{
    public function name(): string
    {
        return 'purpose';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return ['purpose' => Payload::choice($payload, 'purpose', array_column(Purpose::cases(), 'value'))];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->purpose = Purpose::from((string) $entry->payload['purpose']);
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return 'Here because ' . Purpose::from((string) $entry->payload['purpose'])->words();
    }
}
