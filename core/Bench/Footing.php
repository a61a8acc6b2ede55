<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Supply\Description;

/** What people's safety rests on: power, ledger, what is proven empty, and what each gate still asks for. */
final readonly class Footing
{
    /**
     * Seconds after which an entry that touches it is asked to be confirmed: somebody else may have been at the unit
     * since.
     */
    public const FRESH = 120;

    private function __construct(private string $key) {}

    public static function of(Description $supply, BenchState $state): self
    {
        $missing = [];
        foreach (Gate::cases() as $gate) {
            $missing[$gate->value] = array_map(
                static fn(GateItem $i): string => $i->id,
                Gates::blocking($gate, $supply, $state),
            );
        }

        return new self(
            (string) json_encode([
                $state->power,
                $state->method?->key(),
                $missing,
                array_keys($state->overrides),
                $state->condemned !== null,
                array_map(static fn(TemporaryChange $c): array => [$c->id, $c->allowed], $state->openChanges()),
            ]),
        );
    }

    public function isSame(self $other): bool
    {
        return $this->key === $other->key;
    }

    /**
     * @param BenchState $after how the unit stands with the entry
     *
     * @throws EntryRefused if the entry is old, moves the ground that people stand on, and nobody said that it is still
     *     true
     */
    public static function mustHold(
        Description $supply,
        BenchState $before,
        BenchState $after,
        LogEntry $entry,
        bool $isConfirmed,
    ): void {
        if (
            $entry->waited > self::FRESH &&
            !$isConfirmed &&
            !self::of($supply, $before)->isSame(self::of($supply, $after))
        ) {
            throw EntryRefused::because(
                'still_true',
                sprintf(
                    '"%s" was noted %d minutes before it got here, and power, ledger or gates follow from it. ' .
                        'Is it still true of the unit as it stands? Then confirm it (still_true); otherwise throw ' .
                        'it away and record how the unit stands now.',
                    EntryKinds::named($entry->kind)->line($entry, $supply),
                    intdiv($entry->waited, 60),
                ),
            );
        }
    }
}
