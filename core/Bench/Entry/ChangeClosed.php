<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\TemporaryChange;
use Oculant\Core\Supply\Description;

/** A temporary change is undone, or made permanent with a reason. */
final class ChangeClosed implements EntryKind
{
    public function name(): string
    {
        return 'change_closed';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $id = self::open($payload, $state);
        $how = Payload::choice($payload, 'how', [TemporaryChange::UNDONE, TemporaryChange::PERMANENT]);
        $why = Payload::remark($payload, 'why', 300);
        if ($how === TemporaryChange::PERMANENT && $why === '') {
            throw EntryRefused::because(
                'why',
                'Say why it may stay for good: whoever opens this unit next wants to know.',
            );
        }
        if ($how === TemporaryChange::PERMANENT && !$state->ledger[$id]->mayStay()) {
            throw EntryRefused::because(
                'how',
                sprintf(
                    '%s cannot be made permanent by a reason: %s.',
                    ucfirst($state->ledger[$id]->words()),
                    $state->ledger[$id]->kind->mended(),
                ),
            );
        }
        if ($state->power->isEnergised()) {
            throw EntryRefused::because(
                'change',
                'The unit is recorded as energised. Unplug it and record that before the change is undone.',
            );
        }

        return ['change' => $id, 'how' => $how, 'why' => $why, 'what' => $state->ledger[$id]->words()];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $id = (string) $entry->payload['change'];
        // What an older log or another workshop's archive made permanent by a sentence stays open.
        $isFalse =
            $entry->payload['how'] === TemporaryChange::PERMANENT &&
            isset($state->ledger[$id]) &&
            !$state->ledger[$id]->mayStay();
        if (isset($state->ledger[$id]) && !$isFalse) {
            $state->ledger[$id] = $state->ledger[$id]->closed([
                'how' => (string) $entry->payload['how'],
                'why' => (string) $entry->payload['why'],
                'at' => $entry->at,
            ]);
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $p = $entry->payload;

        return ($p['how'] === TemporaryChange::UNDONE ? 'Undone: ' : 'Made permanent: ') .
            $p['what'] .
            ($p['why'] === '' ? '' : ", {$p['why']}");
    }

    /**
     * @param array<mixed> $payload
     *
     * @throws EntryRefused if there is no such open change
     */
    public static function open(array $payload, BenchState $state): string
    {
        $id = is_string($payload['change'] ?? null) ? $payload['change'] : '';

        return isset($state->ledger[$id]) && $state->ledger[$id]->isOpen()
            ? $id
            : throw EntryRefused::because('change', 'There is no such open entry in the ledger.');
    }
}
