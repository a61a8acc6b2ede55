<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** A lead passes over what a gate asks for, with a reason; who may do so is the server's business. */
final class Override implements EntryKind
{
    public function name(): string
    {
        return 'override';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $gate = Gate::from(Payload::choice($payload, 'gate', array_column(Gate::cases(), 'value')));
        $over = array_filter(Gates::missing($gate, $supply, $state), static fn(GateItem $i): bool => $i->mayOverride);
        if ($over === []) {
            throw EntryRefused::because(
                'gate',
                sprintf('Nothing that could be passed over is missing %s.', $gate->words()),
            );
        }

        return [
            'gate' => $gate->value,
            'reason' => Payload::text($payload, 'reason', 'the reason: it stays in the log', 500),
            'items' => array_values(array_map(static fn(GateItem $i): string => $i->sentence, $over)),
            'ids' => array_values(array_map(static fn(GateItem $i): string => $i->id, $over)),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->overrides[(string) $entry->payload['gate']] = [
            'entry' => $entry->id,
            'reason' => (string) $entry->payload['reason'],
            'items' => array_values($entry->payload['ids'] ?? []),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return sprintf(
            'Passed over (%s): %s Reason: %s',
            Gate::from((string) $entry->payload['gate'])->words(),
            implode(' ', $entry->payload['items']),
            $entry->payload['reason'],
        );
    }
}
