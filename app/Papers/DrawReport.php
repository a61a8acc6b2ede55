<?php

declare(strict_types=1);

namespace App\Papers;

use App\Models\RepairJob;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Draws the report of a job as PDF. */
final class DrawReport implements ShouldQueue
{
    use Queueable;

    public int $timeout = 120;

    public int $tries = 1;

    public function __construct(public readonly string $job_id) {}

    public function handle(Paper $paper): void
    {
        $paper->draw(RepairJob::query()->findOrFail($this->job_id));
    }
}
