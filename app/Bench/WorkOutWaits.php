<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\RepairJob;
use Illuminate\Contracts\Queue\ShouldBeUnique;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Works out what jobs wait for whose log grew, or of whose faults more is known, since anybody looked. */
final class WorkOutWaits implements ShouldBeUnique, ShouldQueue
{
    use Queueable;

    public int $timeout = 120;

    public int $tries = 1;

    /** Seconds after which another may be asked for though this one was never finished. */
    public int $uniqueFor = 60;

    /** @param list<string> $jobs ids */
    public function __construct(public readonly string $workshop, public readonly array $jobs) {}

    public function uniqueId(): string
    {
        return $this->workshop;
    }

    public function handle(JobSummary $summary): void
    {
        foreach (RepairJob::query()->whereKey($this->jobs)->get(RepairJob::LISTED) as $job) {
            if (!JobSummary::isCurrent($job)) {
                $summary->workOut($job);
            }
        }
    }
}
