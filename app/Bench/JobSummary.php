<?php

declare(strict_types=1);

namespace App\Bench;

use App\Knowledge\Library;
use App\Models\RepairJob;
use Illuminate\Contracts\Cache\Repository;

/** What the bench list says of a job. Computed from the log, and kept until the log grows. */
final readonly class JobSummary
{
    public function __construct(private Library $library, private Repository $cache)
    {
    }

    /** @return array{supply: string, power: string, energised: bool, open_changes: int, waits_for: string, closed: bool, handed_back: bool} */
    public function of(RepairJob $job): array
    {
        $key = sprintf('oculant:job:6:%s:%d', $job->id, (int) $job->entries()->reorder()->max('sequence'));
        $known = $this->cache->get($key);
        if (is_array($known)) {
            return $known;
        }
        $file = JobFile::open($this->library, $job);
        $summary = self::ofFile($file);
        // What it waits for is not known before the faults are.
        if ($file->solvingHere() === null) {
            $this->cache->forever($key, $summary);
        }

        return $summary;
    }

    /** @return array{supply: string, power: string, energised: bool, open_changes: int, waits_for: string, closed: bool, handed_back: bool} */
    public static function ofFile(JobFile $file): array
    {
        return [
            'supply' => $file->supply->title,
            'power' => $file->state->power->value,
            'energised' => $file->state->power->isEnergised(),
            'open_changes' => count($file->state->openChanges()),
            'waits_for' => $file->workup()->waitsFor(),
            'closed' => $file->state->closedAt !== null,
            'handed_back' => $file->state->handedBackAt !== null,
        ];
    }
}
