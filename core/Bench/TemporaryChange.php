<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;

/** An entry of the ledger. */
final readonly class TemporaryChange
{
    public const UNDONE = 'undone';

    public const PERMANENT = 'permanent';

    /**
     * Between which of its terminals a part is jumpered: its contact, its channel, from input to output, end to end.
     */
    private const ACROSS = [
        ['com', 'no'],
        ['d', 's'],
        ['c', 'e'],
        ['in', 'out'],
        ['a', 'k'],
        ['a', 'b'],
        ['plus', 'minus'],
        ['p1', 'p2'],
    ];

    /**
     * @param string                                                $id      of the log entry that opened it
     * @param string|null                                           $part    reference
     * @param string|null                                           $points  "TP3-TP5" for a jumper between two points
     * @param string $value what is fitted instead, as it was typed ("30k", "T2A", "1N5408")
     * @param float|null $si the same in SI units of the part's main value; null if it is a type name
     * @param array{how: string, why: string, at: string}|null      $closed  how: undone or permanent
     * @param list<string>                                          $allowed gates at which somebody lets it stay
     * @param array<string, mixed> $row     of a part that was added, as descriptions write it
     * @param string|null $pin     of the part, for a lead from it to what it is low against
     * @param bool $onGuard across or out of a part that guards people or unit, or that an interlock names
     */
    public function __construct(
        public string $id,
        public ChangeKind $kind,
        public ?string $part,
        public ?string $points,
        public string $value,
        public string $where,
        public string $why,
        public string $at,
        public ?float $si = null,
        public ?array $closed = null,
        public array $allowed = [],
        public bool $onGuard = false,
        public array $row = [],
        public ?string $pin = null,
    ) {}

    /** @param array{how: string, why: string, at: string} $closed */
    public function closed(array $closed): self
    {
        return new self(
            $this->id,
            $this->kind,
            $this->part,
            $this->points,
            $this->value,
            $this->where,
            $this->why,
            $this->at,
            $this->si,
            $closed,
            $this->allowed,
            $this->onGuard,
            $this->row,
        );
    }

    public function allowedAt(Gate $gate): self
    {
        return new self(
            $this->id,
            $this->kind,
            $this->part,
            $this->points,
            $this->value,
            $this->where,
            $this->why,
            $this->at,
            $this->si,
            $this->closed,
            [...$this->allowed, $gate->value],
            $this->onGuard,
            $this->row,
        );
    }

    /** Whether a reason is enough to leave it for good. */
    public function mayStay(): bool
    {
        return $this->kind->mayStay() && !$this->onGuard;
    }

    public function isOpen(): bool
    {
        return $this->closed === null;
    }

    public function isUndone(): bool
    {
        return $this->closed !== null && $this->closed['how'] === self::UNDONE;
    }

    public function isPermanent(): bool
    {
        return $this->closed !== null && $this->closed['how'] === self::PERMANENT;
    }

    /** "scaled resistor R11 30k". */
    public function words(): string
    {
        return trim(
            implode(
                ' ',
                array_filter([
                    $this->kind->words(),
                    $this->part ?? $this->points,
                    $this->value,
                    $this->where === '' ? '' : "({$this->where})",
                ]),
            ),
        );
    }

    /** How it stands before a gate, what was allowed considered. */
    public function standing(Gate $gate): Standing
    {
        $standing = $this->kind->at($gate);

        return $standing === Standing::ToAllow && in_array($gate->value, $this->allowed, true)
            ? Standing::Free
            : $standing;
    }

    /** @return list<Alteration> what it does to the circuit; empty if it changes no reading */
    public function alterations(Description $supply): array
    {
        $part = $this->part === null ? null : $supply->part($this->part);

        return match ($this->kind) {
            ChangeKind::Lifted, ChangeKind::LoadOff => $part === null ? [] : [Alteration::without($part->ref)],
            ChangeKind::Interlock => $part === null ? [] : [Alteration::without($part->ref)],
            // A type name says nothing that the engine could compute with.
            ChangeKind::Scaled, ChangeKind::TestPart, ChangeKind::WrongFuse => $part === null || $this->si === null
                ? []
                : [Alteration::set($part->ref, [$part->kind->parameters()[0]->name => $this->si])],
            ChangeKind::Bypass => $part === null ? [] : self::bypassed($part),
            ChangeKind::Jumper => $this->jumper($part, $supply),
            ChangeKind::Added => $this->row === [] ? [] : [Alteration::adding($this->row)],
            default => [],
        };
    }

    /** @return list<Alteration> */
    private function jumper(?Part $part, Description $supply): array
    {
        if ($part !== null && $this->pin !== null) {
            $low = PulledPin::against($part, $this->pin);

            return $low === null
                ? []
                : [Alteration::bridge("LOW_{$part->ref}_{$this->pin}", $part->node($this->pin), $part->node($low))];
        }
        if ($part !== null) {
            foreach (self::ACROSS as [$from, $to]) {
                if ($part->has($from) && $part->has($to)) {
                    return [Alteration::bridge("JUMPER_{$part->ref}", $part->node($from), $part->node($to))];
                }
            }

            return [];
        }
        [$from, $to] = explode('-', $this->points ?? '-');

        return isset($supply->points[$from], $supply->points[$to])
            ? [Alteration::bridge("JUMPER_{$from}_{$to}", $supply->points[$from]->node, $supply->points[$to]->node)]
            : [];
    }

    /**
     * What lies across the line is taken off, what lies in the line is bridged.
     *
     * @return list<Alteration>
     */
    private static function bypassed(Part $part): array
    {
        return $part->has('a1') && $part->has('b1')
            ? [
                Alteration::bridge("JUMPER_{$part->ref}_A", $part->node('a1'), $part->node('a2')),
                Alteration::bridge("JUMPER_{$part->ref}_B", $part->node('b1'), $part->node('b2')),
            ]
            : [Alteration::without($part->ref)];
    }
}
