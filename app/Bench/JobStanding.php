<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Supply\DescriptionReader;

/** How the unit of a job stands, from its log alone: kept with the job whenever the log grows, so that a list needs no engine. */
final readonly class JobStanding
{
    /**
     * Kept by JobLog in the same transaction as the entry.
     *
     * @param int $sequence of the newest entry; 0 while there is none
     */
    public static function keep(RepairJob $job, BenchState $state, int $sequence): void
    {
        $isBack = $state->handedBackAt !== null;
        $job->forceFill([
            'power' => $state->power->value, 'open_changes' => count($state->openChanges()), 'is_closed' => $state->closedAt !== null, 'is_handed_back' => $isBack,
            'last_sequence' => $sequence,
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
        $log = array_map(static fn(LogEntryRecord $r) => $r->toEntry(), $records);
        self::keep($job, Fold::of(DescriptionReader::fromArray($job->description), $log), $records === [] ? 0 : $records[count($records) - 1]->sequence);
    }
}
