<?php

declare(strict_types=1);

namespace App\Proving;

use App\Bench\JobFile;
use App\Bench\JobLog;
use App\Instruments\BenchWiring;
use App\Instruments\Rack;
use App\Instruments\Setting;
use App\Models\Instrument;
use App\Models\LogEntryRecord;
use App\Models\Run;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Log;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Soak\Channel;
use Oculant\Core\Proving\Soak\SoakPlan;
use Psr\Clock\ClockInterface;

/** Starts, stops and feeds by hand the runs that the server watches. */
final readonly class Runs
{
    public function __construct(
        private Rack $rack,
        private BenchWiring $bench,
        private JobLog $log,
        private ClockInterface $clock,
        private SampleStore $samples,
    ) {}

    /**
     * Checks a plan and says what the instruments will be set to.
     *
     * @param array<mixed> $given
     *
     * @return array<string, mixed> the plan complete and tidy
     *
     * @throws PlanRefused
     */
    public function plan(JobFile $file, string $kind, array $given): array
    {
        if (!$file->state->power->isEnergised() && $kind !== 'starts') {
            throw PlanRefused::because(
                'power',
                'The unit is recorded as unplugged: record the power first, then let it run.',
            );
        }

        return $kind === 'starts' ? $this->startsPlan($file, $given) : $this->soakPlan($file, $given);
    }

    /** @param array<string, mixed> $plan as plan() gives it */
    public function sentence(JobFile $file, array $plan): string
    {
        $instruments = $this->instruments($file);
        $names = static fn(?string $id): string => $instruments[$id]->name ?? 'an instrument';
        if (isset($plan['source'])) {
            return Setting::source($plan['volts'], $plan['limit'], $file->supply->frequency ?: 50.0)->sentence(
                $names($plan['source']),
            ) . sprintf(' It does so %d times: %d s on, %d s off.', $plan['cycles'], $plan['on'], $plan['off']);
        }
        $loads = array_map(
            static fn(array $load): string => Setting::load($load['amperes'], $load['input'])->sentence(
                $names($load['instrument']),
            ),
            $plan['loads'],
        );

        return trim(
            implode(' ', $loads) .
                ($loads === []
                    ? ' Nothing is set by instruments: the loads are yours.'
                    : ' That is full load; each stage takes its share of it.'),
        );
    }

    /**
     * @param array<string, mixed> $plan as plan() gives it
     */
    public function start(JobFile $file, User $user, string $kind, array $plan): Run
    {
        $this->mustBeFree($file, $plan);
        $this->wire($file, $plan);
        $memory = $this->memoryOf($file, $plan);
        if ($memory !== null) {
            $this->rack->driver($memory[0])->begin($memory[1], $plan['interval']);
        }

        return DB::transaction(function () use ($file, $user, $kind, $plan): Run {
            $file->job->newQuery()->whereKey($file->job->id)->lockForUpdate()->first();
            if (Run::query()->running()->where('repair_job_id', $file->job->id)->exists()) {
                throw PlanRefused::because('kind', 'A run is under way on this unit already. Stop it first.');
            }
            $run = Run::query()->create([
                'number' => 1 + (int) Run::query()->lockForUpdate()->max('number'),
                'repair_job_id' => $file->job->id,
                'user_id' => $user->id,
                'kind' => $kind,
                'plan' => $plan,
                'state' => Run::RUNNING,
                'started_at' => $this->now(),
                'next_scan' => 0,
                'memory_base' => 0,
                'stage' => -1,
                'watch' => [],
                'gaps' => [],
                'alarms' => [],
            ]);
            if ($kind === 'starts') {
                // From here on the source may put it on at any moment; the log says so, and no gate is passed
                // otherwise.
                $this->log->add($file->job, $user, 'power', PowerMethod::ofSource($plan['volts'], $file->supply));
            }
            $this->tell($run, 'started', $plan['title']);

            return $run;
        }, 3);
    }

    public function stop(Run $run, string $why): void
    {
        DB::transaction(function () use ($run, $why): void {
            $fresh = Run::query()->lockForUpdate()->findOrFail($run->id);
            if ($fresh->isRunning()) {
                $fresh->update(['state' => Run::STOPPED, 'message' => $why, 'ended_at' => $this->now()]);
                $this->tell($fresh->load('job', 'user'), 'stopped', $why);
            }
        }, 3);
    }

    /**
     * Everything was switched off while it was under way. The log learns of it last: one that takes nothing any more
     * does not matter here.
     */
    public function stopAfterOff(Run $run): void
    {
        $stopped = Run::query()
            ->whereKey($run->id)
            ->running()
            ->update(['state' => Run::STOPPED, 'message' => 'Everything off.', 'ended_at' => $this->now()]);
        if ($stopped === 1 && !$this->hasEnded($run)) {
            try {
                $this->tell($run, 'stopped', 'Everything off.');
            } catch (EntryRefused $e) {
                Log::warning('Everything off', ['run' => $run->number, 'message' => $e->getMessage()]);
            }
        }
    }

    /**
     * Readings typed by hand, for channels without an instrument.
     *
     * @param array<int, float> $values by channel
     */
    public function type(Run $run, array $values): void
    {
        $second = (int) floor($this->now() - $run->started_at);
        DB::transaction(function () use ($run, $values, $second): void {
            // A second reading of the same second takes the place of nothing: it stands one second later.
            $taken = (int) DB::table('run_samples')
                ->where('run', $run->number)
                ->whereIn('channel', array_keys($values))
                ->max('second');
            $this->samples->keep($run->number, [max($second, $taken + ($taken > 0 ? 1 : 0)) => $values]);
        }, 3);
    }

    /** @param list<array<string, mixed>> $summary */
    public function tell(Run $run, string $event, string $text, array $summary = []): void
    {
        $this->log->add(
            $run->job,
            $run->user,
            'run',
            [
                'run' => $run->id,
                'kind' => $run->kind,
                'event' => $event,
                'text' => $text,
                'title' => (string) ($run->plan['title'] ?? ''),
                'summary' => $summary,
            ],
            isOwnWork: true,
        );
    }

    /** Whether the log says that it is over. */
    public function hasEnded(Run $run): bool
    {
        return LogEntryRecord::query()
            ->where('repair_job_id', $run->repair_job_id)
            ->where('kind', 'run')
            ->where('payload->run', $run->id)
            ->whereIn('payload->event', ['ended', 'stopped'])
            ->exists();
    }

    public function now(): float
    {
        return (float) $this->clock->now()->format('U.u');
    }

    /**
     * The instrument that scans into its own memory, with its inputs in the order of the plan's channels.
     *
     * @param array<string, mixed> $plan
     *
     * @return array{Instrument, list<int>, list<int>}|null instrument, inputs, numbers of the channels
     */
    public function memoryOf(JobFile $file, array $plan): ?array
    {
        $instruments = $this->instruments($file);
        foreach ($plan['channels'] ?? [] as $channel) {
            $instrument = $instruments[$channel['instrument'] ?? ''] ?? null;
            if ($instrument?->kind === 'logger') {
                $numbers = array_keys(
                    array_filter(
                        $plan['channels'],
                        static fn(array $c): bool => ($c['instrument'] ?? null) === $instrument->id,
                    ),
                );

                return [
                    $instrument,
                    array_map(static fn(int $n): int => (int) $plan['channels'][$n]['input'], $numbers),
                    $numbers,
                ];
            }
        }

        return null;
    }

    /** @return array<string, Instrument> by id */
    public function instruments(JobFile $file): array
    {
        return $this->rack->of($file->job->workshop_id)->keyBy('id')->all();
    }

    /**
     * Stand-ins are wired as the plan says: sensors on parts, the unit at the bench.
     *
     * @param array<string, mixed> $plan
     */
    private function wire(JobFile $file, array $plan): void
    {
        $standIns = array_filter($this->instruments($file), static fn(Instrument $i): bool => $i->is_stand_in);
        if (array_intersect(Run::instrumentsOf($plan), array_keys($standIns)) === []) {
            return;
        }
        $this->bench->place($file);
        $sensors = [];
        foreach ($plan['channels'] ?? [] as $channel) {
            if (($standIns[$channel['instrument'] ?? ''] ?? null)?->kind === 'meter') {
                $this->bench->probe((string) $channel['target'], (string) $channel['quantity']);
            } elseif (isset($standIns[$channel['instrument'] ?? ''])) {
                $sensors[(int) $channel['input']] = [
                    'quantity' => (string) $channel['quantity'],
                    'target' => (string) $channel['target'],
                ];
            }
        }
        $this->bench->sensors($sensors);
        if (isset($plan['reader'])) {
            $this->bench->probe($plan['point'], 'dc');
        }
    }

    /**
     * @param array<mixed> $given
     *
     * @return array<string, mixed>
     */
    private function soakPlan(JobFile $file, array $given): array
    {
        $plan = SoakPlan::of($given, $file->supply->mainsVoltage);
        $instruments = $this->instruments($file);
        foreach ($plan->channels as $k => $channel) {
            $this->mustBeThere($instruments, $channel->instrument, "channels.{$k}.instrument");
            if (
                $channel->target !== '' &&
                !in_array($channel->target, ['mains', 'room'], true) &&
                !isset($file->supply->points[$channel->target]) &&
                !isset($file->supply->parts[$channel->target])
            ) {
                throw PlanRefused::because(
                    "channels.{$k}.target",
                    sprintf('There is no test point or part "%s" in this supply.', $channel->target),
                );
            }
        }
        if (
            count(
                array_unique(
                    array_filter(
                        array_map(
                            static fn(Channel $c): ?string => ($instruments[$c->instrument ?? ''] ?? null)?->kind ===
                            'logger'
                                ? $c->instrument
                                : null,
                            $plan->channels,
                        ),
                    ),
                ),
            ) > 1
        ) {
            throw PlanRefused::because(
                'channels',
                'One logging thermometer to a run: give its channels to a single one.',
            );
        }
        $loads = [];
        foreach (is_array($given['loads'] ?? null) ? array_values($given['loads']) : [] as $k => $row) {
            $setting = Setting::of('load', is_array($row) ? $row : []);
            $id = is_array($row) && is_string($row['instrument'] ?? null) ? $row['instrument'] : '';
            $this->mustBeThere($instruments, $id, "loads.{$k}.instrument", 'load');
            $loads[] = ['instrument' => $id, 'input' => $setting->input, 'amperes' => $setting->amperes];
        }
        $hours = $plan->seconds() / 3600;

        return $plan->toArray() + [
            'loads' => $loads,
            'title' => sprintf(
                '%s h, %d channels',
                rtrim(rtrim(number_format($hours, 2, '.', ''), '0'), '.'),
                count($plan->channels),
            ),
        ];
    }

    /**
     * @param array<mixed> $given
     *
     * @return array<string, mixed>
     */
    private function startsPlan(JobFile $file, array $given): array
    {
        $plan = StartsPlan::of($given, $this->instruments($file))->toArray();
        if ($file->state->power->isEnergised()) {
            throw PlanRefused::because(
                'power',
                'The unit is recorded as energised. Unplug it from the wall and record that; then plug it into ' .
                    'the source.',
            );
        }
        $power = PowerState::from(PowerMethod::ofSource($plan['volts'], $file->supply)['power']);
        $gate = Gate::onTheWayTo($power, $file->state->power);
        if ($gate !== null) {
            Gates::mustBeOpen($gate, 'source', $file->supply, $file->state);
        }

        return $plan;
    }

    /**
     * Before anything is set: a second run would take the instruments away from the first.
     *
     * @param array<string, mixed> $plan
     */
    private function mustBeFree(JobFile $file, array $plan): void
    {
        foreach (Run::query()->running()->with('job')->get() as $run) {
            if ($run->repair_job_id === $file->job->id) {
                throw PlanRefused::because('kind', 'A run is under way on this unit already. Stop it first.');
            }
            $shared = array_intersect_key(
                $this->instruments($file),
                array_flip(array_intersect(Run::instrumentsOf($plan), Run::instrumentsOf($run->plan))),
            );
            if ($shared !== []) {
                throw PlanRefused::because(
                    'channels',
                    sprintf(
                        '%s: in use by run %d on %s %s. Stop that first, or leave it out.',
                        implode(', ', array_column($shared, 'name')),
                        $run->number,
                        $run->job->number,
                        $run->job->unit,
                    ),
                );
            }
        }
    }

    /** @param array<string, Instrument> $instruments */
    private function mustBeThere(array $instruments, ?string $id, string $field, ?string $kind = null): void
    {
        $known = $id === null ? null : $instruments[$id] ?? null;
        if ($id !== null && ($known === null || !$known->isOnline() || ($kind !== null && $known->kind !== $kind))) {
            throw PlanRefused::because($field, 'There is no such instrument on the network in this workshop.');
        }
    }
}
