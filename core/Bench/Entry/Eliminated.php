<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** A part was taken out, a leg lifted, or something pressed and moved; and then: is the fault still here? */
final class Eliminated implements EntryKind
{
    public const HOW = [
        'removed' => 'taken out',
        'lifted' => 'one leg lifted',
        'disturbed' => 'pressed, moved or resoldered',
    ];

    public function name(): string
    {
        return 'eliminated';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $still = $payload['still'] ?? null;
        if (!is_bool($still) && !in_array($still, ['yes', 'no'], true)) {
            throw EntryRefused::because('still', 'Say whether the fault is still here: yes or no.');
        }

        return [
            'part' => Payload::part($payload, $supply),
            'how' => Payload::choice($payload, 'how', array_keys(self::HOW)),
            'still' => $still === true || $still === 'yes',
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        // One at a time: what did not take the fault along is back before the next comes out.
        if ($entry->payload['still'] === true) {
            unset($state->out[(string) $entry->payload['part']]);
        } elseif ($entry->payload['how'] !== 'disturbed') {
            $state->out[(string) $entry->payload['part']] = $entry->id;
        }
        $state->eliminated[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'how' => (string) $entry->payload['how'],
            'still' => (bool) $entry->payload['still'],
            'isNew' => in_array($entry->payload['part'], $state->replaced(), true),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return sprintf(
            '%s %s: the fault %s',
            $entry->payload['part'],
            self::HOW[$entry->payload['how']],
            $entry->payload['still'] ? 'is still here' : 'is gone',
        );
    }
}
