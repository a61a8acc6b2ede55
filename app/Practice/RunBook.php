<?php

declare(strict_types=1);

namespace App\Practice;

use App\Bench\HiddenUnit;
use App\Bench\HiddenUnits;
use App\Bench\JobStanding;
use App\Knowledge\Solutions;
use App\Models\LogEntryRecord;
use App\Models\PracticeRun;
use App\Models\RepairJob;
use Closure;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Grade;
use Oculant\Core\Practice\Incident;
use Oculant\Core\Practice\Run;
use Oculant\Core\Practice\Spoken;
use Oculant\Core\Practice\Step;
use Oculant\Core\Supply\Description;

/**
 * Runs and the benches that they stand on: a run is the log of its bench and what stands beside it, and is taken up
 * again from both.
 *
 * @phpstan-type PracticeLine array{
 *     // what was done; empty of what made no entry
 *     line: string,
 *     said: string,
 *     taken: bool,
 * }
 *
 * @phpstan-type PracticeHint array{
 *     depth: string,
 *     said: string,
 * }
 *
 * @phpstan-type PracticeBench array{
 *     run: string,
 *     story: string,
 *     // newest last
 *     told: list<PracticeLine>,
 *     hints: list<PracticeHint>,
 *     minutes: float,
 *     over: bool,
 * }
 */
final readonly class RunBook implements HiddenUnits
{
    private const DAYS = 7;

    /** Of what was told the bench shows so much. */
    private const TOLD = 12;

    public function __construct(private Solutions $solutions, private Repository $cache) {}

    /** @throws EntryRefused if its faults are not solved just now */
    public function of(RepairJob $job): HiddenUnit
    {
        $kept = $job->practice ?? throw EntryRefused::because('id', 'This job is no practice.');

        return new SetUnit(
            $this,
            $kept,
            $this->run($kept, $job),
            (int) $job->entries()->max('sequence'),
            (int) $kept->created_at?->getTimestamp(),
        );
    }

    /** @throws EntryRefused if its faults are not solved just now */
    public function run(PracticeRun $kept, RepairJob $job): Run
    {
        $exercise = Exercise::of($kept->exercise);

        return new Run(
            $exercise,
            $this->knowledge($exercise->supply),
            array_map(
                static fn(LogEntryRecord $r): LogEntry => $r->toEntry(),
                array_values($job->entries()->with('user')->get()->all()),
            ),
            array_map(Step::of(...), $kept->steps),
            array_map(
                static fn(array $i): Incident => new Incident($i['kind'], $i['sentence']),
                $kept->incidents ?? [],
            ),
            array_column($kept->hints ?? [], 'depth'),
            $exercise->unit($this->observed($kept)),
        );
    }

    /** The bench of a run; one from before there were benches gets it with what was done on it. */
    public function bench(PracticeRun $kept): RepairJob
    {
        $job = $kept->job()->with('user')->first();
        if ($job !== null) {
            return $job;
        }
        $exercise = Exercise::of($kept->exercise);
        $run = new Run($exercise, $this->knowledge($exercise->supply), kept: array_map(Step::of(...), $kept->steps));
        $spoken = new Spoken($run);
        foreach (array_slice($kept->lines, 1) as $line) {
            try {
                $spoken->say($line['line']);
            } catch (EntryRefused) {
                // It was refused then as well.
            }
        }

        return $this->put($kept, $run);
    }

    /**
     * Puts a unit on a bench of its own, with what was done at it.
     *
     * @param int $since seconds of Unix time that its log begins at
     */
    public function put(PracticeRun $kept, Run $run, int $since = 0): RepairJob
    {
        return DB::transaction(function () use ($kept, $run, $since): RepairJob {
            $supply = $run->exercise->supply;
            $there = RepairJob::query()->withPractice()->where('practice_run_id', $kept->id)->lockForUpdate()->first();
            if ($there !== null) {
                return $there;
            }
            $number =
                1 +
                RepairJob::query()
                    ->withPractice()
                    ->where('workshop_id', $kept->workshop_id)
                    ->whereNotNull('practice_run_id')
                    ->lockForUpdate()
                    ->count();
            $job = RepairJob::query()->create([
                'workshop_id' => $kept->workshop_id,
                'supply_id' => null,
                'user_id' => $kept->user_id,
                'practice_run_id' => $kept->id,
                'number' => sprintf('P-%03d', $number),
                'unit' => 'Practice',
                'owner' => '',
                'complaint' => $run->exercise->words(),
                'mains' => $supply->written['mains']['voltage'] ?? '',
                'description' => $supply->written,
            ]);
            $later = (int) $kept->created_at?->getTimestamp() - $since;
            foreach ($run->log() as $k => $entry) {
                LogEntryRecord::query()->create([
                    'id' => strtoupper((string) Str::ulid()),
                    'repair_job_id' => $job->id,
                    'user_id' => $kept->user_id,
                    'kind' => $entry->kind,
                    'payload' => $entry->payload,
                    'noted_at' => gmdate('c', $later + (int) strtotime($entry->at)),
                    'received_at' => Carbon::createFromTimestampUTC($later + (int) strtotime($entry->at)),
                    'sequence' => $k + 1,
                    'waited' => 0,
                ]);
            }
            JobStanding::make($job);
            $this->keep($kept, $run);
            $kept->save();

            return $job->setRelation('practice', $kept);
        }, 3);
    }

    /**
     * What became of a run, and what was told.
     *
     * @param array{line?: string, said: string, taken?: bool} $line
     */
    public function write(PracticeRun $kept, Run $run, array $line): void
    {
        $this->keep($kept, $run);
        $kept->lines = [...$kept->lines, $line + ['line' => '', 'taken' => true]];
        $kept->save();
        if ($kept->is_over) {
            PlayBeside::dispatch($kept->id)->onQueue('default');
        }
    }

    private function keep(PracticeRun $kept, Run $run): void
    {
        $grade = $run->isOver() ? Grade::of($run, $this->knowledge($run->exercise->supply)) : null;
        $kept->fill([
            'steps' => array_map(static fn(Step $s): array => $s->toArray(), $run->steps()),
            'incidents' => array_map(
                static fn(Incident $i): array => ['kind' => $i->kind, 'sentence' => $i->sentence],
                $run->beside(),
            ),
            'is_over' => $run->isOver(),
            'figure' => $grade?->figure(),
            'grade' => $grade?->toArray(),
        ]);
    }

    /** @return PracticeBench */
    public static function shown(PracticeRun $kept): array
    {
        return [
            'run' => $kept->id,
            'story' => $kept->lines[0]['said'] ?? '',
            'told' => array_slice(array_slice($kept->lines, 1), -self::TOLD),
            'hints' => $kept->hints ?? [],
            'minutes' => round(array_sum(array_column($kept->steps, 'minutes')), 1),
            'over' => $kept->is_over,
        ];
    }

    /**
     * @throws EntryRefused if it is not solved yet
     */
    public function knowledge(Description $supply): Knowledge
    {
        $knowledge = $this->solutions->of($supply);
        if (!$knowledge->isWhole()) {
            $this->solutions->prepare($supply);
            throw EntryRefused::because(
                'supply',
                'What the faults of this supply do is still being worked out. Come back in a little while.',
            );
        }

        return $knowledge;
    }

    /**
     * A unit is taken up again with every entry: what it does in a state is solved once.
     *
     * @return Closure(string, Closure(): Observation): Observation
     */
    private function observed(PracticeRun $kept): Closure
    {
        $of =
            'oculant:practice:' .
            config('oculant.engine') .
            ':' .
            hash('xxh128', (string) json_encode($kept->exercise));

        return function (string $state, Closure $solve) use ($of): Observation {
            $key = "{$of}:" . hash('xxh128', $state);
            $known = $this->cache->get($key);
            if (!($known instanceof Observation)) {
                $known = $solve();
                $this->cache->put($key, $known, Carbon::now()->addDays(self::DAYS));
            }

            return $known;
        };
    }
}
