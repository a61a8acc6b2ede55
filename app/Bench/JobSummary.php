<?php

declare(strict_types=1);

namespace App\Bench;

use App\Knowledge\Library;
use App\Models\RepairJob;
use Illuminate\Contracts\Cache\Repository;
use Throwable;

/**
 * What the bench list says of a job. How the unit stands comes from its log; what it waits for needs the engine and is kept until the log grows.
 * Whatever is wrong with one job is said in its own row.
 *
 * @phpstan-type Summary array{supply: string, power: string|null, energised: bool|null, open_changes: int, waits_for: string, closed: bool, handed_back: bool, problem: string|null}
 */
final readonly class JobSummary
{
    private const UNREADABLE = 'How this unit stands cannot be read from its log. Take it for energised until you have looked; storage/logs says what went wrong.';

    public function __construct(private Library $library, private Repository $cache)
    {
    }

    /** @return Summary */
    public function of(RepairJob $job): array
    {
        try {
            if ($job->power === null) {
                JobStanding::make($job);
            }
        } catch (Throwable $e) {
            report($e);

            return ['supply' => self::title($job), 'power' => null, 'energised' => null, 'open_changes' => 0, 'waits_for' => 'a look at its log', 'closed' => false, 'handed_back' => false, 'problem' => self::UNREADABLE];
        }

        return self::standing($job) + ['waits_for' => $this->waitsFor($job), 'problem' => null];
    }

    /** @return Summary */
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
            'problem' => null,
        ];
    }

    /** @return array{supply: string, power: string|null, energised: bool, open_changes: int, closed: bool, handed_back: bool} */
    private static function standing(RepairJob $job): array
    {
        return ['supply' => self::title($job), 'power' => $job->power, 'energised' => $job->power !== 'unplugged', 'open_changes' => (int) $job->open_changes, 'closed' => (bool) $job->is_closed, 'handed_back' => (bool) $job->is_handed_back];
    }

    private function waitsFor(RepairJob $job): string
    {
        $key = sprintf('oculant:job:7:%s:%d', $job->id, (int) $job->entries()->reorder()->max('sequence'));
        $known = $this->cache->get($key);
        if (is_string($known)) {
            return $known;
        }
        try {
            $file = JobFile::open($this->library, $job);
            $waits = $file->workup()->waitsFor();
            // It is not known for good before the faults are.
            if ($file->solvingHere() === null) {
                $this->cache->forever($key, $waits);
            }

            return $waits;
        } catch (Throwable $e) {
            report($e);

            return 'not known: the engine cannot tell';
        }
    }

    private static function title(RepairJob $job): string
    {
        return is_string($job->description['title'] ?? null) ? $job->description['title'] : '';
    }
}
