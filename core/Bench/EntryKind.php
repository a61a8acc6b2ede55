<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Supply\Description;

/** A kind of log entry: how its payload is read and what it does to the bench state. */
interface EntryKind
{
    public function name(): string;

    /**
     * Checks the payload and returns it complete and tidy.
     *
     * @param array<mixed> $payload
     *
     * @return array<string, mixed>
     *
     * @throws EntryRefused if the payload cannot stand against this description and state
     */
    public function read(array $payload, Description $supply, BenchState $state): array;

    public function apply(LogEntry $entry, BenchState $state): void;

    /** One line for the log as people read it. */
    public function line(LogEntry $entry, Description $supply): string;
}
