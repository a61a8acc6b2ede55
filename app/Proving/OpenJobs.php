<?php

declare(strict_types=1);

namespace App\Proving;

use App\Bench\JobFile;
use App\Knowledge\Solutions;
use App\Models\RepairJob;

/**
 * The jobs of runs under way, opened once and again only when their log has grown: a watchman looks several times a
 * second.
 */
final class OpenJobs
{
    private const KEPT = 20;

    /** @var array<string, JobFile> */
    private array $files = [];

    public function __construct(private readonly Solutions $solutions) {}

    public function of(RepairJob $job): JobFile
    {
        $known = $this->files[$job->id] ?? null;
        if ($known === null || $known->lastSequence() !== $job->last_sequence) {
            unset($this->files[$job->id]);
            $this->files = array_slice($this->files, -self::KEPT + 1, null, true) + [
                $job->id => JobFile::open($this->solutions, $job),
            ];
        }

        return $this->files[$job->id];
    }
}
