<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Bench\JobFile;
use App\Bench\Proving\HeatDesk;
use App\Knowledge\Solutions;
use App\Models\Instrument;
use App\Models\RepairJob;
use App\Models\Run;
use App\Models\User;
use App\Proving\Runs;
use App\Proving\SampleStore;
use Illuminate\Support\Carbon;
use Oculant\Core\Practice\RunningUnit;
use Oculant\Core\Proving\Load\Rail;
use Oculant\Core\Proving\Soak\SoakPlan;
use Oculant\Core\Proving\Soak\Summary;
use Oculant\Core\Proving\Soak\Watch;

/** A soak of the demo: the unit solved by the engine over its hours, watched as the server watches. */
final readonly class DemoSoak
{
    private const INTERVAL = 10;

    public function __construct(
        private Solutions $solutions,
        private HeatDesk $desk,
        private Runs $runs,
        private SampleStore $samples,
    ) {}

    /** @return Carbon when it ended */
    public function run(RepairJob $job, User $user, RunningUnit $unit, float $mains, Carbon $start): Carbon
    {
        $file = JobFile::open($this->solutions, $job);
        $draft = $this->desk->soak($file);
        $logger = Instrument::query()->ofWorkshop($job->workshop_id)->where('kind', 'logger')->first();
        $given = [
            'stages' => array_map(
                static fn(array $s): array => ['hours' => $s[0], 'share' => $s[1]],
                SoakPlan::USUAL['usual'][1],
            ),
            'interval' => self::INTERVAL,
            'channels' => array_map(
                static fn(array $c, int $k): array => ['instrument' => $logger?->id, 'input' => 101 + $k] + $c,
                $draft['channels'],
                array_keys($draft['channels']),
            ),
        ];
        $plan = SoakPlan::of($given, $file->supply->mainsVoltage);
        $run = Run::query()->create([
            'number' => 1 + (int) Run::query()->max('number'),
            'repair_job_id' => $job->id,
            'user_id' => $user->id,
            'kind' => 'soak',
            'plan' => $plan->toArray() + [
                'loads' => [],
                'title' => sprintf('%d h, %d channels', (int) ($plan->seconds() / 3600), count($plan->channels)),
            ],
            'state' => Run::ENDED,
            'started_at' => (float) $start->getTimestamp(),
            'ended_at' => $start->getTimestamp() + $plan->seconds(),
            'next_scan' => (int) ($plan->seconds() / self::INTERVAL),
            'memory_base' => 0,
            'stage' => count($plan->stages) - 1,
            'watch' => [],
            'gaps' => [],
            'alarms' => [],
        ]);
        $run->setRelation('job', $job)->setRelation('user', $user);
        $this->tell($run, $start, 'started', $run->plan['title']);
        $watch = new Watch($plan);
        $stage = -1;
        $alarms = [];
        foreach (array_chunk(range(0, (int) $plan->seconds() - 1, self::INTERVAL), 500) as $seconds) {
            $scans = [];
            foreach ($seconds as $second) {
                $now = (int) $plan->stageAt((float) $second);
                if ($now !== $stage) {
                    $stage = $now;
                    $unit->set(
                        (float) $second,
                        $mains,
                        null,
                        array_fill_keys(array_keys(Rail::all($file->supply)), $plan->stages[$stage]->share),
                    );
                    $this->tell($run, $start->copy()->addSeconds($second), 'stage', $plan->stages[$stage]->title);
                }
                $scans[$second] = self::scan(
                    $plan,
                    $unit,
                    $mains * (1 + 0.012 * sin($second / 860) + 0.004 * sin($second / 69)),
                    (float) $second,
                );
                array_push($alarms, ...$watch->scan($scans[$second]));
            }
            $this->samples->keep($run->number, $scans);
        }
        $end = $start->copy()->addSeconds((int) $plan->seconds());
        $this->tell(
            $run,
            $end,
            'ended',
            $alarms === [] ? 'all stages done' : 'with alarms',
            $this->summary($run, $plan),
        );

        return $end;
    }

    /** @return array<int, float> */
    private static function scan(SoakPlan $plan, RunningUnit $unit, float $mains, float $second): array
    {
        $values = [];
        foreach ($plan->channels as $k => $channel) {
            $values[$k] = match (true) {
                $channel->target === 'mains' => $mains,
                $channel->quantity === 'celsius' => $unit->celsius($channel->target, $second),
                default => $unit->reading($channel->target, $channel->quantity, $second, $mains),
            };
        }

        return $values;
    }

    /** @return list<array<string, mixed>> */
    private function summary(Run $run, SoakPlan $plan): array
    {
        $totals = $this->samples->totals($run->number);
        $newest = $this->samples->newest($run->number);

        return Summary::of(
            $plan,
            array_map(
                fn(int $k): array => $totals[$k] + [
                    'last' => $newest[$k],
                    'curve' => $this->samples->curve($run->number, $k),
                ],
                array_keys($plan->channels),
            ),
        );
    }

    /** @param list<array<string, mixed>> $summary */
    private function tell(Run $run, Carbon $at, string $event, string $text, array $summary = []): void
    {
        Carbon::setTestNow($at);
        $this->runs->tell($run, $event, $text, $summary);
    }
}
