<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use Illuminate\Support\Carbon;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Cause;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;

/**
 * How the unit of a job stands, from its log alone: kept with the job whenever the log grows, so that a list needs no
 * engine.
 */
final readonly class JobStanding
{
    /**
     * Kept by JobLog in the same transaction as the entry.
     *
     * @param list<LogEntry> $log      the whole log
     * @param int            $sequence of its newest entry; 0 while there is none
     */
    public static function keep(RepairJob $job, Description $supply, BenchState $state, array $log, int $sequence): void
    {
        $isBack = $state->handedBackAt !== null;
        $cause = $state->closedAt === null ? null : $state->cause;
        $job->forceFill([
            'power' => $state->power->value,
            'open_changes' => count($state->openChanges()),
            'is_closed' => $state->closedAt !== null,
            'is_handed_back' => $isBack,
            'last_sequence' => $sequence,
            'closed_at' => $state->closedAt === null ? null : Carbon::parse($state->closedAt)->utc(),
            'found' =>
                $cause === null || $cause['kind'] === Cause::NONE
                    ? null
                    : mb_substr(
                        $cause['kind'] === Cause::PART
                            ? "{$cause['part']}:{$cause['fault']}"
                            : "{$cause['kind']}:{$cause['place']}",
                        0,
                        150,
                    ),
            'found_title' =>
                $cause === null ? null : mb_substr(implode(', ', array_filter(Cause::words($supply, $cause))), 0, 255),
            'causes' => min(
                65535,
                count(array_filter($log, static fn(LogEntry $entry): bool => $entry->kind === 'cause')),
            ),
            'place' => match (true) {
                $state->power->isEnergised() => RepairJob::ENERGISED,
                $isBack => RepairJob::BACK,
                default => RepairJob::HERE,
            },
        ])->saveQuietly();
    }

    /** Of a job from before this was kept, or one that was taken in. */
    public static function make(RepairJob $job): void
    {
        $records = array_values($job->entries()->with('user')->get()->all());
        $log = array_map(static fn(LogEntryRecord $r): LogEntry => $r->toEntry(), $records);
        $supply = DescriptionReader::fromArray($job->description);
        self::keep(
            $job,
            $supply,
            Fold::of($supply, $log),
            $log,
            $records === [] ? 0 : $records[count($records) - 1]->sequence,
        );
    }
}
