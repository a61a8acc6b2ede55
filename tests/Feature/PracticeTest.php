<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\HiddenUnit;
use App\Bench\HiddenUnits;
use App\Bench\JobLog;
use App\Keeping\Metrics;
use App\Knowledge\Solutions;
use App\Library\WorkshopHistory;
use App\Models\PracticeRun;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\Workshop;
use App\Practice\PlayBeside;
use App\Practice\PracticeDesk;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\DescriptionReader;
use Tests\Support\Supplies;

/** Practice through the API: one's own runs, nothing told before the end, and nothing of it in the work. */
final class PracticeTest extends FeatureTestCase
{
    /** The bench is that of a job: its field, its gates, its log; what is to be found out is not told. */
    public function testARunIsPlayedToItsGrade(): void
    {
        $this->actingAs($this->person('apprentice'));
        $run = $this->begin(2)->assertCreated();
        self::assertNull($run->json('grade'));
        self::assertSame([], $run->json('replay'));
        self::assertStringNotContainsString('hidden', (string) $run->getContent());
        [$id, $job] = [$run->json('id'), $run->json('job')];
        $bench = $this->getJson("/api/v1/jobs/{$job}/bench")->assertOk();
        self::assertSame(
            ['find', null, [], []],
            [
                $bench->json('next.kind'),
                $bench->json('next.target'),
                $bench->json('alternatives'),
                $bench->json('suspects'),
            ],
        );
        self::assertSame([0], array_values(array_unique(array_column($bench->json('path'), 'suspicion'))));
        self::assertSame('', $bench->json('job.waits_for'));

        $this->does($job, 'reading', ['text' => 'tp4 dc'])->assertJsonValidationErrors('target');
        $this->does($job, 'power', ['power' => 'live'])
            ->assertOk()
            ->assertJsonPath('bench.state.power', 'live');
        // What the meter shows is nobody's to say; the field takes the place alone, or nothing where leads are put.
        $this->does($job, 'reading', ['text' => 'tp4 12.1'])->assertJsonValidationErrors('text');
        $read = $this->does($job, 'reading', ['text' => '', 'target' => 'TP4'])->assertOk();
        self::assertSame('TP4', $read->json('bench.log.0.reading.target'));
        self::assertMatchesRegularExpression('/^TP4 .*V/', collect($read->json('bench.practice.told'))->last()['said']);
        $again = $this->getJson("/api/v1/jobs/{$job}/bench")->assertOk();
        self::assertSame($read->json('bench.log.0'), $again->json('bench.log.0') ?? $again->json('log.0'));
        $this->does($job, 'reading', ['text' => 'tp3 ohms'])->assertJsonValidationErrors('practice');
        $this->postJson("/api/v1/practice/{$id}/hints", ['depth' => 'deep'])->assertJsonValidationErrors('depth');
        $this->postJson("/api/v1/practice/{$id}/hints", ['depth' => 'where'])
            ->assertOk()
            ->assertJsonPath('hints.0.depth', 'where');
        $this->postJson("/api/v1/practice/{$id}/hints", ['depth' => 'where'])->assertJsonCount(1, 'hints');
        $this->getJson("/api/v1/jobs/{$job}/bench")->assertJsonPath('practice.hints.0.depth', 'where');
        $end = $this->postJson("/api/v1/practice/{$id}/end")
            ->assertOk()
            ->assertJsonPath('over', true);

        self::assertNotNull($end->json('grade.figure'));
        self::assertSame(
            ['hint: where', 'near miss'],
            array_map(
                static fn(array $d): string => preg_replace('/^(near miss).*/', '$1', $d['what']),
                $end->json('grade.deducted'),
            ),
            'each once, however often the run was taken up again',
        );
        self::assertSame('TP4', collect($end->json('replay'))->last()['target']);
        // Over, the bench shows what the tutor knew, and takes nothing any more.
        $this->does($job, 'reading', ['text' => 'tp4'])->assertForbidden();
        $this->postJson("/api/v1/practice/{$id}/end")->assertJsonValidationErrors('id');
        $this->getJson("/api/v1/jobs/{$job}/bench")
            ->assertOk()
            ->assertJsonPath('job.may_write', false);
        self::assertNotSame([], $this->getJson("/api/v1/jobs/{$job}/bench")->json('suspects'));
    }

    /** Looks, tests, gates, a lifted part, a lamp, a new part: each is answered by the unit, none by whoever asks. */
    public function testTheUnitAnswersAndWhatWouldHurtHappensOnPaper(): void
    {
        $technician = $this->person('technician');
        $this->actingAs($technician);
        $supply = $this->supply();
        $description = DescriptionReader::fromArray($supply->description);
        app(Solutions::class)->prepare($description);
        $kept = app(PracticeDesk::class)->set($technician, new Exercise($description, ['C2' => 'short'], 7, ['dead']));
        $job = (string) $kept->job()->value('id');

        $live = ['text' => '', 'target' => 'TP4'];
        $this->does($job, 'power', ['power' => 'limited', 'method' => ['how' => 'lamp', 'watts' => '60']])->assertOk();
        $behind = $this->does($job, 'reading', $live)->assertOk()->json('bench.log.0.reading.text');
        $this->does($job, 'tested', ['part' => 'C2', 'verdict' => 'good'])->assertJsonValidationErrors('practice');
        $this->does($job, 'finding', ['part' => 'c2', 'sees' => 'well'])->assertJsonValidationErrors('practice');
        $this->does($job, 'power', ['power' => 'unplugged'])->assertOk();
        // Its owner's word against the unit's.
        $said = $this->does($job, 'tested', ['part' => 'c2', 'verdict' => 'good'])->assertOk();
        self::assertSame('C2 by itself is bad.', collect($said->json('bench.practice.told'))->last()['said']);
        self::assertStringContainsString('C2 tested bad', $said->json('bench.log.0.line'));
        $ohms = fn(): float => Quantity::parse(
            $this->does($job, 'reading', ['text' => 'tp4 ohms'])
                ->assertOk()
                ->json('bench.log.0.reading.text'),
            Unit::Ohm,
        )->value;
        $shorted = $ohms();
        $this->does($job, 'change', ['change' => 'lifted', 'part' => 'C2', 'why' => 'to see'])->assertOk();
        self::assertGreaterThan(10 * $shorted, $ohms(), 'with the short taken out');
        foreach (['override', 'strike', 'starts', 'heat', 'close', 'handback', 'run', 'photo', 'cause?'] as $kind) {
            $this->does($job, $kind, ['gate' => 'mains', 'reason' => 'x', 'entry' => $job])->assertStatus(
                $kind === 'override' ? 403 : 422,
            );
        }
        $end = $this->does($job, 'cause', ['part' => 'C2', 'fault' => 'short'])->assertOk();
        self::assertTrue($end->json('bench.practice.over'));
        $grade = $this->getJson("/api/v1/practice/{$kept->id}")->json('grade');
        self::assertSame(1.0, (float) $grade['found']);
        self::assertCount(
            2,
            array_filter($grade['deducted'], static fn(array $d): bool => (float) $d['points'] === 12.0),
        );
        self::assertLessThan(
            1.0,
            Quantity::parse($behind, Unit::Volt)->value,
            'behind the lamp the short holds it down',
        );
    }

    /** Of a job there is more than a bench: none of that is there for a unit that is only practised on. */
    public function testNoOtherPageOfAJobKnowsAPracticeBench(): void
    {
        $lead = $this->person('lead');
        $this->actingAs($lead);
        $job = $this->begin(2)->json('job');
        foreach (Route::getRoutes() as $route) {
            if (!str_starts_with($route->uri(), 'api/v1/jobs/{job}') || $route->getAction('practice') === true) {
                continue;
            }
            $uri = strtr($route->uri(), [
                '{job}' => $job,
                '{part}' => 'R1',
                '{entry}' => $job,
                '{run}' => $job,
                '{photo}' => $job,
                '{instrument}' => $job,
                '{reservation}' => '1',
            ]);
            self::assertSame(404, $this->json($route->methods()[0], "/{$uri}")->status(), $uri);
        }
        foreach (['bench', 'circuit', 'levels', 'powerup/lamp', 'powerup/safe'] as $page) {
            $this->getJson("/api/v1/jobs/{$job}/{$page}")->assertOk();
        }
        self::assertSame(
            [],
            array_filter($this->getJson('/api/v1/jobs')->json(), static fn(array $j): bool => $j['id'] === $job),
        );
        $this->actingAs($this->person('technician'));
        $this->getJson("/api/v1/jobs/{$job}/bench")->assertNotFound();
        $this->does($job, 'note', ['text' => 'hello'])->assertNotFound();
    }

    /** A run from before there were benches goes on with what was done on it. */
    public function testAnOldRunGetsItsBench(): void
    {
        $this->actingAs($this->person('technician'));
        $id = $this->begin(2)->json('id');
        $kept = PracticeRun::query()->findOrFail($id);
        $kept->job?->entries()->delete();
        $kept->job?->delete();
        $kept->update([
            'lines' => [
                ['line' => '', 'said' => 'A story.', 'taken' => true],
                ['line' => 'tp4 dc', 'said' => 'no volts', 'taken' => false],
                ['line' => 'power live', 'said' => 'It is on.', 'taken' => true],
                ['line' => 'tp4', 'said' => 'TP4 3 V', 'taken' => true],
            ],
        ]);

        $job = $this->getJson("/api/v1/practice/{$id}")
            ->assertOk()
            ->json('job');
        $bench = $this->getJson("/api/v1/jobs/{$job}/bench")->assertJsonPath('state.power', 'live');
        self::assertSame('TP4', $bench->json('log.0.reading.target'));
    }

    /** What went badly comes back; what was tried again on a known unit counts for nothing; a lead sees the group. */
    public function testWhatIsDueIsHiddenNextAndARunIsTriedOtherwise(): void
    {
        $apprentice = $this->person('apprentice');
        $this->actingAs($apprentice);
        ['id' => $id, 'job' => $job] = $this->begin(2)->json();
        $this->does($job, 'power', ['power' => 'live'])->assertOk();
        $this->does($job, 'reading', ['text' => 'tp3'])->assertOk();
        $this->does($job, 'reading', ['text' => 'tp4'])->assertOk();
        $this->postJson("/api/v1/practice/{$id}/branch", ['step' => 0])->assertStatus(422);
        $this->postJson("/api/v1/practice/{$id}/hints", ['depth' => 'where'])->assertOk();
        $end = $this->giveUp($id)->assertJsonPath('over', true);
        self::assertNull($end->json('beside.walking'));
        app()->call([new PlayBeside($id), 'handle']);
        $beside = $this->getJson("/api/v1/practice/{$id}")->json('beside');
        self::assertGreaterThan(0.0, $beside['walking']);
        self::assertGreaterThan(0.0, $beside['half_split']);

        $hidden = PracticeRun::query()->findOrFail($id)->mechanism;
        $learnt = $this->getJson('/api/v1/practice/progress')->assertOk()->assertJsonPath('group', []);
        self::assertSame($hidden, $learnt->json('boxes.0.mechanism'));
        self::assertSame([1, false], [$learnt->json('boxes.0.box'), $learnt->json('boxes.0.is_due')]);
        self::assertEqualsWithDelta($beside['walking'], $learnt->json('curve.0.walking'), 1e-6);
        self::assertSame(
            [Supplies::demo('tuner-feed')->title, 1],
            [$learnt->json('units.0.title'), $learnt->json('units.0.runs')],
        );
        self::assertSame([['what' => 'hints asked for', 'times' => 1, 'points' => 3]], $learnt->json('slips'));

        // A day later it is due, and it is what is hidden.
        $this->travel(25)->hours();
        $this->getJson('/api/v1/practice/progress')->assertJsonPath('boxes.0.is_due', true);
        $next = $this->begin(5, isDue: true)->assertCreated();
        self::assertStringNotContainsString('mechanism', (string) $next->getContent());
        self::assertSame($hidden, PracticeRun::query()->findOrFail($next->json('id'))->mechanism);

        $step = count($end->json('replay')) - 1;
        $other = $this->postJson("/api/v1/practice/{$id}/branch", ['step' => $step])->assertCreated();
        $there = $this->getJson("/api/v1/jobs/{$other->json('job')}/bench")->assertJsonPath('state.power', 'live');
        self::assertSame(
            ['TP3'],
            array_values(array_filter(array_column(array_column($there->json('log'), 'reading'), 'target'))),
            'what was done before stands',
        );
        $this->does($other->json('job'), 'reading', ['text' => 'tp4'])->assertOk();
        $this->giveUp($other->json('id'))->assertJsonPath('branch_of', $id);
        $this->getJson('/api/v1/practice/progress')->assertJsonCount(1, 'curve');
        $this->postJson("/api/v1/practice/{$id}/branch", ['step' => 200])->assertStatus(422);

        $this->actingAs($this->person('technician'))
            ->getJson("/api/v1/practice/progress?person={$apprentice->id}")
            ->assertNotFound();
        $this->postJson("/api/v1/practice/{$id}/branch", ['step' => 0])->assertNotFound();
        $lead = $this->actingAs($this->person('lead'))->getJson("/api/v1/practice/progress?person={$apprentice->id}");
        $lead->assertOk()->assertJsonPath('name', $apprentice->name)->assertJsonPath('group.0.runs', 1);
        $stranger = $this->person('lead', Workshop::query()->create(['name' => 'Elsewhere']));
        $this->actingAs($stranger)
            ->getJson("/api/v1/practice/progress?person={$apprentice->id}")
            ->assertNotFound();
    }

    /** What was found on a closed job is hidden again, and nothing of its owner goes along. */
    public function testAClosedJobIsAnExercise(): void
    {
        [$lead, $one] = [$this->person('lead'), $this->person('apprentice')];
        $job = $this->job($this->person('technician'));
        app(Solutions::class)->prepare(Supplies::demo('tuner-feed'));
        $asked = ['title' => 'Found here', 'jobs' => [$job->number], 'people' => [$one->id]];
        $this->actingAs($lead);
        // Nothing was found on it yet.
        $this->postJson('/api/v1/practice/series', $asked)->assertJsonValidationErrors('jobs');
        $this->postJson('/api/v1/practice/series', ['jobs' => ['99-001']] + $asked)->assertJsonValidationErrors('jobs');
        $job->forceFill([
            'closed_at' => now(),
            'found' => 'R1:open',
            'owner' => 'Mrs Vane',
            'unit' => 'Her wireless',
        ])->save();
        $set = $this->postJson('/api/v1/practice/series', $asked)->assertCreated();
        self::assertStringNotContainsString('Her wireless', (string) $set->getContent());

        $this->actingAs($one);
        $begun = $this->postJson('/api/v1/practice', ['series' => $set->json('id'), 'item' => 0])->assertCreated();
        $run = PracticeRun::query()->findOrFail($begun->json('id'));
        self::assertStringNotContainsString('Vane', json_encode($run->exercise, JSON_THROW_ON_ERROR));
        self::assertStringNotContainsString('Her wireless', (string) $begun->getContent());
        self::assertSame('Open', $run->mechanism);
        $bench = $begun->json('job');
        $this->does($bench, 'power', ['power' => 'live'])->assertOk();
        $this->does($bench, 'cause', ['part' => 'R1', 'fault' => 'open'])->assertJsonPath('bench.practice.over', true);
        self::assertSame(1.0, (float) $this->getJson("/api/v1/practice/{$run->id}")->json('grade.found'));

        // A lead of another workshop does not get at it.
        $elsewhere = $this->person('lead', Workshop::query()->create(['name' => 'Elsewhere']));
        $this->actingAs($elsewhere)
            ->postJson('/api/v1/practice/series', ['people' => [$elsewhere->id]] + $asked)
            ->assertJsonValidationErrors('jobs');
    }

    /** A lead sets the same units to several people; each plays them once, and only the lead sees how all did. */
    public function testASeriesIsSetAndPlayed(): void
    {
        [$lead, $one, $two] = [$this->person('lead'), $this->person('apprentice'), $this->person('technician')];
        $supply = $this->job($two)->supply_id;
        app(Solutions::class)->prepare(Supplies::demo('tuner-feed'));
        $asked = [
            'title' => 'Leaky, two units',
            'supply_id' => $supply,
            'count' => 2,
            'mechanism' => 'Leaky',
            'due_on' => now()->addWeek()->toDateString(),
            'people' => [$one->id],
        ];
        $this->actingAs($one)->postJson('/api/v1/practice/series', $asked)->assertForbidden();
        $this->actingAs($lead);
        foreach (
            [
                'people' => [[], [$this->person('lead', Workshop::query()->create(['name' => 'Elsewhere']))->id]],
                'count' => [0, 21],
                'due_on' => ['24.12.2026', now()->subDay()->toDateString()],
                'mechanism' => ['Tired'],
                'title' => [''],
            ]
            as $field => $bad
        ) {
            foreach ($bad as $value) {
                $this->postJson('/api/v1/practice/series', [$field => $value] + $asked)->assertUnprocessable();
            }
        }
        $set = $this->postJson('/api/v1/practice/series', ['people' => [$one->id, $two->id]] + $asked)->assertCreated();
        $id = $set->json('id');
        self::assertStringNotContainsString('seed', (string) $set->getContent());

        $runs = [];
        foreach ([$one, $two] as $person) {
            $this->actingAs($person);
            $this->getJson('/api/v1/practice/series')
                ->assertJsonPath('0.mine.1.run', null)
                ->assertJsonPath('0.people', []);
            $begun = $this->postJson('/api/v1/practice', ['series' => $id, 'item' => 1])->assertCreated();
            // Who has begun it goes on with it.
            $again = $this->postJson('/api/v1/practice', ['series' => $id, 'item' => 1])->assertCreated();
            self::assertSame($begun->json('id'), $again->json('id'));
            $this->postJson('/api/v1/practice', ['series' => $id, 'item' => 2])->assertUnprocessable();
            $runs[] = PracticeRun::query()->findOrFail($begun->json('id'));
        }
        self::assertSame($runs[0]->exercise, $runs[1]->exercise, 'all have the same unit');
        self::assertSame('Leaky', $runs[0]->mechanism);
        // A way to fail that no part of this supply has is refused in words.
        $none = $this->actingAs($lead)->postJson(
            '/api/v1/practice/series',
            [
                'mechanism' => 'Weak',
                'people' => [$one->id],
            ] + $asked,
        );
        $this->actingAs($one)
            ->postJson('/api/v1/practice', ['series' => $none->json('id'), 'item' => 0])
            ->assertUnprocessable();
        $this->actingAs($lead)
            ->deleteJson("/api/v1/practice/series/{$none->json('id')}")
            ->assertNoContent();
        $this->actingAs($two);
        $this->giveUp($runs[1]->id);

        $this->actingAs($lead)
            ->getJson('/api/v1/practice/series')
            ->assertJsonPath('0.people.0.runs.1.over', false)
            ->assertJsonPath('0.people.1.runs.1.over', true)
            ->assertJsonPath('0.mine', []);
        $this->postJson('/api/v1/practice', ['series' => $id, 'item' => 0])->assertNotFound();
        $this->actingAs($one)
            ->deleteJson("/api/v1/practice/series/{$id}")
            ->assertForbidden();
        $this->actingAs($lead)
            ->deleteJson("/api/v1/practice/series/{$id}")
            ->assertNoContent();
        self::assertSame(2, PracticeRun::query()->count(), 'runs stay');
    }

    /** Two tablets on one run: the slower one is told, and nothing of either is lost. */
    public function testARunThatWasPlayedOnElsewhereTakesNoStaleEntry(): void
    {
        $this->actingAs($this->person('technician'));
        $run = $this->begin(2);
        $job = RepairJob::query()->withPractice()->findOrFail($run->json('job'));
        $entry = self::entry('power', ['power' => 'live']);
        $stale = app(HiddenUnits::class)->of($job)->answered($entry);
        $this->does($job->id, 'note', ['text' => 'from the other one'])->assertOk();

        try {
            $late = new class ($stale) implements HiddenUnits, HiddenUnit {
                /** @param array<string, mixed> $stale */
                public function __construct(private readonly array $stale) {}

                public function of(RepairJob $job): HiddenUnit
                {
                    return $this;
                }

                public function answered(array $entry): array
                {
                    return $this->stale;
                }

                public function refused(string $kind, EntryRefused $refused): void {}

                public function taken(LogEntry $entry): void {}
            };
            $this->app->instance(HiddenUnits::class, $late);
            app(JobLog::class)->take($job, $this->person('technician'), $entry);
            self::fail('It was played on meanwhile.');
        } catch (EntryRefused $refused) {
            self::assertStringContainsString('elsewhere', $refused->getMessage());
        }
        self::assertSame(['note'], $job->entries()->where('kind', '!=', 'symptom')->pluck('kind')->all());
    }

    /** A family has no supply in the library: its units have fresh values, worked out when somebody first asks. */
    public function testAFamilyIsPractisedOnWithFreshValues(): void
    {
        [$lead, $one] = [$this->person('lead'), $this->person('apprentice')];
        $this->actingAs($one);
        $asked = ['family' => 'doubler', 'seed' => 9];
        // Its faults are worked out when somebody first asks; the same seed asks for the same unit then.
        $first = $this->postJson('/api/v1/practice', $asked);
        self::assertContains($first->status(), [201, 422]);
        $run = $this->postJson('/api/v1/practice', $asked)->assertCreated();
        self::assertStringContainsString(', values 4', $run->json('title'));
        $this->getJson("/api/v1/jobs/{$run->json('job')}/bench")
            ->assertOk()
            ->assertJsonPath('practice.over', false);
        $this->postJson('/api/v1/practice', ['family' => 'perpetuum'])->assertJsonValidationErrors('family');
        self::assertSame(0, Supply::query()->where('title', 'like', '%values%')->count(), 'the library stays as it is');

        $this->actingAs($lead);
        $set = $this->postJson('/api/v1/practice/series', [
            'title' => 'Doublers',
            'family' => 'doubler',
            'count' => 3,
            'people' => [$one->id],
        ])->assertCreated();
        $this->actingAs($one);
        $begin = ['series' => $set->json('id'), 'item' => 1];
        // Its own values may have to be worked out first.
        $first = $this->postJson('/api/v1/practice', $begin);
        ($first->status() === 422 ? $this->postJson('/api/v1/practice', $begin) : $first)->assertCreated();
    }

    public function testTheSameSeedIsTheSameExercise(): void
    {
        $this->actingAs($this->person('technician'));
        $this->begin(5);
        $this->begin(5);

        $both = PracticeRun::query()->pluck('exercise');
        self::assertSame($both[0]['hidden'], $both[1]['hidden']);
    }

    /** Own runs; a lead looks at everybody's of the workshop, and plays none of them. */
    public function testNobodySeesOrPlaysTheRunsOfOthers(): void
    {
        $this->actingAs($this->person('apprentice'));
        ['id' => $id, 'job' => $job] = $this->begin(3)->json();
        $this->actingAs($this->person('technician'));
        $this->getJson("/api/v1/practice/{$id}")->assertNotFound();
        $this->giveUp($id)->assertNotFound();
        $this->getJson('/api/v1/practice')->assertOk()->assertJsonCount(0);
        $this->actingAs($this->person('lead'));
        $this->getJson("/api/v1/practice/{$id}")->assertOk();
        // A lead looks over a shoulder, and touches nothing.
        $this->getJson("/api/v1/jobs/{$job}/bench")
            ->assertOk()
            ->assertJsonPath('job.may_write', false);
        $this->does($job, 'note', ['text' => 'x'])->assertForbidden();
        $this->getJson('/api/v1/practice')->assertJsonCount(1);
        $this->giveUp($id)->assertNotFound();
        $elsewhere = Workshop::query()->create(['name' => 'Elsewhere']);
        $this->actingAs($this->person('lead', $elsewhere));
        $this->getJson("/api/v1/practice/{$id}")->assertNotFound();
        $this->postJson('/api/v1/practice', ['supply_id' => Supply::query()->value('id')])->assertStatus(422);
    }

    public function testWhatCannotBeBegunSaysWhy(): void
    {
        $this->actingAs($this->person('technician'));
        $supply = $this->supply();
        $supply->update(['description' => ['title' => 'Not seen before ' . Str::random(8)] + $supply->description]);
        $this->postJson('/api/v1/practice', ['supply_id' => $supply->id])
            ->assertStatus(422)
            ->assertJsonValidationErrors('supply');
        $this->postJson('/api/v1/practice', [])->assertStatus(422)->assertJsonValidationErrors('supply_id');
        $this->begin(1, 'unheard of')->assertStatus(422)->assertJsonValidationErrors('difficulty');
    }

    /** Own numbers, and nothing in lists, history, statistics, drawer: practice leaves nothing in the work. */
    public function testPracticeLeavesNothingInTheWork(): void
    {
        $this->actingAs($this->person('technician'));
        $tables = ['photos', 'stock_items', 'stock_reservations', 'runs', 'instruments', 'supplies', 'supply_versions'];
        $count = fn(): array => [
            ...array_map(static fn(string $t): int => DB::table($t)->count(), $tables),
            RepairJob::query()->count(),
            count($this->getJson('/api/v1/jobs')->json()),
            $this->getJson('/api/v1/history')->json(),
            preg_grep('/^oculant_(jobs|entries)/', explode("\n", app(Metrics::class)->text())),
        ];
        $stock = $this->postJson('/api/v1/stock', ['part' => 'electrolytic 47u 25V', 'quantity' => 3])->json('id');
        $job = $this->job($this->person('technician'));
        $run = $this->begin(4);
        $before = $count();
        $bench = $run->json('job');
        $this->does($bench, 'power', ['power' => 'live'])->assertOk();
        $this->does($bench, 'reading', ['text' => 'tp4'])->assertOk();
        $this->does($bench, 'power', ['power' => 'unplugged'])->assertOk();
        $this->does($bench, 'repair', [
            'part' => 'C2',
            'out' => 'as found',
            'in' => 'new',
            'stock' => $stock,
        ])->assertOk();
        $this->does($bench, 'cause', ['part' => 'C2', 'fault' => 'short'])->assertOk();

        self::assertSame($before, $count());
        self::assertMatchesRegularExpression(
            '/^P-\d{3}$/',
            (string) $this->getJson("/api/v1/jobs/{$bench}/bench")->json('job.number'),
        );
        self::assertSame(3, DB::table('stock_items')->where('id', $stock)->value('quantity'));
        self::assertSame([], (new WorkshopHistory())->of($job->supply, ''));
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function begin(int $seed, ?string $difficulty = null, bool $isDue = false): TestResponse
    {
        $job = $this->job($this->person('technician'));
        // In these tests what is small is solved where it is asked for.
        app(Solutions::class)->prepare(Supplies::demo('tuner-feed'));

        return $this->postJson('/api/v1/practice', [
            'supply_id' => $job->supply_id,
            'seed' => $seed,
            'difficulty' => $difficulty,
            'due' => $isDue,
        ]);
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function giveUp(string $run): TestResponse
    {
        return $this->postJson("/api/v1/practice/{$run}/end");
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function does(string $job, string $kind, array $payload): TestResponse
    {
        return $this->postJson("/api/v1/jobs/{$job}/log", [
            'entries' => [self::entry($kind, $payload)],
            'bench' => true,
        ]);
    }
}
