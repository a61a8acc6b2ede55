<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Supply\Description;

/** Turns a description and a log into the bench state: the same two give the same state on every machine. */
final class Fold
{
    /** @param list<LogEntry> $log in the order in which the server took them */
    public static function of(Description $supply, array $log): BenchState
    {
        $state = new BenchState($supply->mode(null)->id);
        foreach ($log as $entry) {
            if ($entry->kind === 'strike') {
                EntryKinds::named('strike')->apply($entry, $state);
            }
        }
        foreach ($log as $entry) {
            if ($entry->kind !== 'strike' && !isset($state->struck[$entry->id])) {
                EntryKinds::named($entry->kind)->apply($entry, $state);
                $state->entries[] = $entry->id;
            } elseif ($entry->kind === 'power') {
                // Whether it was energised then is in doubt: what was measured empty before that proves nothing any
                // more.
                $state->residuals = [];
            }
        }

        return $state;
    }
}
