<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Supply\Description;

/** The unit was plugged in, limited or unplugged, or its loads were changed. */
final class Power implements EntryKind
{
    public function name(): string
    {
        return 'power';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $power = PowerState::tryFrom(is_string($payload['power'] ?? null) ? $payload['power'] : $state->power->value);
        if ($power === null) {
            throw EntryRefused::because('power', sprintf('There is no power state "%s". It is one of: unplugged, limited, live.', $payload['power']));
        }
        $mode = is_string($payload['mode'] ?? null) ? $payload['mode'] : $state->mode;
        if (! isset($supply->modes[$mode])) {
            throw EntryRefused::because('mode', sprintf('There is no mode "%s". This supply has: %s.', $mode, implode(', ', array_keys($supply->modes))));
        }

        return ['power' => $power->value, 'mode' => $mode];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $power = PowerState::from((string) $entry->payload['power']);
        if ($power !== $state->power) {
            $state->powerSince = $entry->at;
            $state->mainsVolts = null;
        }
        $state->power = $power;
        $state->mode = (string) $entry->payload['mode'];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return PowerState::from((string) $entry->payload['power'])->words().', '.mb_strtolower($supply->modes[$entry->payload['mode']]->name ?? '');
    }
}
