<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Bench\Standing;
use Oculant\Core\Bench\TemporaryChange;
use Oculant\Core\Parts\Consumes;
use Oculant\Core\Parts\Fuse;
use Oculant\Core\Parts\Guards;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Resistor;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Interlock;
use Oculant\Core\Supply\PointPair;

/** Something is different for the time being: opens an entry of the ledger. */
final class Change implements EntryKind
{
    public function name(): string
    {
        return 'change';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $kind = ChangeKind::from(Payload::choice($payload, 'change', array_column(ChangeKind::cases(), 'value')));
        self::mayBeOpened($kind, $state);
        $given = is_string($payload['part'] ?? null) ? trim($payload['part']) : '';
        $pair = $kind === ChangeKind::Jumper && $given !== '' ? ReadingText::target($given, $supply) : null;
        $points = $pair !== null && PointPair::ends($pair, $supply->points) !== null ? $pair : null;
        $ref = $points !== null || ($given === '' && !$kind->needsPart()) ? null : Payload::part($payload, $supply);
        $value = Payload::remark($payload, 'value', 40);
        if ($kind->needsValue() && $value === '') {
            throw EntryRefused::because(
                'value',
                sprintf('Say what is fitted instead in %s, for example "30k" or "T2A".', $ref),
            );
        }
        if ($ref !== null) {
            self::check($kind, $supply->part($ref), $supply);
        }
        $where = Payload::remark($payload, 'where', 200);
        if ($ref === null && $points === null && $where === '') {
            throw EntryRefused::because('where', 'Say where: a part, two points ("tp3-tp5"), or in words.');
        }
        $si = $ref === null || $value === '' ? null : self::si($value, $supply->part($ref), $kind);

        return [
            'change' => $kind->value,
            'part' => $ref,
            'on_guard' => self::isOnGuard($ref, $points, $supply),
            'points' => $points,
            'value' => $value,
            'si' => $si,
            'where' => $where,
            'why' => Payload::remark($payload, 'why', 300),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $p = $entry->payload;
        $state->ledger[$entry->id] = new TemporaryChange(
            $entry->id,
            ChangeKind::from((string) $p['change']),
            $p['part'] ?? null,
            $p['points'] ?? null,
            (string) $p['value'],
            (string) $p['where'],
            (string) $p['why'],
            $entry->at,
            $p['si'] ?? null,
            onGuard: (bool) ($p['on_guard'] ?? false),
        );
        if ($p['change'] === ChangeKind::Shield->value) {
            unset($state->looked[Looked::CLOSED]);
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $p = $entry->payload;
        $what = trim(
            implode(
                ' ',
                array_filter([
                    ChangeKind::from((string) $p['change'])->words(),
                    $p['part'] ?? ($p['points'] ?? ''),
                    $p['value'],
                    $p['where'],
                ]),
            ),
        );

        return "Temporary: {$what}" . ($p['why'] === '' ? '' : ", {$p['why']}");
    }

    /** What may not be there in the present state cannot be made in it either. */
    private static function mayBeOpened(ChangeKind $kind, BenchState $state): void
    {
        $gate = match ($state->power) {
            PowerState::Live => Gate::Mains,
            PowerState::Limited => Gate::Limited,
            PowerState::Unplugged => Gate::HandsIn,
        };
        if ($kind->at($gate) !== Standing::Free) {
            throw EntryRefused::because(
                'change',
                sprintf(
                    '%s: not on a unit that is recorded as %s. Take it down, record that, then write down what ' .
                        'you change.',
                    ucfirst($kind->words()),
                    mb_strtolower($state->power->words()),
                ),
            );
        }
    }

    private static function check(ChangeKind $kind, Part $part, Description $supply): void
    {
        $complaint = match (true) {
            $kind === ChangeKind::WrongFuse && !($part->kind instanceof Fuse) => 'is no fuse',
            $kind === ChangeKind::Scaled && !($part->kind instanceof Resistor) => 'is no resistor',
            $kind === ChangeKind::LoadOff && !($part->kind instanceof Consumes) => 'is no load',
            $part->ref === $supply->source()->ref => 'is the feed itself',
            default => null,
        };
        if ($complaint !== null) {
            throw EntryRefused::because(
                'part',
                "{$part->ref} {$complaint}: choose what the change is about, or describe it as \"other\".",
            );
        }
    }

    /** A piece of wire across a fuse is a wrong fuse, wherever it is clipped. */
    private static function isOnGuard(?string $ref, ?string $points, Description $supply): bool
    {
        $ends = $points === null ? null : PointPair::ends($points, $supply->points);
        $bridged = $ends === null ? [] : [$ends[0]->node, $ends[1]->node];
        $interlocked = array_map(static fn(Interlock $i): ?string => $i->part, $supply->interlocks);
        foreach ($supply->parts as $part) {
            $isMeant = $part->ref === $ref || ($bridged !== [] && array_diff($bridged, $part->terminals) === []);
            if ($isMeant && ($part->kind instanceof Guards || in_array($part->ref, $interlocked, true))) {
                return true;
            }
        }

        return false;
    }

    private static function si(string $value, Part $part, ChangeKind $kind): ?float
    {
        $unit = $part->kind->parameters()[0]->unit ?? null;
        try {
            $si =
                $unit === null
                    ? 0.0
                    : Quantity::parse((string) preg_replace('/^(?:FF|TT|F|T|M)\s*(?=\d)/', '', $value), $unit)->value;
        } catch (UnreadableQuantity $e) {
            return $kind === ChangeKind::TestPart ? null : throw EntryRefused::because('value', $e->getMessage());
        }

        return $si > 0.0 ? $si : null;
    }
}
