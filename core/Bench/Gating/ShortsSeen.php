<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Gating;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\FuseChecks;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/** What the log says of shorts: a fuse that went, an output that reads shorted, and what was found clear of one. */
final class ShortsSeen
{
    /** Ohms below which an output counts as shorted, unless its load is that heavy. */
    private const SHORT = 1.0;

    /** Share of a load's own resistance below which more than the load is there. */
    private const MORE_THAN_LOAD = 0.3;

    /** True if anything in the log says that a fuse went. */
    public static function fuseBlew(Description $supply, BenchState $state): bool
    {
        $isOpen = static fn(TakenReading $r): bool => ($supply->parts[$r->target] ?? null)?->kind instanceof Fuse &&
            $r->quantity === DeadCheck::RESISTANCE &&
            $r->value > 1000;

        return array_filter($state->fuses, static fn(array $f): bool => $f['state'] !== 'intact') !== [] ||
            in_array('fuse_open', array_column($state->symptoms, 'symptom'), true) ||
            array_filter($state->readings, $isOpen) !== [];
    }

    /**
     * True if the log speaks of a short: a fuse that went, a bang, a cause that shorts, an output that reads shorted.
     */
    public static function hadShort(Description $supply, BenchState $state): bool
    {
        return self::fuseBlew($supply, $state) ||
            array_intersect(['bang', 'smoke'], array_column($state->symptoms, 'symptom')) !== [] ||
            FailureClass::shorts($state->cause['fault'] ?? '') ||
            array_filter(
                array_map(strval(...), array_keys($supply->outputs())),
                static fn(string $id): bool => self::readsShorted($supply, $state, $id),
            ) !== [];
    }

    public static function readsShorted(Description $supply, BenchState $state, string $id): bool
    {
        $reading = self::newest($state, $id, DeadCheck::RESISTANCE);
        if ($reading === null) {
            return false;
        }
        $limit = self::SHORT;
        foreach ($supply->parts as $part) {
            if (
                $part->kind instanceof Consumes &&
                in_array($supply->points[$id]->node, $part->terminals, true) &&
                $part->knows('current') &&
                $part->knows('at')
            ) {
                $limit = min($limit, (self::MORE_THAN_LOAD * abs($part->value('at'))) / $part->value('current'));
            }
        }

        return $reading->value < $limit;
    }

    public static function isCleared(DeadCheck $check, Description $supply, BenchState $state): bool
    {
        $part = explode('.', $check->id)[0];
        foreach (array_reverse($state->readings) as $reading) {
            if ($reading->target === $check->id && $reading->isDeadCheck()) {
                // What was replaced since must be checked anew.
                $isOfNow = !in_array($part, $state->replaced(), true) || in_array($part, $reading->replaced, true);

                return $isOfNow && $reading->value > FuseChecks::clear($check);
            }
        }

        return false;
    }

    /** The newest unpowered reading there in the present state of repair, whatever loads were on. */
    public static function newest(BenchState $state, string $target, string $quantity): ?TakenReading
    {
        foreach (array_reverse($state->readings) as $reading) {
            if (
                $reading->target === $target &&
                $reading->quantity === $quantity &&
                $reading->replaced === $state->replaced() &&
                $state->isSinceWork($reading->entryId)
            ) {
                return $reading;
            }
        }

        return null;
    }
}
