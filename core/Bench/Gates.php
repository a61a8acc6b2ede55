<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Bench\Gating\BeforeHandBack;
use Oculant\Core\Bench\Gating\BeforeHandsIn;
use Oculant\Core\Bench\Gating\BeforePower;
use Oculant\Core\Supply\Description;

/**
 * What must be true before hands go in, before power, and before the unit leaves; computed from the log and the
 * description.
 */
final readonly class Gates
{
    /** @return list<GateItem> what is missing, overrides not considered */
    public static function missing(Gate $gate, Description $supply, BenchState $state): array
    {
        return match ($gate) {
            Gate::HandsIn => BeforeHandsIn::items($supply, $state),
            Gate::Limited => BeforePower::items($gate, $supply, $state),
            Gate::Mains => [
                ...BeforePower::items($gate, $supply, $state),
                ...BeforePower::closed($state),
                ...BeforePower::limiterFirst($supply, $state),
            ],
            Gate::HandBack => BeforeHandBack::items($supply, $state),
        };
    }

    /**
     * What keeps a gate shut: a lead's override passes over what was missing then, and over nothing that came since.
     *
     * @return list<GateItem>
     */
    public static function blocking(Gate $gate, Description $supply, BenchState $state): array
    {
        return array_values(
            array_filter(
                self::missing($gate, $supply, $state),
                static fn(GateItem $i): bool => !$i->mayOverride ||
                    !in_array($i->id, $state->overrides[$gate->value]['items'] ?? [], true),
            ),
        );
    }

    /** @throws EntryRefused with everything that is missing */
    public static function mustBeOpen(Gate $gate, string $field, Description $supply, BenchState $state): void
    {
        $blocking = self::blocking($gate, $supply, $state);
        if ($blocking !== []) {
            throw EntryRefused::because(
                $field,
                sprintf(
                    'Not yet (%s): %s',
                    $gate->words(),
                    implode(' ', array_map(static fn(GateItem $i): string => $i->sentence, $blocking)),
                ),
            );
        }
    }

    /** The first open temporary change that may not be there in the present state; null if all is as it should be. */
    public static function violated(BenchState $state): ?TemporaryChange
    {
        $gate = match (true) {
            $state->handedBackAt !== null, $state->closedAt !== null => Gate::HandBack,
            $state->power === PowerState::Live => Gate::Mains,
            $state->power === PowerState::Limited => Gate::Limited,
            default => Gate::HandsIn,
        };
        foreach ($state->openChanges() as $change) {
            if ($change->standing($gate) === Standing::Forbidden) {
                return $change;
            }
        }

        return null;
    }
}
