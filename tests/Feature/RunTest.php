<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\RepairJob;
use App\Models\Run;
use App\Models\User;
use App\Models\Workshop;
use App\Proving\FastClock;
use App\Proving\SampleStore;
use App\Proving\Watchman;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Psr\Clock\ClockInterface;

/**
 * Runs that the server watches, with the simulated instruments at the wall's own pace: the watchman is asked to look
 * in, not waited for.
 */
final class RunTest extends ProvingTestCase
{
    private User $technician;

    private RepairJob $job;

    protected function setUp(): void
    {
        parent::setUp();
        $this->technician = $this->person('technician');
        $this->job = $this->job($this->technician, 'deck-intercom');
        $this->actingAs($this->technician);
        $this->log($this->job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
    }

    public function testASoakIsDraftedFromTheDescription(): void
    {
        $draft = $this->getJson("/api/v1/jobs/{$this->job->id}/prove/soak")->assertOk();

        self::assertSame(['TP4', 'mains'], array_slice(array_column($draft->json('channels'), 'target'), 0, 2));
        self::assertContains('T1', array_column($draft->json('channels'), 'target'));
        self::assertSame(1.0, $draft->json('presets.1.stages.2.share') * 1.0);
        self::assertEqualsWithDelta(
            0.6,
            $draft->json('loads.0.amperes'),
            0.005,
            'the load is described as 600 mA at 12 V',
        );
    }

    public function testASoakCollectsSetsTheLoadsAndEnds(): void
    {
        // Two seconds, so that the real clock will do.
        $run = $this->start(
            'soak',
            $this->plan(['stages' => [['hours' => 1 / 3600, 'share' => 0.5], ['hours' => 1 / 3600, 'share' => 1.0]]]),
        );
        self::until(fn(): bool => $this->look($run)->state === Run::ENDED, 'the soak ends', 15);

        self::assertSame(2, DB::table('run_samples')->where('run', $run->number)->where('channel', 0)->count());
        $events = $this->job
            ->entries()
            ->where('kind', 'run')
            ->get()
            ->map(fn($e): string => $e->payload['event'] . ' ' . $e->payload['text'])
            ->all();
        self::assertSame(
            ['started', 'stage', 'stage', 'ended'],
            array_map(static fn(string $e): string => explode(' ', $e)[0], $events),
        );
        $summary = $this->job->entries()->where('kind', 'run')->get()->last()?->payload['summary'];
        self::assertEqualsWithDelta(12.0, (float) $summary[0]['mean'], 0.5);
        self::assertSame(
            0,
            $this->job->entries()->where('kind', 'heat')->count(),
            'after two seconds no part has come to rest',
        );
        $this->getJson("/api/v1/jobs/{$this->job->id}/runs")
            ->assertOk()
            ->assertJsonPath('0.state', 'ended')
            ->assertJsonPath('0.channels.0.count', 2);

        // Should its end ever be lost while the log has it, it ends again, and is told once.
        Run::query()
            ->whereKey($run->id)
            ->update(['state' => Run::RUNNING]);
        self::assertSame(Run::ENDED, $this->look($run)->state);
        self::assertSame(1, $this->job->entries()->where('kind', 'run')->where('payload->event', 'ended')->count());
    }

    public function testAnAlarmTakesTheLoadOffAndStops(): void
    {
        $plan = $this->plan([]);
        $plan['channels'][0]['low'] = 14;
        $plan['channels'][0]['high'] = 15;
        $run = $this->start('soak', $plan);
        self::until(fn(): bool => $this->look($run)->state === Run::STOPPED, 'it stops', 15);

        $view = $this->getJson("/api/v1/jobs/{$this->job->id}/runs")->assertJsonPath('0.alarms.0.load_off', true);
        self::assertStringContainsString('below 14 V', (string) $view->json('0.alarms.0.sentence'));
        $socket = stream_socket_client("tcp://127.0.0.1:{$this->instrument('load')->port}");
        assert($socket !== false);
        fwrite($socket, "INST:NSEL 1;INP?\n");
        self::assertSame('0', trim((string) fgets($socket)));
        self::assertSame(
            ['started', 'stage', 'alarm', 'stopped'],
            $this->job->entries()->where('kind', 'run')->get()->pluck('payload.event')->all(),
        );
    }

    /**
     * Ten minutes of the same temperature stand in the log as the heat of that part; one that still warms up does not.
     */
    public function testOnlyWhatCameToRestIsKeptAsHeat(): void
    {
        $plan = ['stages' => [['hours' => 1, 'share' => 1]], 'loads' => []] + $this->plan([]);
        $plan['channels'][] = [
            'title' => 'U1',
            'quantity' => 'celsius',
            'target' => 'U1',
            'instrument' => $this->instrument('logger')->id,
            'input' => 103,
        ];
        $run = $this->start('heat', $plan);
        (new SampleStore())->keep(
            $run->number,
            array_combine(
                range(0, 3597),
                array_map(static fn(int $s): array => [0 => 12.0, 1 => 21.1, 2 => 30.0 + $s / 100], range(0, 3597)),
            ),
        );
        $run->update(['started_at' => $run->started_at - 3599, 'next_scan' => 3598, 'memory_base' => 3598]);
        self::until(fn(): bool => $this->look($run)->state === Run::ENDED, 'the hour is over', 15);

        self::assertSame(['T1'], $this->job->entries()->where('kind', 'heat')->get()->pluck('payload.part')->all());
    }

    /** A load that does not answer is said, and the stage begins once it does. */
    public function testALoadThatCannotBeSetHoldsTheStage(): void
    {
        $run = $this->start('soak', $this->plan([]));
        $load = $this->instrument('load');
        $port = $load->port;
        $load->update(['port' => 1999]);
        self::assertStringContainsString(
            'Test load at 127.0.0.1:1999 cannot be reached',
            (string) $this->look($run)->message,
        );
        self::assertSame(-1, $run->stage);
        $load->update(['port' => $port]);

        self::assertSame(0, $this->look($run)->stage);
    }

    public function testWithoutAMemoryAPauseIsAGapAndNothingIsMadeUp(): void
    {
        $meter = $this->instrument('meter');
        $run = $this->start('soak', [
            'stages' => [['hours' => 1, 'share' => 1]],
            'channels' => [['title' => 'rail', 'quantity' => 'dc', 'target' => 'TP4', 'instrument' => $meter->id]],
        ]);
        $this->look($run);
        usleep(4_200_000);
        $this->look($run);

        $gaps = $run->refresh()->gaps;
        self::assertCount(1, $gaps);
        self::assertGreaterThanOrEqual(3, $gaps[0]['to'] - $gaps[0]['from']);
        self::assertSame(2, DB::table('run_samples')->where('run', $run->number)->count());
        self::assertContains('gap', $this->job->entries()->where('kind', 'run')->get()->pluck('payload.event')->all());
    }

    public function testAnUnreachableInstrumentIsSaidAndTheRunGoesOn(): void
    {
        $run = $this->start('soak', $this->plan([]));
        $logger = $this->instrument('logger');
        $port = $logger->port;
        $logger->update(['port' => 1999]);
        $this->look($run);
        self::assertStringContainsString('cannot be reached', (string) $run->refresh()->message);
        self::assertSame(Run::RUNNING, $run->state);
        usleep(2_100_000);
        $logger->update(['port' => $port]);
        $this->look($run);

        self::assertNull($run->refresh()->message);
        self::assertGreaterThanOrEqual(3, $run->next_scan, 'what it had kept meanwhile is there');
        self::assertSame([], $run->gaps);
    }

    public function testTwoWatchmenDoNotShareARun(): void
    {
        $run = $this->start('soak', $this->plan([]));
        app(Watchman::class)->tick($run->id, 'first');
        usleep(1_100_000);
        app(Watchman::class)->tick($run->id, 'second');
        $count = DB::table('run_samples')->where('run', $run->number)->where('channel', 0)->count();
        Run::query()
            ->whereKey($run->id)
            ->update(['leased_until' => microtime(true) - 1]);
        app(Watchman::class)->tick($run->id, 'second');

        self::assertSame(1, $count);
        self::assertGreaterThan(1, DB::table('run_samples')->where('run', $run->number)->where('channel', 0)->count());
    }

    public function testRepeatedStartsCountThoseThatFail(): void
    {
        $this->log($this->job, 'power', ['power' => 'unplugged'])->assertOk();
        $this->job->update(['stand_in' => ['faults' => [], 'shy' => 0.5]]);
        $plan = [
            'cycles' => 8,
            'on' => 1,
            'off' => 1,
            'source' => $this->instrument('source')->id,
            'volts' => 230,
            'limit' => 0.5,
            'reader' => $this->instrument('meter')->id,
            'point' => 'TP4',
            'low' => 11,
            'high' => 13,
        ];
        $this->log($this->job, 'change', [
            'change' => 'scaled',
            'part' => 'R1',
            'value' => '1k',
            'why' => 'test',
        ])->assertOk();
        $this->postJson("/api/v1/jobs/{$this->job->id}/runs/prepare", ['kind' => 'starts', 'plan' => $plan])
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_starts_with($m, 'Not yet (before mains)'));
        $this->log($this->job, 'change_closed', [
            'change' => $this->job->entries()->where('kind', 'change')->first()?->id,
            'how' => 'undone',
        ])->assertOk();
        // A bench whose clock is an hour ahead must not put the server's own entries behind it.
        $this->postJson("/api/v1/jobs/{$this->job->id}/log", [
            'entries' => [
                [
                    'id' => strtoupper((string) Str::ulid(now()->addHour())),
                    'kind' => 'note',
                    'payload' => ['text' => 'ahead'],
                    'at' => now()->toIso8601String(),
                ],
            ],
        ])->assertOk();
        $this->postJson("/api/v1/jobs/{$this->job->id}/log", [
            'entries' => [
                [
                    'id' => strtoupper((string) Str::ulid(now()->addHour()->addSecond())),
                    'kind' => 'power',
                    'payload' => ['power' => 'unplugged', 'mode' => 'loaded'],
                    'at' => now()->toIso8601String(),
                ],
            ],
        ])->assertOk();
        $run = $this->start('starts', $plan);
        $this->getJson("/api/v1/jobs/{$this->job->id}/bench")->assertJsonPath('state.power', 'live');
        $this->postJson("/api/v1/jobs/{$this->job->id}/runs/prepare", ['kind' => 'starts', 'plan' => $plan])
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_contains($m, 'Unplug it from the wall'));
        self::until(fn(): bool => $this->look($run)->state === Run::ENDED, 'eight starts are done', 40);

        $starts = $this->job->entries()->where('kind', 'starts')->first()?->payload;
        self::assertSame(8, $starts['tried'] ?? null);
        self::assertGreaterThan(0, $starts['failed']);
        self::assertLessThan(8, $starts['failed']);
        $this->getJson("/api/v1/jobs/{$this->job->id}/bench")->assertJsonPath('starts.before.tried', 8);
    }

    public function testReadingsTypedByHandCountLikeAnyOther(): void
    {
        $run = $this->start('soak', [
            'stages' => [['hours' => 1, 'share' => 1]],
            'channels' => [
                ['title' => 'rail', 'quantity' => 'dc', 'target' => 'TP4', 'low' => 11, 'high' => 13],
                ['title' => 'rectifier', 'quantity' => 'celsius', 'target' => 'BR1'],
            ],
        ]);
        $at = "/api/v1/jobs/{$this->job->id}/runs/{$run->id}";
        $this->postJson("{$at}/samples", ['values' => ['0' => '12.02', '1' => '48.5']])
            ->assertOk()
            ->assertJsonPath('channels.0.now', '12.02 V')
            ->assertJsonPath('channels.0.by_hand', true);
        $this->postJson("{$at}/samples", ['values' => ['0' => 'about 12']])
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_starts_with($m, 'rail: '));
        $this->postJson("{$at}/samples", ['values' => ['7' => '12']])->assertUnprocessable();
        $this->getJson("{$at}/plot")
            ->assertOk()
            ->assertJsonPath('channels.1.points.0.1', 48.5);
        $this->postJson("{$at}/stop")
            ->assertOk()
            ->assertJsonPath('state', 'stopped');
        $this->postJson("{$at}/samples", ['values' => ['0' => '12']])->assertUnprocessable();
    }

    public function testAPlanIsCheckedAndConfirmed(): void
    {
        $at = "/api/v1/jobs/{$this->job->id}/runs";
        $plan = $this->plan([]);
        $refused = fn(array $change) => (string) $this->postJson("{$at}/prepare", [
            'kind' => 'soak',
            'plan' => $change + $plan,
        ])
            ->assertUnprocessable()
            ->json('message');
        self::assertStringContainsString('at least one stage', $refused(['stages' => []]));
        self::assertStringContainsString('Nothing is watched', $refused(['channels' => []]));
        self::assertStringContainsString(
            'share of full load from 0 to 1.2',
            $refused(['stages' => [['hours' => 1, 'share' => 3]]]),
        );
        self::assertStringContainsString(
            'no such instrument',
            $refused(['loads' => [['instrument' => 'x', 'amperes' => '1']]]),
        );
        self::assertStringContainsString(
            'above 0 and up to 60 A',
            $refused(['loads' => [['instrument' => 'x', 'amperes' => '90']]]),
        );
        self::assertStringContainsString(
            'draws a constant 600 mA',
            (string) $this->postJson("{$at}/prepare", ['kind' => 'soak', 'plan' => $plan])
                ->assertOk()
                ->json('sentence'),
        );
        $this->postJson($at, ['kind' => 'soak', 'plan' => $plan])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('confirm');
        $this->start('soak', $plan);
        $again = $this->postJson("{$at}/prepare", ['kind' => 'soak', 'plan' => $plan])->json('confirm');
        $this->postJson($at, ['kind' => 'soak', 'plan' => $plan, 'confirm' => $again])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'A run is under way on this unit already. Stop it first.');
        $this->log($this->job, 'run', ['run' => 'x', 'kind' => 'soak', 'event' => 'ended'])->assertUnprocessable();
    }

    /** One logging thermometer, one bench: a second run would take them away from the first. */
    public function testInstrumentsInUseAreNotTakenAway(): void
    {
        $first = $this->start('soak', $this->plan([]));
        $other = $this->job($this->technician, 'tide-recorder');
        $this->log($other, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $plan =
            [
                'channels' => [
                    [
                        'title' => 'rail',
                        'quantity' => 'dc',
                        'target' => 'TP4',
                        'instrument' => $this->instrument('logger')->id,
                        'input' => 101,
                    ],
                ],
                'loads' => [],
            ] + $this->plan([]);
        $at = "/api/v1/jobs/{$other->id}/runs";
        $confirm = $this->postJson("{$at}/prepare", ['kind' => 'soak', 'plan' => $plan])
            ->assertOk()
            ->json('confirm');
        $this->postJson($at, ['kind' => 'soak', 'plan' => $plan, 'confirm' => $confirm])
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                'Test logger: in use by run ' .
                    "{$first->number} on {$this->job->number} {$this->job->unit}. Stop that first, or leave it out.",
            );
        $meter = $this->instrument('meter');
        $this->postJson("/api/v1/jobs/{$other->id}/instruments/{$meter->id}/read", [
            'id' => '01ARZ3NDEKTSV4RRFFQ69G5FAW',
            'at' => now()->toIso8601String(),
            'target' => 'TP4',
            'quantity' => 'dc',
        ])
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_contains($m, 'room for one unit'));
        self::assertSame(Run::RUNNING, $this->look($first)->state);
        self::assertSame([], $first->gaps, 'its memory is as it was');
    }

    public function testNobodyElseStartsOrSeesIt(): void
    {
        $run = $this->start('soak', $this->plan([]));
        $at = "/api/v1/jobs/{$this->job->id}/runs";
        $this->actingAs($this->person('apprentice'))
            ->postJson("{$at}/prepare", ['kind' => 'soak', 'plan' => []])
            ->assertForbidden();
        $this->postJson("{$at}/{$run->id}/stop")->assertForbidden();
        $this->actingAs($this->person('lead', Workshop::query()->create(['name' => 'Elsewhere'])))
            ->getJson($at)
            ->assertNotFound();
        $this->getJson("{$at}/{$run->id}/plot")->assertNotFound();
        $other = $this->job($this->technician);
        $this->actingAs($this->technician)
            ->getJson("/api/v1/jobs/{$other->id}/runs/{$run->id}/plot")
            ->assertNotFound();
    }

    /** Lowest and highest of each stretch: a single spike in a day survives the thinning. */
    public function testAPlotKeepsItsPeaks(): void
    {
        $store = new SampleStore();
        foreach (array_chunk(range(0, 7199), 600) as $seconds) {
            $store->keep(
                77,
                array_combine(
                    $seconds,
                    array_map(static fn(int $s): array => [0 => $s === 4321 ? 99.0 : 12.0, 1 => (float) $s], $seconds),
                ),
            );
        }
        $minutes = $store->plot(77, 0, 7200, 20);
        self::assertSame(360, $minutes['step']);
        self::assertCount(20, $minutes['channels'][0]);
        self::assertSame([4320, 12.0, 99.0], $minutes['channels'][0][12]);
        $seconds = $store->plot(77, 4300, 4340, 40);
        self::assertSame(1, $seconds['step']);
        self::assertSame([4321, 99.0, 99.0], $seconds['channels'][0][21]);
        self::assertSame(['low' => 0.0, 'high' => 7199.0, 'mean' => 3599.5, 'count' => 7200], $store->totals(77)[1]);
    }

    public function testAFastClockAgreesWithOthersOfTheSameEpoch(): void
    {
        $epoch = microtime(true) - 10;
        $clock = new FastClock($epoch, 1000.0);
        self::assertEqualsWithDelta($epoch + 10_000, (float) $clock->now()->format('U.u'), 200.0);
        self::assertInstanceOf(ClockInterface::class, app(ClockInterface::class));
    }

    /**
     * @param array<string, mixed> $change
     *
     * @return array<string, mixed>
     */
    private function plan(array $change): array
    {
        $logger = $this->instrument('logger')->id;

        return $change + [
            'stages' => [['hours' => 1, 'share' => 1]],
            'interval' => 1,
            'load_off' => true,
            'channels' => [
                [
                    'title' => 'rail',
                    'quantity' => 'dc',
                    'target' => 'TP4',
                    'low' => 11,
                    'high' => 13,
                    'instrument' => $logger,
                    'input' => 101,
                ],
                [
                    'title' => 'T1',
                    'quantity' => 'celsius',
                    'target' => 'T1',
                    'high' => 90,
                    'instrument' => $logger,
                    'input' => 102,
                ],
            ],
            'loads' => [['instrument' => $this->instrument('load')->id, 'input' => 1, 'amperes' => '0.6']],
        ];
    }

    /** @param array<string, mixed> $plan */
    private function start(string $kind, array $plan): Run
    {
        $at = "/api/v1/jobs/{$this->job->id}/runs";
        $confirm = $this->postJson("{$at}/prepare", ['kind' => $kind, 'plan' => $plan])
            ->assertOk()
            ->json('confirm');

        return Run::query()->findOrFail(
            $this->postJson($at, ['kind' => $kind, 'plan' => $plan, 'confirm' => $confirm])
                ->assertCreated()
                ->json('id'),
        );
    }

    private function look(Run $run): Run
    {
        app(Watchman::class)->tick($run->id, 'test');

        return $run->refresh();
    }
}
