<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Knowledge\Solutions;
use App\Models\PracticeRun;
use App\Models\Supply;
use App\Models\Workshop;
use App\Practice\PlayBeside;
use App\Practice\PracticeDesk;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Oculant\Core\Bench\EntryRefused;
use Tests\Support\Supplies;

/** Practice through the API: one's own runs, nothing told before the end, and nothing of it in the work. */
final class PracticeTest extends FeatureTestCase
{
    public function testARunIsPlayedToItsGrade(): void
    {
        $this->actingAs($this->person('apprentice'));
        $run = $this->begin(2)->assertCreated();
        self::assertNull($run->json('grade'));
        self::assertSame([], $run->json('replay'));
        self::assertStringNotContainsString('hidden', (string) $run->getContent());
        $id = $run->json('id');

        $this->say($id, 'tp4 dc')->assertOk()->assertJsonPath('lines.1.taken', false);
        $this->say($id, 'see to mains')->assertOk();
        $this->say($id, 'power live')->assertOk()->assertJsonPath('power', 'live');
        $read = $this->say($id, 'tp4')->assertOk()->json('lines.4.said');
        self::assertMatchesRegularExpression('/^TP4 /', $read);
        // Taken up again it is the same run: what was read stays as it was read.
        $again = $this->getJson("/api/v1/practice/{$id}")->assertOk();
        self::assertSame($read, $again->json('lines.4.said'));
        $this->say($id, 'tp3 ohms')->assertOk();
        $this->say($id, 'hint where')->assertOk();
        $end = $this->say($id, 'give up')->assertOk()->assertJsonPath('over', true);

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
        $this->say($id, 'tp4')->assertStatus(422)->assertJsonValidationErrors('line');
    }

    /** What went badly comes back; what was tried again on a known unit counts for nothing; a lead sees the group. */
    public function testWhatIsDueIsHiddenNextAndARunIsTriedOtherwise(): void
    {
        $apprentice = $this->person('apprentice');
        $this->actingAs($apprentice);
        $id = $this->begin(2)->json('id');
        $this->say($id, 'see to mains');
        $this->say($id, 'power live');
        $this->say($id, 'tp3');
        $this->say($id, 'tp4');
        $this->postJson("/api/v1/practice/{$id}/branch", ['step' => 0])->assertStatus(422);
        $end = $this->say($id, 'give up')->assertJsonPath('over', true);
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

        // A day later it is due, and it is what is hidden.
        $this->travel(25)->hours();
        $this->getJson('/api/v1/practice/progress')->assertJsonPath('boxes.0.is_due', true);
        $next = $this->begin(5, isDue: true)->assertCreated();
        self::assertStringNotContainsString('mechanism', (string) $next->getContent());
        self::assertSame($hidden, PracticeRun::query()->findOrFail($next->json('id'))->mechanism);

        $step = count($end->json('replay')) - 1;
        $other = $this->postJson("/api/v1/practice/{$id}/branch", ['step' => $step])->assertCreated();
        self::assertSame(
            'power live',
            collect($other->json('lines'))
                ->where('taken', true)
                ->slice(-2, 1)
                ->first()['line'],
        );
        $this->say($other->json('id'), 'tp4')->assertOk();
        $this->say($other->json('id'), 'give up')->assertJsonPath('branch_of', $id);
        $this->getJson('/api/v1/practice/progress')->assertJsonCount(1, 'curve');
        $this->postJson("/api/v1/practice/{$id}/branch", ['step' => 200])->assertStatus(422);
        $this->getJson("/api/v1/practice/{$id}/circuit")
            ->assertOk()
            ->assertJsonPath('parts.0.ref', 'W1');

        $this->actingAs($this->person('technician'))
            ->getJson("/api/v1/practice/progress?person={$apprentice->id}")
            ->assertNotFound();
        $this->getJson("/api/v1/practice/{$id}/circuit")->assertNotFound();
        $this->postJson("/api/v1/practice/{$id}/branch", ['step' => 0])->assertNotFound();
        $lead = $this->actingAs($this->person('lead'))->getJson("/api/v1/practice/progress?person={$apprentice->id}");
        $lead->assertOk()->assertJsonPath('name', $apprentice->name)->assertJsonPath('group.0.runs', 1);
        $stranger = $this->person('lead', Workshop::query()->create(['name' => 'Elsewhere']));
        $this->actingAs($stranger)
            ->getJson("/api/v1/practice/progress?person={$apprentice->id}")
            ->assertNotFound();
    }

    /** A lead sets the same units to several people; each plays them once, and only the lead sees how all did. */
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
        $this->say($run->id, 'power live')->assertOk();
        $this->say($run->id, 'name r1 open')->assertOk()->assertJsonPath('over', true);

        // A lead of another workshop does not get at it.
        $elsewhere = $this->person('lead', Workshop::query()->create(['name' => 'Elsewhere']));
        $this->actingAs($elsewhere)
            ->postJson('/api/v1/practice/series', ['people' => [$elsewhere->id]] + $asked)
            ->assertJsonValidationErrors('jobs');
    }

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
        $this->say($runs[1]->id, 'give up');

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
    public function testARunThatWasPlayedOnElsewhereTakesNoStaleLine(): void
    {
        $this->actingAs($this->person('technician'));
        $id = $this->begin(2)->json('id');
        $stale = PracticeRun::query()->findOrFail($id);
        $this->say($id, 'see to mains')->assertOk();

        try {
            app(PracticeDesk::class)->say($stale, 'power live');
            self::fail('It was played on meanwhile.');
        } catch (EntryRefused $refused) {
            self::assertStringContainsString('elsewhere', $refused->getMessage());
        }
        self::assertSame(['', 'see to mains'], array_column(PracticeRun::query()->findOrFail($id)->lines, 'line'));
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
        $id = $this->begin(3)->json('id');
        $this->actingAs($this->person('technician'));
        $this->getJson("/api/v1/practice/{$id}")->assertNotFound();
        $this->say($id, 'give up')->assertNotFound();
        $this->getJson('/api/v1/practice')->assertOk()->assertJsonCount(0);
        $this->actingAs($this->person('lead'));
        $this->getJson("/api/v1/practice/{$id}")->assertOk();
        $this->getJson('/api/v1/practice')->assertJsonCount(1);
        $this->say($id, 'give up')->assertNotFound();
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
        $id = $this->begin(1)->json('id');
        $this->say($id, '')->assertStatus(422)->assertJsonValidationErrors('line');
        $this->say($id, str_repeat('x', 201))->assertStatus(422);
    }

    /** No job, no log, no history, no statistics: practice leaves nothing in the work. */
    public function testPracticeLeavesNothingInTheWork(): void
    {
        $this->actingAs($this->person('technician'));
        $tables = ['repair_jobs', 'log_entries', 'photos', 'stock_items', 'runs', 'instruments'];
        $count = static fn(): array => array_map(static fn(string $t): int => DB::table($t)->count(), $tables);
        $job = $this->job($this->person('technician'));
        $id = $this->begin(4)->json('id');
        $before = $count();
        foreach (['see to mains', 'power live', 'tp4', 'unplug', 'test c2', 'name c2 short'] as $line) {
            $this->say($id, $line)->assertOk();
        }

        self::assertSame($before, $count());
        $this->getJson("/api/v1/supplies/{$job->supply_id}/history")->assertOk();
        self::assertSame(0, $this->getJson('/api/v1/history')->json('0.closed'));
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
    private function say(string $run, string $line): TestResponse
    {
        return $this->postJson("/api/v1/practice/{$run}/lines", ['line' => $line]);
    }
}
