<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Supply\Description;

/** Something that was taken off is back in its place. */
final class Refitted implements EntryKind
{
    public function name(): string
    {
        return 'refitted';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $id = is_string($payload['step'] ?? null) ? $payload['step'] : '';
        $step = $state->taken[$id] ?? null;
        if ($step === null || $step['refitted']) {
            throw EntryRefused::because('step', 'There is nothing of that name still off.');
        }
        if ($state->power->isEnergised()) {
            throw EntryRefused::because(
                'step',
                'The unit is recorded as energised. Unplug it and record that before anything is put back.',
            );
        }

        return ['step' => $id, 'what' => "{$step['text']}, {$step['where']}"];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        if (isset($state->taken[$entry->payload['step']])) {
            $state->taken[$entry->payload['step']]['refitted'] = true;
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Back in place: {$entry->payload['what']}";
    }
}
