<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use InvalidArgumentException;
use Oculant\Core\Supply\Description;
use OutOfBoundsException;

/** Whether a log means under a new description what it meant under the old one: every place, part and lead. */
final class Continuity
{
    /**
     * @param list<LogEntry> $log
     *
     * @throws EntryRefused naming the entry, part or lead
     */
    public static function mustHold(Description $old, Description $new, array $log): void
    {
        foreach ($log as $entry) {
            try {
                EntryKinds::named($entry->kind)->line($entry, $new);
            } catch (OutOfBoundsException | InvalidArgumentException) {
                throw self::missing(EntryKinds::named($entry->kind)->line($entry, $old));
            }
        }
        $state = Fold::of($new, $log);
        foreach ($state->readings as $reading) {
            if (!isset($new->modes[$reading->mode]) || !self::isThere($reading, $new)) {
                throw self::missing("{$reading->target}, {$old->mode($reading->mode)->name}");
            }
            if (!$reading->isDeadCheck()) {
                self::mustLieThere($old, $new, $reading->target);
            }
        }
        foreach (
            [$state->replaced(), array_column($state->tested, 'part'), array_column($state->findings, 'part')]
            as $refs
        ) {
            foreach ($refs as $ref) {
                if (!isset($new->parts[$ref])) {
                    throw self::missing($ref);
                }
            }
        }
        if (!isset($new->modes[$state->mode])) {
            throw self::missing($old->mode($state->mode)->name);
        }
    }

    private static function isThere(TakenReading $reading, Description $new): bool
    {
        try {
            $reading->stood($new);
            if ($reading->isDeadCheck()) {
                return $new->deadCheck($reading->target) !== null;
            }
            $new->point($reading->target);

            return true;
        } catch (OutOfBoundsException | InvalidArgumentException) {
            return false;
        }
    }

    /**
     * The leads were on certain pins: under the same name they must be on them still.
     *
     * @throws EntryRefused
     */
    private static function mustLieThere(Description $old, Description $new, string $target): void
    {
        [$was, $is] = [$old->point($target), $new->point($target)];
        foreach ([[$was->node, $is->node], [$was->against, $is->against]] as [$before, $now]) {
            foreach ($old->parts as $ref => $part) {
                foreach ($part->terminals as $pin => $node) {
                    $there = $new->parts[$ref]->terminals[$pin] ?? null;
                    if ($node === $before && $there !== null && $there !== $now) {
                        throw EntryRefused::because(
                            'description',
                            sprintf(
                                '%1$s was measured with a lead on %2$s.%3$s, and in this description %1$s lies ' .
                                    'elsewhere. Give it another name, and keep the point that was measured.',
                                $target,
                                $ref,
                                $pin,
                            ),
                        );
                    }
                }
            }
        }
    }

    private static function missing(string $what): EntryRefused
    {
        return EntryRefused::because(
            'description',
            sprintf(
                'The log of this job speaks of "%s", which is not in this description any more. Keep what was ' .
                    'measured and worked on in it, under the names that it had.',
                $what,
            ),
        );
    }
}
