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
use Oculant\Core\Parts\Fuse;
use Oculant\Core\Supply\Description;

/** A part came out and another went in, or its joint was made good. */
final class Repair implements EntryKind
{
    public function name(): string
    {
        return 'repair';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            throw EntryRefused::because('part', 'The unit is recorded as energised. Unplug, discharge and record it before working on it.');
        }
        Gates::mustBeOpen(Gate::HandsIn, 'part', $supply, $state);
        $ref = Payload::part($payload, $supply);
        $waits = $supply->part($ref)->kind instanceof Fuse && ! isset($state->overrides[Gate::Limited->value]) ? Gates::fuse($supply, $state) : [];
        if ($waits !== []) {
            throw EntryRefused::because('part', sprintf('A fuse is replaced once, and after what may have taken it: measure %s first.', implode(', ', array_map(static fn(GateItem $i): string => (string) $i->target, $waits))));
        }

        return [
            'part' => $ref,
            'out' => Payload::text($payload, 'out', 'what came out', 200),
            'in' => Payload::text($payload, 'in', 'what went in', 200),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        unset($state->looked["polarity {$entry->payload['part']}"], $state->looked[Looked::CLOSED]);
        $state->repairs[] = [
            'entry' => $entry->id, 'part' => (string) $entry->payload['part'],
            'out' => (string) $entry->payload['out'], 'in' => (string) $entry->payload['in'], 'at' => $entry->at,
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Repaired {$entry->payload['part']}: out {$entry->payload['out']}, in {$entry->payload['in']}";
    }
}
