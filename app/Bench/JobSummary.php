<?php

declare(strict_types=1);

namespace App\Bench;

use App\Knowledge\Solutions;
use App\Models\RepairJob;
use Illuminate\Support\Carbon;
use Throwable;

/**
 * What the bench list says of a job, from its row alone. How the unit stands was kept when its log grew; what it waits
 * for needs the engine and is kept once somebody asked. Whatever is wrong with one job is said in its own row.
 *
 * @phpstan-type Summary array{supply: string, power: string|null, energised: bool|null, open_changes: int,
 *     waits_for: string, closed: bool, handed_back: bool, problem: string|null}
 */
final readonly class JobSummary
{
    private const UNREADABLE =
        'How this unit stands cannot be read from its log. Take it for energised until you have looked; ' .
        'storage/logs says what went wrong.';

    /** Seconds for which it stands what a job waits for while its faults are still being solved. */
    private const PROVISIONAL = 30;

    public function __construct(private Solutions $solutions) {}

    /** @return Summary */
    public function of(RepairJob $job): array
    {
        try {
            if ($job->power === null) {
                JobStanding::make(self::whole($job));
                $job->refresh();
            }
        } catch (Throwable $e) {
            report($e);

            return [
                'supply' => $job->supply_title,
                'power' => null,
                'energised' => null,
                'open_changes' => 0,
                'waits_for' => 'a look at its log',
                'closed' => false,
                'handed_back' => false,
                'problem' => self::UNREADABLE,
            ];
        }

        return [
            'supply' => $job->supply_title,
            'power' => $job->power,
            'energised' => $job->power !== 'unplugged',
            'open_changes' => (int) $job->open_changes,
            'waits_for' => self::isOfThisLog($job) ? (string) $job->waits_for : 'not worked out yet',
            'closed' => (bool) $job->is_closed,
            'handed_back' => (bool) $job->is_handed_back,
            'problem' => null,
        ];
    }

    /**
     * Of a job that is open; what it waits for is kept with it.
     *
     * @return Summary
     */
    public static function ofFile(JobFile $file): array
    {
        // What is only practised on stands in no list, and what it waits for is not to be told.
        $waits = $file->job->isPractice() ? '' : $file->workup()->choice->waitsFor();
        if (!$file->job->isPractice()) {
            self::keep($file, $waits);
        }

        return [
            'supply' => $file->supply->title,
            'power' => $file->state->power->value,
            'energised' => $file->state->power->isEnergised(),
            'open_changes' => count($file->state->openChanges()),
            'waits_for' => $waits,
            'closed' => $file->state->closedAt !== null,
            'handed_back' => $file->state->handedBackAt !== null,
            'problem' => null,
        ];
    }

    /** Whether what is kept of what it waits for is of this log and of this program. */
    public static function isCurrent(RepairJob $job): bool
    {
        return in_array(
            $job->waits_as_of,
            [self::asOf($job->last_sequence), self::asOf($job->last_sequence, self::now())],
            true,
        );
    }

    /** Whether it is of this log, though more may be known of the faults by now. */
    private static function isOfThisLog(RepairJob $job): bool
    {
        return $job->waits_as_of !== null &&
            preg_replace('/^([^:]*:[^:]*):.*$/', '$1', $job->waits_as_of) === self::asOf($job->last_sequence);
    }

    /** Works out what a job waits for; a job that cannot be opened says so until its log grows. */
    public function workOut(RepairJob $job): void
    {
        try {
            self::ofFile(JobFile::open($this->solutions, self::whole($job)));
        } catch (Throwable $e) {
            report($e);
            RepairJob::query()
                ->whereKey($job->id)
                ->toBase()
                ->update([
                    'waits_for' => 'not known: the engine cannot tell',
                    'waits_as_of' => self::asOf($job->last_sequence),
                ]);
        }
        $job->refresh();
    }

    private static function keep(JobFile $file, string $waits): void
    {
        // It is not known for good before the faults are.
        $asOf = self::asOf($file->lastSequence(), $file->solvingHere() === null ? null : self::now());
        if ($file->job->waits_as_of !== $asOf || $file->job->waits_for !== $waits) {
            // Not by way of the model: an entry that came meanwhile has the row by now.
            RepairJob::query()
                ->withPractice()
                ->whereKey($file->job->id)
                ->toBase()
                ->update(['waits_for' => mb_substr($waits, 0, 500), 'waits_as_of' => $asOf]);
        }
    }

    private static function asOf(int $sequence, ?int $until = null): string
    {
        return sprintf('%s:%d', config()->string('oculant.build'), $sequence) . ($until === null ? '' : ":{$until}");
    }

    private static function now(): int
    {
        return intdiv((int) Carbon::now()->getTimestamp(), self::PROVISIONAL);
    }

    /** The list reads rows without their descriptions. */
    private static function whole(RepairJob $job): RepairJob
    {
        return RepairJob::query()->with('user')->findOrFail($job->id);
    }
}
