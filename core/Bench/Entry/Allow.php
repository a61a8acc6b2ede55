<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\Standing;
use Oculant\Core\Supply\Description;

/** An open temporary change may stay at a gate, until it is closed. */
final class Allow implements EntryKind
{
    public function name(): string
    {
        return 'allow';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $id = ChangeClosed::open($payload, $state);
        $gate = Gate::from(Payload::choice($payload, 'gate', [Gate::Limited->value, Gate::Mains->value]));
        $change = $state->ledger[$id];
        if ($change->kind->at($gate) === Standing::Forbidden) {
            throw EntryRefused::because(
                'gate',
                sprintf('%s cannot stay %s: %s.', ucfirst($change->words()), $gate->words(), $change->kind->mended()),
            );
        }

        return [
            'change' => $id,
            'gate' => $gate->value,
            'why' => Payload::remark($payload, 'why', 300),
            'what' => $change->words(),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $id = (string) $entry->payload['change'];
        if (isset($state->ledger[$id])) {
            $state->ledger[$id] = $state->ledger[$id]->allowedAt(Gate::from((string) $entry->payload['gate']));
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return sprintf(
            'May stay (%s): %s',
            Gate::from((string) $entry->payload['gate'])->words(),
            $entry->payload['what'],
        );
    }
}
