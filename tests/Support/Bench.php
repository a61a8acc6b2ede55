<?php

declare(strict_types=1);

namespace Tests\Support;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Supply\Description;

/** Writes a log the way the server does: each entry is read against the state so far, then folded. */
final class Bench
{
    /** @var list<LogEntry> */
    public array $log = [];

    public function __construct(public readonly Description $supply)
    {
    }

    /** @param array<string, mixed> $payload */
    public function add(string $kind, array $payload = []): self
    {
        $read = EntryKinds::named($kind)->read($payload, $this->supply, $this->state());
        $this->log[] = new LogEntry(sprintf('01E%04d', count($this->log)), $kind, $read, '2026-05-04T10:00:00Z', 'Test');

        return $this;
    }

    public function state(): BenchState
    {
        return Fold::of($this->supply, $this->log);
    }

    public function last(): LogEntry
    {
        return $this->log[count($this->log) - 1];
    }
}
