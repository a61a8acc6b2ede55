<?php

declare(strict_types=1);

namespace App\Bench;

use App\Library\WorkshopHistory;
use App\Models\Photo;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Support\Facades\Gate;

/**
 * Answers of the bench that nothing can change but what their mark is made of: the log, the program, what the workshop
 * found elsewhere, photographs that are being drawn, and what whoever asks may do. Only an answer made with everything
 * solved gets its mark.
 */
final readonly class KeptBench
{
    private const DAYS = 7;

    public function __construct(private Repository $cache, private WorkshopHistory $history) {}

    public function mark(RepairJob $job, User $user): string
    {
        $supply = $job->supply()->first(['id', 'workshop_id', 'parent_id', 'history_from']);

        return hash(
            'xxh128',
            json_encode(
                [
                    config('oculant.build'),
                    config('oculant.engine'),
                    $job->id,
                    $job->last_sequence,
                    $job->updated_at?->getTimestamp(),
                    // Hints are no entries, and neither is what would have hurt.
                    [count($job->practice->hints ?? []), count($job->practice->lines ?? [])],
                    Gate::forUser($user)->allows('log', $job),
                    Gate::forUser($user)->allows('override', $job),
                    $supply === null ? [] : [$this->history->of($supply, $job->id), $this->history->elsewhere($supply)],
                    Photo::query()
                        ->where('repair_job_id', $job->id)
                        ->toBase()
                        ->orderBy('id')
                        ->get(['id', 'state', 'width', 'height']),
                ],
                JSON_THROW_ON_ERROR,
            ),
        );
    }

    /** The answer as it was sent. */
    public function of(string $mark): ?string
    {
        $kept = $this->cache->get("oculant:bench:{$mark}");

        return is_string($kept) ? (string) gzinflate($kept) : null;
    }

    public function keep(string $mark, string $answer): void
    {
        $this->cache->put("oculant:bench:{$mark}", (string) gzdeflate($answer, 1), now()->addDays(self::DAYS));
    }
}
