<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Gating;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Looked;
use Oculant\Core\Bench\FuseChecks;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\IsolationStanding;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\InterlockKind;
use Oculant\Core\Supply\MinimumLoad;

/** What is looked at and measured before power comes on, limited or mains. */
final class BeforePower
{
    /** @return list<GateItem> */
    public static function items(Gate $gate, Description $supply, BenchState $state): array
    {
        $items = [
            ...(new IsolationStanding($supply, $state))->items($gate),
            ...OpenChanges::items($gate, $state),
            ...self::fuse($supply, $state),
        ];
        if ($state->repairs !== [] || $state->works !== [] || ShortsSeen::fuseBlew($supply, $state)) {
            foreach (array_map(strval(...), array_keys($supply->outputs())) as $id) {
                if (ShortsSeen::newest($state, $id, DeadCheck::RESISTANCE) === null) {
                    $items[] = new GateItem(
                        "check {$id}",
                        "{$id}, " .
                            "{$supply->points[$id]->name}: ohms to its ground, so that it does not start into a short.",
                        'check',
                        $id,
                    );
                } elseif (ShortsSeen::readsShorted($supply, $state, $id)) {
                    $items[] = new GateItem(
                        "check {$id}",
                        "{$id}, {$supply->points[$id]->name}, reads shorted.",
                        'check',
                        $id,
                    );
                }
            }
        }
        foreach ($state->replaced() as $ref) {
            if (self::hasPolarity($supply->part($ref)) && !isset($state->looked["polarity {$ref}"])) {
                $items[] = new GateItem(
                    "look polarity {$ref}",
                    sprintf(
                        'Look at the polarity of the new %s: %s, against the board, its neighbours and its twin.',
                        $ref,
                        $supply->part($ref)->kind->profile()->mark,
                    ),
                    'look',
                    "polarity {$ref}",
                );
            }
        }
        foreach (array_keys($state->recapped) as $ref) {
            if (!isset($state->looked["polarity {$ref}"])) {
                $items[] = new GateItem(
                    "look polarity {$ref}",
                    "Look at the polarity of the new {$ref}: its mark against the board.",
                    'look',
                    "polarity {$ref}",
                );
            }
        }

        return [...$items, ...self::interlocks($supply, $state)];
    }

    /**
     * On a bench a unit is out of its equipment: what joined its sense leads or gave it its load there is not here by
     * itself.
     *
     * @return list<GateItem>
     */
    public static function interlocks(Description $supply, BenchState $state): array
    {
        $items = [];
        foreach ($supply->interlocks as $k => $interlock) {
            $load = MinimumLoad::of($supply, $interlock);
            if ($load === null && !in_array($interlock->kind, [InterlockKind::Sense, InterlockKind::Jumper], true)) {
                continue;
            }
            if (!isset($state->looked["interlock {$k}"])) {
                $items[] = new GateItem(
                    "look interlock {$k}",
                    rtrim(rtrim($interlock->what, '.') . ": {$interlock->how}", '.') .
                        '. ' .
                        ($load?->sentence() ?? rtrim("Without it {$interlock->without}", '.') . '.'),
                    'look',
                    "interlock {$k}",
                );
            }
        }

        return $items;
    }

    /** @return list<GateItem> dead checks that a new fuse waits for */
    public static function fuse(Description $supply, BenchState $state): array
    {
        $open = ShortsSeen::fuseBlew($supply, $state)
            ? array_filter(
                FuseChecks::of($supply),
                static fn(DeadCheck $c): bool => !ShortsSeen::isCleared($c, $supply, $state),
            )
            : [];

        return array_values(
            array_map(
                static fn(DeadCheck $c): GateItem => new GateItem(
                    "check {$c->id}",
                    sprintf('A fuse went: %s must read no short (%s).', $c->where, $c->id),
                    'check',
                    $c->id,
                ),
                $open,
            ),
        );
    }

    /** @return list<GateItem> */
    public static function closed(BenchState $state): array
    {
        $isOff = array_filter($state->taken, static fn(array $t): bool => !$t['refitted'] && $t['kind'] === 'shield');
        $items = array_map(
            static fn(array $t): GateItem => new GateItem(
                "refit {$t['entry']}",
                "{$t['text']} ({$t['where']}) is still off.",
                'refit',
                $t['entry'],
            ),
            array_values($isOff),
        );
        if (
            ($state->repairs !== [] || $state->works !== [] || $state->taken !== []) &&
            !isset($state->looked[Looked::CLOSED])
        ) {
            $items[] = new GateItem(
                'look ' . Looked::CLOSED,
                'Shields, insulating sheets, sleeves and the earth wire back in their places?',
                'look',
                Looked::CLOSED,
            );
        }

        return $items;
    }

    /** @return list<GateItem> */
    public static function limiterFirst(Description $supply, BenchState $state): array
    {
        return ShortsSeen::hadShort($supply, $state) && $state->limitedWith !== $state->replaced()
            ? [
                new GateItem(
                    'limiter',
                    'There was a short in it: limited power first, as it now stands.',
                    'power',
                    PowerState::Limited->value,
                ),
            ]
            : [];
    }

    private static function hasPolarity(Part $part): bool
    {
        return $part->has('plus') && $part->has('minus');
    }
}
