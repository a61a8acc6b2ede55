<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;

/** What was different from the description when something was measured: expected values follow it. */
final readonly class Context
{
    /** @param list<TemporaryChange> $changes open then or made permanent, those that a meter can see */
    public function __construct(public array $changes, public ?PowerMethod $method) {}

    /** @param array<string, TemporaryChange> $ledger */
    public static function of(array $ledger, ?PowerMethod $method): self
    {
        $felt = array_filter(
            $ledger,
            static fn(TemporaryChange $c): bool => !$c->isUndone() &&
                !in_array($c->kind, [ChangeKind::Shield, ChangeKind::Other], true),
        );

        return new self(array_values($felt), $method);
    }

    /** The same for contexts in which a unit reads alike; empty if nothing is different. */
    public function key(): string
    {
        $keys = array_map(
            static fn(TemporaryChange $c): string => "{$c->kind->value} {$c->part}{$c->points} {$c->value}",
            $this->changes,
        );
        sort($keys);

        return trim(implode(', ', array_filter([...$keys, $this->method?->key() ?? ''])));
    }

    public function isPlain(): bool
    {
        return $this->key() === '';
    }

    /** True if nothing in it is still to be undone. */
    public function isSettled(): bool
    {
        return array_filter($this->changes, static fn(TemporaryChange $c): bool => $c->isOpen()) === [];
    }

    /** For people: "R11 at 30k, behind a lamp of 60 W". */
    public function words(): string
    {
        return implode(
            ', ',
            array_filter([
                ...array_map(static fn(TemporaryChange $c): string => $c->words(), $this->changes),
                ($this->method?->key() ?? '') === '' ? '' : $this->method?->words(),
            ]),
        );
    }

    /** The supply as it then stood. */
    public function on(Description $supply, string $mode): Description
    {
        $alterations = array_merge(
            ...array_map(static fn(TemporaryChange $c): array => $c->alterations($supply), $this->changes),
            ...[$this->method?->alterations($supply) ?? []],
        );

        return $alterations === [] ? $supply : $supply->altered($mode, self::apart($alterations));
    }

    /**
     * Two jumpers across the same part are one; a part that is out cannot be set.
     *
     * @param list<Alteration> $alterations
     *
     * @return list<Alteration>
     */
    private static function apart(array $alterations): array
    {
        $seen = [];

        return array_values(
            array_filter($alterations, static function (Alteration $one) use (&$seen): bool {
                $key = serialize($one);
                $isNew = !isset($seen[$key]);
                $seen[$key] = true;

                return $isNew;
            }),
        );
    }
}
