<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\Gating\BeforePower;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\TemporaryChange;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/** A part came out and another went in, or its joint was made good. */
final class Repair implements EntryKind
{
    /** The fit of what went in, as the comparison has it, that opens an entry of the ledger. */
    public const TEST_ONLY = 'test';

    /** Fits with which it may stay. */
    private const STAYS = ['ok', 'noted'];

    private const PUTS_RIGHT = [ChangeKind::TestPart, ChangeKind::WrongFuse, ChangeKind::Scaled, ChangeKind::Bypass];

    public function name(): string
    {
        return 'repair';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            throw EntryRefused::because(
                'part',
                'The unit is recorded as energised. Unplug, discharge and record it before working on it.',
            );
        }
        Gates::mustBeOpen(Gate::HandsIn, 'part', $supply, $state);
        $ref = Payload::partOrListed($payload, $supply, $state);
        if (!isset($supply->parts[$ref])) {
            return [
                'part' => $ref,
                'listed' => true,
                'out' => $state->listed[$ref],
                'in' => Payload::text($payload, 'in', 'what went in', 200),
                'stock' => Payload::remark($payload, 'stock', 26),
            ];
        }
        $waits =
            $supply->part($ref)->kind instanceof Fuse
                ? array_values(
                    array_filter(
                        BeforePower::fuse($supply, $state),
                        static fn(GateItem $i): bool => !in_array(
                            $i->id,
                            $state->overrides[Gate::Limited->value]['items'] ?? [],
                            true,
                        ),
                    ),
                )
                : [];
        if ($waits !== []) {
            throw EntryRefused::because(
                'part',
                sprintf(
                    'A fuse is replaced once, and after what may have taken it: measure %s first.',
                    implode(', ', array_map(static fn(GateItem $i): string => (string) $i->target, $waits)),
                ),
            );
        }

        return [
            'part' => $ref,
            'out' => Payload::text($payload, 'out', 'what came out', 200),
            'in' => Payload::text($payload, 'in', 'what went in', 200),
            'fit' => Payload::remark($payload, 'fit', 10),
            'note' => Payload::remark($payload, 'note', 500),
            'stock' => Payload::remark($payload, 'stock', 26),
            'si' => is_numeric($payload['si'] ?? null) ? (float) $payload['si'] : null,
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $p = $entry->payload;
        unset($state->looked["polarity {$p['part']}"], $state->looked[Looked::CLOSED]);
        if ($p['listed'] ?? false) {
            $state->recapped[(string) $p['part']] = [
                'entry' => $entry->id,
                'in' => (string) $p['in'],
                'at' => $entry->at,
            ];

            return;
        }
        self::ledger($entry, $state);
        unset($state->out[(string) $p['part']]);
        $state->repairs[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'out' => (string) $entry->payload['out'],
            'in' => (string) $entry->payload['in'],
            'at' => $entry->at,
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $isTest = ($entry->payload['fit'] ?? '') === self::TEST_ONLY;

        return ($isTest ? 'For a test, ' : 'Repaired ') .
            "{$entry->payload['part']}: out {$entry->payload['out']}, in {$entry->payload['in']}";
    }

    /** What is good for a test only stands in the ledger by itself, until something else goes in. */
    private static function ledger(LogEntry $entry, BenchState $state): void
    {
        $p = $entry->payload;
        foreach ($state->ledger as $id => $change) {
            // Only what was compared with the original and may stand in its place puts a makeshift right; another
            // makeshift takes its place.
            $isRight = in_array($p['fit'] ?? '', self::STAYS, true) && in_array($change->kind, self::PUTS_RIGHT, true);
            $isNext = ($p['fit'] ?? '') === self::TEST_ONLY && $change->kind === ChangeKind::TestPart;
            if ($change->isOpen() && $change->part === $p['part'] && ($isRight || $isNext)) {
                $state->ledger[$id] = $change->closed([
                    'how' => TemporaryChange::UNDONE,
                    'why' => "{$p['in']} went in",
                    'at' => $entry->at,
                ]);
            }
        }
        if (($p['fit'] ?? '') === self::TEST_ONLY) {
            $state->ledger[$entry->id] = new TemporaryChange(
                $entry->id,
                ChangeKind::TestPart,
                (string) $p['part'],
                null,
                (string) $p['in'],
                '',
                (string) ($p['note'] ?? ''),
                $entry->at,
                $p['si'] ?? null,
            );
        }
    }
}
