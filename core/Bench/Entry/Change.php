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
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionRefused;
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
        if ($kind === ChangeKind::Added) {
            return self::added($payload, $supply, $state);
        }
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

    /**
     * What was added between two places: a test point stands for its node, "0V" or any other node for itself.
     *
     * @param array<mixed> $payload "row" is what the text was understood as: a kind, and its values
     *
     * @return array<string, mixed>
     */
    private static function added(array $payload, Description $supply, BenchState $state): array
    {
        $value = Payload::text($payload, 'value', 'what was added, for example "schottky 3A 40V" or "100R 2W"', 80);
        [$from, $to] = [self::node($payload, 'from', $supply), self::node($payload, 'to', $supply)];
        if ($from === $to) {
            throw EntryRefused::because('to', 'Both ends are the same node: nothing would change.');
        }
        if (($supply->islands[$from] ?? 0) !== ($supply->islands[$to] ?? 0)) {
            throw EntryRefused::because(
                'to',
                sprintf(
                    '%s and %s are isolated from each other: nothing is put across that but what the maker put there.',
                    $from,
                    $to,
                ),
            );
        }
        $row = is_array($payload['row'] ?? null) ? $payload['row'] : [];
        $kind = PartKinds::named(is_string($row['kind'] ?? null) ? $row['kind'] : '');
        $ends = $kind?->terminals()->required ?? [];
        if ($kind === null || count($ends) !== 2) {
            throw EntryRefused::because(
                'value',
                "\"{$value}\" is not read as a part with two ends: write its kind and values, for example " .
                    '"schottky 3A 40V", "resistor 100R 2W", "electrolytic 47u 63V".',
            );
        }
        $number = 1 + count(array_filter($state->ledger, static fn($c): bool => $c->kind === ChangeKind::Added));
        while (isset($supply->parts["NEW{$number}"])) {
            $number++;
        }
        $row = ['ref' => "NEW{$number}", 'terminals' => [$ends[0] => $from, $ends[1] => $to]] + $row;
        try {
            $supply->altered($state->mode, [Alteration::adding($row)]);
        } catch (DescriptionRefused $e) {
            throw EntryRefused::because('value', $e->getMessage());
        }

        return [
            'change' => ChangeKind::Added->value,
            'part' => null,
            'on_guard' => self::isOver(null, [$from, $to], $supply),
            'points' => "{$from}>{$to}",
            'value' => $value,
            'si' => null,
            'where' => Payload::remark($payload, 'where', 200),
            'why' => Payload::remark($payload, 'why', 300),
            'row' => $row,
        ];
    }

    /** @param array<mixed> $payload */
    private static function node(array $payload, string $field, Description $supply): string
    {
        $given = is_string($payload[$field] ?? null) ? trim($payload[$field]) : '';
        $nodes = array_map(strval(...), array_keys($supply->islands));
        foreach ([...array_keys($supply->points), ...$nodes] as $name) {
            if (strcasecmp((string) $name, $given) === 0) {
                return $supply->points[$name]->node ?? (string) $name;
            }
        }

        throw EntryRefused::because(
            $field,
            sprintf(
                '"%s" is neither a test point nor a node. Test points: %s. Nodes: %s.',
                $given,
                implode(', ', array_keys($supply->points)),
                implode(', ', $nodes),
            ),
        );
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
            row: $p['row'] ?? [],
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

        return self::isOver($ref, $ends === null ? [] : [$ends[0]->node, $ends[1]->node], $supply);
    }

    /** @param list<string> $bridged nodes */
    private static function isOver(?string $ref, array $bridged, Description $supply): bool
    {
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
