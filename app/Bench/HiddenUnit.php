<?php

declare(strict_types=1);

namespace App\Bench;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;

/** A unit that answers by itself what is read, seen and tested on it: one that was set for practice. */
interface HiddenUnit
{
    /**
     * Before the job is locked.
     *
     * @param array{id: string, kind: string, payload: array<mixed>, at: string, waited?: int, still_true?: bool} $entry
     *
     * @return array{id: string, kind: string, payload: array<mixed>, at: string, received_at: string, after: int}
     *     received_at: by the clock of its bench; after: sequence of the log that it was answered from
     *
     * @throws EntryRefused if it would have hurt, or there is nothing to answer
     */
    public function answered(array $entry): array;

    /** The bench did not take it. */
    public function refused(string $kind, EntryRefused $refused): void;

    /** It stands in the log. */
    public function taken(LogEntry $entry): void;
}
