<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\JobFile;
use App\Bench\JobLog;
use App\Bench\JobSummary;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use App\Models\Workshop;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;

/** What the bench answers as a job goes on, and what is kept between requests. */
final class BenchStateTest extends FeatureTestCase
{
    public function testEachEntryChangesTheAnswer(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->bench($job)
            ->assertJsonPath('state.power', 'unplugged')
            ->assertJsonPath('state.mains', null)
            ->assertJsonCount(0, 'log');
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'unloaded']);
        $this->bench($job)
            ->assertJsonPath('state.words', 'Live on mains')
            ->assertJsonPath('state.mode_name', 'Tuner unplugged');
        $this->log($job, 'mains', ['text' => '236']);
        $this->bench($job)->assertJsonPath('state.mains', '236 V');
        $this->log($job, 'power', ['power' => 'unplugged']);
        $this->bench($job)
            ->assertJsonPath('state.mains', null)
            ->assertJsonPath('log.0.line', 'Unplugged, tuner unplugged');
    }

    public function testReadingsCarryTheirContext(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, 'power', ['power' => 'limited', 'mode' => 'unloaded']);
        $this->log($job, 'reading', ['text' => 'tp3 9.0']);

        $this->bench($job)
            ->assertJsonPath('log.0.reading.power', 'limited')
            ->assertJsonPath('log.0.reading.mode', 'unloaded')
            ->assertJsonPath('log.0.reading.word', 'cannot tell');
    }

    public function testMeasuredMainsMovesTheWindows(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'dimmer-drive');
        $this->actingAs($user);
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded']);
        $wide = $this->bench($job)->json('points.2');
        $this->log($job, 'mains', ['text' => '220']);
        $narrow = $this->bench($job)->json('points.2');

        self::assertLessThan($wide['high'] - $wide['low'], $narrow['high'] - $narrow['low']);
        self::assertLessThan(($wide['high'] + $wide['low']) / 2, ($narrow['high'] + $narrow['low']) / 2);
    }

    public function testTheSummaryFollowsTheLog(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        self::assertFalse(app(JobSummary::class)->of($job)['energised']);
        $this->log($job, 'power', ['power' => 'live']);
        self::assertTrue(app(JobSummary::class)->of($job->refresh())['energised']);
        $this->getJson('/api/v1/jobs')->assertJsonPath('0.energised', true)->assertJsonPath('0.power', 'live');
    }

    /** A bench that lost its network sends old entries late: they are applied where they arrive, and say so. */
    public function testLateEntriesStandWhereTheyArrive(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, 'note', ['text' => 'second'])->assertOk();
        $early = [
            'id' => strtoupper((string) Str::ulid(now()->subHour())),
            'kind' => 'note',
            'payload' => ['text' => 'first'],
            'at' => now()->subHour()->toIso8601String(),
        ];
        $this->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [$early]])->assertOk();

        $this->bench($job)
            ->assertJsonPath('log.0.line', 'Note: first')
            ->assertJsonPath('log.0.clock', 'arrived 60 min late')
            ->assertJsonPath('log.1.line', 'Note: second')
            ->assertJsonPath('log.1.clock', '');
        self::assertSame(
            ['second', 'first'],
            array_column(JobFile::open(app(Solutions::class), $job)->state->notes, 'text'),
        );
    }

    /**
     * What was recorded by a clock that is slow, ahead, or by an id at the end of all ids counts in the order in which
     * it came.
     */
    public function testNoClockOfAClientDecidesHowTheUnitStands(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $send = fn(array $entry, ?string $sentAt) => $this->postJson(
            "/api/v1/jobs/{$job->id}/log",
            ['entries' => [$entry]] + ($sentAt === null ? [] : ['sent_at' => $sentAt]),
        );
        $slow = now()->subMinutes(10);
        $send(
            [
                'id' => strtoupper((string) Str::ulid($slow)),
                'kind' => 'power',
                'payload' => ['power' => 'live', 'mode' => 'loaded'],
                'at' => $slow->toIso8601String(),
            ],
            $slow->copy()->addSeconds(2)->toIso8601String(),
        )->assertOk();
        $this->bench($job)
            ->assertJsonPath('state.power', 'live')
            ->assertJsonPath('log.0.clock', 'noted by a clock that is 10 min slow');
        $this->getJson('/api/v1/jobs')->assertJsonPath('0.power', 'live');
        $ahead = now()->addDay();
        $send(
            [
                'id' => '7ZZZZZZZZZZZZZZZZZZZZZZZZZ',
                'kind' => 'note',
                'payload' => ['text' => 'a day ahead'],
                'at' => $ahead->toIso8601String(),
            ],
            $ahead->toIso8601String(),
        )->assertOk();
        $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
        $this->bench($job)->assertJsonPath('state.power', 'unplugged');
        app(JobLog::class)->add($job, $user, 'note', ['text' => 'by the server']);
        $this->bench($job)->assertJsonPath('log.0.line', 'Note: by the server');
    }

    /** "Live" typed half an hour ago on a bench without network may be anything by now. */
    public function testWhatIsOldAndMovesTheGroundIsAskedForOnceMore(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $old = [
            'id' => strtoupper((string) Str::ulid()),
            'kind' => 'power',
            'payload' => ['power' => 'live', 'mode' => 'loaded'],
            'at' => now()->subMinutes(30)->toIso8601String(),
        ];
        $send = fn(array $entry) => $this->postJson("/api/v1/jobs/{$job->id}/log", [
            'entries' => [$entry],
            'sent_at' => now()->toIso8601String(),
        ]);
        $send($old)
            ->assertUnprocessable()
            ->assertJsonStructure(['errors' => ['still_true']]);
        self::assertSame(0, $job->entries()->count());
        $send($old + ['still_true' => true])->assertOk();
        $this->bench($job)->assertJsonPath('state.power', 'live')->assertJsonPath('log.0.clock', 'arrived 30 min late');
        $reading = [
            'id' => strtoupper((string) Str::ulid()),
            'kind' => 'reading',
            'payload' => ['text' => 'tp4 12.0'],
            'at' => now()->subMinutes(30)->toIso8601String(),
        ];
        $send($reading)->assertOk();
    }

    public function testNumbersRunPerWorkshopAndYear(): void
    {
        $one = $this->person('technician');
        $other = $this->person('technician', Workshop::query()->create(['name' => 'Elsewhere']));
        $year = now()->format('y');

        self::assertSame("{$year}-001", $this->job($one)->number);
        self::assertSame("{$year}-002", $this->job($one)->number);
        self::assertSame("{$year}-001", $this->job($other)->number);
    }

    public function testASkipAndAFindingChangeWhatComesNext(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded']);
        $this->log($job, 'reading', ['text' => 'tp4 0.05']);
        $before = $this->bench($job)->json();
        $this->log($job, 'finding', ['part' => 'Z1', 'text' => 'split']);
        $after = $this->bench($job)->json();
        $share = static fn(array $bench): float => (float) collect($bench['suspects'])
            ->filter(static fn(array $s): bool => str_contains($s['title'], 'Z1 shorted'))
            ->sum('probability');
        self::assertGreaterThan($share($before), $share($after));

        $this->log($job, 'skip', [
            'target' => $after['next']['target'],
            'quantity' => $after['next']['quantity'],
        ])->assertOk();
        $skipped = $this->bench($job)->json('next');
        self::assertNotSame(
            [$after['next']['target'], $after['next']['quantity']],
            [$skipped['target'], $skipped['quantity']],
        );
    }

    public function testAReportOfAnOpenJobSaysWhatIsMissing(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)
            ->getJson("/api/v1/jobs/{$job->id}/report")
            ->assertOk()
            ->assertJsonPath('cause', null)
            ->assertJsonPath('open.0', 'name the cause')
            ->assertJsonPath('closedAt', null);
        $this->get("/api/v1/jobs/{$job->id}/report.pdf")->assertOk();
    }

    public function testAPageThatIsNotThereIsTheAppItselfAndAnApiPathIsNot(): void
    {
        $this->get('/jobs/whatever')->assertOk()->assertSee('id="app"', false);
        $this->getJson('/api/v1/nothing')->assertNotFound();
        $this->actingAs($this->person('technician'))
            ->getJson('/api/v1/jobs/01ARZ3NDEKTSV4RRFFQ69G5FAV')
            ->assertNotFound();
    }

    private function bench(RepairJob $job): TestResponse
    {
        return $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
    }
}
