<?php

declare(strict_types=1);

namespace App\Proving;

use App\Bench\JobFile;
use App\Bench\JobLog;
use App\Instruments\InstrumentFailed;
use App\Instruments\OffMark;
use App\Instruments\Rack;
use App\Instruments\Setting;
use App\Models\Run;
use Illuminate\Support\Facades\DB;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Proving\Heat\SteadyState;
use Oculant\Core\Proving\Instrument\AnswerUnreadable;
use Oculant\Core\Proving\Soak\SoakPlan;
use Oculant\Core\Proving\Soak\Summary;
use Oculant\Core\Proving\Soak\Watch;

/**
 * Watches a run, one step at a time: collects what the instruments have, keeps it, sets the loads of each stage, raises
 * alarms, and ends it. Everything it knows is in the database, so that it may be killed at any moment and another goes
 * on.
 *
 * @phpstan-import-type SummaryLine from Summary
 */
final readonly class Watchman
{
    /** Seconds for which a run is one watchman's alone. */
    private const LEASE = 8.0;

    private const AT_ONCE = 1500;

    /** Seconds by which the loads of a stage may be late without a word. */
    private const LATE = 120.0;

    /** Intervals without a reading that are a gap. */
    private const GAP = 3;

    public function __construct(
        private Runs $runs,
        private Rack $rack,
        private OpenJobs $jobs,
        private SampleStore $samples,
        private JobLog $log,
        private OffMark $off,
    ) {}

    /** One step of a run that is under way; does nothing if another watchman has it. */
    public function tick(string $runId, string $me): void
    {
        $now = microtime(true);
        $leased = Run::query()
            ->whereKey($runId)
            ->running()
            ->where(
                static fn($q) => $q
                    ->where('leased_by', $me)
                    ->orWhereNull('leased_until')
                    ->orWhere('leased_until', '<', $now),
            )
            ->update(['leased_by' => $me, 'leased_until' => $now + self::LEASE]);
        // An update that changes nothing counts for nothing: ask who has it.
        $run = Run::query()->with('job', 'user')->whereKey($runId)->running()->where('leased_by', $me)->first();
        if (($leased === 0 && $run === null) || $run === null) {
            return;
        }
        if ($this->off->isAfter($run->job->workshop_id, $run->started_at)) {
            $this->runs->stopAfterOff($run);

            return;
        }
        $file = $this->jobs->of($run->job);
        try {
            $run->kind === 'starts'
                ? (new StartsWatch($this->runs, $this->rack, $this->samples, $this->log, $this->off))->tick($run, $file)
                : $this->soak($run, $file);
        } catch (InstrumentFailed $e) {
            // A load that cannot be set is tried again at the next look; until then the stage has not begun.
            Run::query()
                ->whereKey($run->id)
                ->running()
                ->update(['message' => $e->getMessage()]);
        } catch (EntryRefused $e) {
            // The job was closed or handed back meanwhile.
            $this->loadsOff($run, $file);
            Run::query()
                ->whereKey($run->id)
                ->running()
                ->update(['state' => Run::STOPPED, 'message' => $e->getMessage(), 'ended_at' => $this->runs->now()]);
        }
    }

    private function soak(Run $run, JobFile $file): void
    {
        $plan = SoakPlan::of($run->plan, $file->supply->mainsVoltage);
        $elapsed = $this->runs->now() - $run->started_at;
        $stage = $plan->stageAt(min($elapsed, $this->reached($run, $plan)));
        if ($stage !== null && $stage !== $run->stage) {
            $this->enter($run, $file, $plan, $stage, $elapsed - $plan->startOf($stage));
        }
        $gaps = $run->gaps;
        try {
            [$scans, $next, $base] = $this->collect($run, $file, $plan, $elapsed, $gaps);
            $message = null;
        } catch (InstrumentFailed | AnswerUnreadable $e) {
            [$scans, $next, $base, $message] = [[], $run->next_scan, $run->memory_base, $e->getMessage()];
        }
        $watch = Watch::resumed($plan, $run->watch);
        $alarms = [];
        foreach ($scans as $second => $values) {
            foreach ($watch->scan($values) as $alarm) {
                $alarms[] = [
                    'second' => $second,
                    'channel' => $alarm['channel'],
                    'sentence' => $alarm['sentence'],
                    'load_off' => $plan->loadOffOnAlarm,
                ];
            }
        }
        $stops = $alarms !== [] && $plan->loadOffOnAlarm;
        if ($stops) {
            $this->loadsOff($run, $file);
        }
        $isOver =
            !$stops &&
            ($next * $plan->interval >= $plan->seconds() || ($run->kind === 'heat' && $this->isSteady($run, $plan)));
        if ($isOver) {
            $this->loadsOff($run, $file);
        }
        DB::transaction(function () use (
            $run,
            $file,
            $plan,
            $scans,
            $next,
            $base,
            $message,
            $watch,
            $alarms,
            $gaps,
            $stops,
            $isOver,
        ): void {
            $fresh = Run::query()->lockForUpdate()->findOrFail($run->id);
            if (!$fresh->isRunning() || $fresh->next_scan !== $run->next_scan) {
                return;
            }
            $this->samples->keep($run->number, $scans);
            $fresh->update(
                [
                    'next_scan' => $next,
                    'memory_base' => $base,
                    'message' => $message,
                    'watch' => $watch->toArray(),
                    'alarms' => [...$fresh->alarms, ...$alarms],
                    'gaps' => $gaps,
                ] +
                    ($stops || $isOver
                        ? [
                            'state' => $stops ? Run::STOPPED : Run::ENDED,
                            'ended_at' => $run->started_at + $next * $plan->interval,
                        ]
                        : []),
            );
            foreach (array_slice($gaps, count($run->gaps)) as $gap) {
                $this->runs->tell(
                    $run,
                    'gap',
                    sprintf('%d s without a reading: %s', $gap['to'] - $gap['from'], $gap['why']),
                );
            }
            foreach ($alarms as $alarm) {
                $this->runs->tell($run, 'alarm', $alarm['sentence'] . ($stops ? ' Loads off.' : ''));
            }
            // However often it comes here: the log tells an end once.
            if (($stops || $isOver) && !$this->runs->hasEnded($run)) {
                $summary = $this->summary($run, $plan);
                $this->runs->tell(
                    $run,
                    $stops ? 'stopped' : 'ended',
                    $stops
                        ? 'by an alarm'
                        : ($run->kind === 'heat' && $next * $plan->interval < $plan->seconds()
                            ? 'every part has come to rest'
                            : 'all stages done'),
                    $summary,
                );
                $this->keepHeat($run, $plan, $file);
            }
        }, 3);
    }

    /** @return float seconds up to which scans have been kept */
    private function reached(Run $run, SoakPlan $plan): float
    {
        return $run->next_scan * $plan->interval;
    }

    /** @param float $late seconds after the stage should have begun */
    private function enter(Run $run, JobFile $file, SoakPlan $plan, int $stage, float $late): void
    {
        $instruments = $this->runs->instruments($file);
        foreach ($run->plan['loads'] as $load) {
            $instrument = $instruments[$load['instrument']] ?? null;
            if ($instrument !== null && !$this->off->isAfter($run->job->workshop_id, $run->started_at)) {
                $this->rack
                    ->driver($instrument)
                    ->apply(Setting::load($load['amperes'] * $plan->stages[$stage]->share, $load['input']));
            }
        }
        $text =
            $plan->stages[$stage]->title .
            ($stage > 0 && $late > self::LATE
                ? sprintf(', %d min late: nobody was watching, and the loads stood as before', (int) round($late / 60))
                : '');
        DB::transaction(function () use ($run, $stage, $text): void {
            Run::query()
                ->whereKey($run->id)
                ->update(['stage' => $stage]);
            $this->runs->tell($run, 'stage', $text);
        }, 3);
        $run->stage = $stage;
    }

    /**
     * @param list<array{from: int, to: int, why: string}> $gaps
     *
     * @return array{array<int, array<int, float>>, int, int} values by second and channel; number of the next scan;
     *     scan of the run at which the instrument's memory begins
     */
    private function collect(Run $run, JobFile $file, SoakPlan $plan, float $elapsed, array &$gaps): array
    {
        $memory = $this->runs->memoryOf($file, $run->plan);
        if ($memory === null) {
            return $this->readNow($run, $file, $plan, $elapsed, $gaps);
        }
        [$instrument, $inputs, $numbers] = $memory;
        $driver = $this->rack->driver($instrument);
        $have = $run->memory_base + $driver->scans();
        if ($have < $run->next_scan || $have === $run->memory_base) {
            // It lost its memory: it begins anew, and what lies between is a gap.
            $driver->begin($inputs, $plan->interval);
            $base = (int) ceil($elapsed / $plan->interval);
            if ($base > $run->next_scan) {
                $gaps[] = [
                    'from' => (int) ($run->next_scan * $plan->interval),
                    'to' => (int) ($base * $plan->interval),
                    'why' => "{$instrument->name} had lost its memory",
                ];
            }

            return [[], $base, $base];
        }
        // Not past the end of this stage: the loads of the next are set before its scans are taken for its own.
        $last = (int) ceil(($plan->startOf($run->stage) + $plan->stages[$run->stage]->seconds) / $plan->interval);
        $count = max(0, min(self::AT_ONCE, min($have, $last) - $run->next_scan));
        $scans = [];
        foreach (
            $count === 0 ? [] : $driver->collect($run->next_scan - $run->memory_base, $count, count($inputs))
            as $k => $row
        ) {
            $second = (int) (($run->next_scan + $k) * $plan->interval);
            foreach ($row as $column => $measured) {
                // A sensor without a value leaves a hole, not a number.
                if ($measured->isValue()) {
                    $scans[$second][$numbers[$column]] = $measured->value;
                }
            }
        }
        if ($scans !== [] && $have - $run->next_scan <= self::AT_ONCE) {
            $newest = (int) array_key_last($scans);
            $scans[$newest] += $this->others($file, $plan, $numbers);
        }

        return [$scans, $run->next_scan + $count, $run->memory_base];
    }

    /**
     * @param list<array{from: int, to: int, why: string}> $gaps
     *
     * @return array{array<int, array<int, float>>, int, int}
     */
    private function readNow(Run $run, JobFile $file, SoakPlan $plan, float $elapsed, array &$gaps): array
    {
        $due = (int) floor($elapsed / $plan->interval);
        if ($due < $run->next_scan) {
            return [[], $run->next_scan, 0];
        }
        $values = $this->others($file, $plan, []);
        if ($due - $run->next_scan >= self::GAP && $values !== []) {
            $gaps[] = [
                'from' => (int) ($run->next_scan * $plan->interval),
                'to' => (int) ($due * $plan->interval),
                'why' => 'nobody was watching',
            ];
        }

        return [$values === [] ? [] : [(int) ($due * $plan->interval) => $values], $due + 1, 0];
    }

    /**
     * Channels of instruments without a memory, read now.
     *
     * @param list<int> $without numbers of channels that are read otherwise
     *
     * @return array<int, float> by channel
     */
    private function others(JobFile $file, SoakPlan $plan, array $without): array
    {
        $instruments = $this->runs->instruments($file);
        $values = [];
        foreach ($plan->channels as $number => $channel) {
            $instrument = $instruments[$channel->instrument ?? ''] ?? null;
            if ($instrument !== null && !in_array($number, $without, true)) {
                $measured = $this->rack->driver($instrument)->read($channel->quantity, $channel->input);
                if ($measured->isValue()) {
                    $values[$number] = $measured->value;
                }
            }
        }

        return $values;
    }

    private function loadsOff(Run $run, JobFile $file): void
    {
        $instruments = $this->runs->instruments($file);
        foreach (array_unique(array_column($run->plan['loads'] ?? [], 'instrument')) as $id) {
            try {
                isset($instruments[$id]) ? $this->rack->driver($instruments[$id])->off() : null;
            } catch (InstrumentFailed $e) {
                Run::query()
                    ->whereKey($run->id)
                    ->update(['message' => $e->getMessage()]);
            }
        }
    }

    private function isSteady(Run $run, SoakPlan $plan): bool
    {
        $parts = array_filter(
            $plan->channels,
            static fn($c): bool => $c->quantity === 'celsius' && $c->target !== 'room',
        );
        foreach (array_keys($parts) as $number) {
            $curve = $this->samples->curve($run->number, $number);
            if ($curve === [] || !SteadyState::of($curve)->isSteady) {
                return false;
            }
        }

        return $parts !== [];
    }

    /** @return list<SummaryLine> */
    private function summary(Run $run, SoakPlan $plan): array
    {
        $totals = $this->samples->totals($run->number);
        $newest = $this->samples->newest($run->number);
        $rows = [];
        foreach (array_keys($plan->channels) as $number) {
            $rows[] = ($totals[$number] ?? ['low' => 0.0, 'high' => 0.0, 'mean' => 0.0, 'count' => 0]) + [
                'last' => $newest[$number] ?? NAN,
                'curve' => $this->samples->curve($run->number, $number),
            ];
        }

        return Summary::of($plan, $rows);
    }

    /**
     * What came to rest goes into the log as a temperature like any other; a part that is still warming up says nothing
     * about itself.
     */
    private function keepHeat(Run $run, SoakPlan $plan, JobFile $file): void
    {
        $newest = $this->samples->newest($run->number);
        $room = 22.0;
        foreach ($plan->channels as $number => $channel) {
            $room = $channel->target === 'room' && isset($newest[$number]) ? $newest[$number] : $room;
        }
        foreach ($plan->channels as $number => $channel) {
            $curve =
                $channel->quantity === 'celsius' && isset($file->supply->parts[$channel->target], $newest[$number])
                    ? $this->samples->curve($run->number, $number)
                    : [];
            if ($curve !== [] && SteadyState::of($curve)->isSteady) {
                $this->log->add(
                    $run->job,
                    $run->user,
                    'heat',
                    [
                        'part' => $channel->target,
                        'text' => sprintf('%.1fC', $newest[$number]),
                        'room' => sprintf('%.1fC', $room),
                    ],
                    "run {$run->number}",
                    isOwnWork: true,
                );
            }
        }
    }
}
