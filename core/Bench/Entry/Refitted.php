<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/**
 * Something that was taken off is back in its place; or it stays off for a reason, where nobody's safety hangs on it.
 */
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
        if (isset($payload['stays'])) {
            if (!in_array($step['kind'], Taken::MAY_STAY_OFF, true)) {
                throw EntryRefused::because(
                    'stays',
                    sprintf(
                        '%s, %s, may protect people: it goes back, or another like it goes in its place.',
                        $step['text'],
                        $step['where'],
                    ),
                );
            }

            return [
                'step' => $id,
                'what' => "{$step['text']}, {$step['where']}",
                'stays' => Payload::text(
                    $payload,
                    'stays',
                    'why it stays off, for example "clip broken, glued instead"',
                    200,
                ),
            ];
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
            $state->taken[$entry->payload['step']]['stays'] = (string) ($entry->payload['stays'] ?? '');
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return isset($entry->payload['stays'])
            ? "Stays off: {$entry->payload['what']} ({$entry->payload['stays']})"
            : "Back in place: {$entry->payload['what']}";
    }
}
