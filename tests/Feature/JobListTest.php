<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\WorkOutWaits;
use App\Models\RepairJob;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Str;

/** The list of jobs: from rows alone, in pages, and never without what is energised. */
final class JobListTest extends FeatureTestCase
{
    public function testPagesHaveWhatIsHereFirstAndSayWhereTheRestIs(): void
    {
        $user = $this->person('technician');
        $first = $this->job($user);
        $this->copies(
            $first,
            130,
            static fn(int $k): array => [
                'unit' => "Net winch {$k}",
                'place' => $k < 120 ? RepairJob::BACK : RepairJob::HERE,
                'is_handed_back' => $k < 120,
            ],
        );
        $one = $this->actingAs($user)
            ->getJson('/api/v1/jobs')
            ->assertOk()
            ->assertJsonCount(50)
            ->assertHeader('X-Total-Count', '131');
        self::assertSame('</api/v1/jobs?page=2>; rel="next"', $one->headers->get('Link'));
        self::assertSame(array_fill(0, 11, false), array_column(array_slice($one->json(), 0, 11), 'handed_back'));
        self::assertTrue($one->json('11.handed_back'));
        $all = [];
        foreach ([1, 2, 3] as $page) {
            $all = [
                ...$all,
                ...$this->getJson("/api/v1/jobs?page={$page}")
                    ->assertOk()
                    ->json('*.id'),
            ];
        }
        self::assertCount(131, array_unique($all), 'every job on one page and no job on two');
        $this->getJson('/api/v1/jobs?page=3')
            ->assertJsonCount(31)
            ->assertHeader('Link', '</api/v1/jobs?page=2>; rel="prev"');
        $this->getJson('/api/v1/jobs?page=4')->assertOk()->assertJsonCount(0);
        $this->getJson('/api/v1/jobs?state=here')->assertJsonCount(11);
        $this->getJson('/api/v1/jobs?state=back&page=3')->assertJsonCount(20)->assertHeader('X-Total-Count', '120');
    }

    public function testWordsAreFoundInAnyOfTheColumnsAndWildcardsAreLetters(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->copies(
            $job,
            3,
            static fn(int $k): array => [
                'unit' => ['Fog bell 100% spare', 'Fog bell', 'Ice_maker'][$k],
                'owner' => ['Ferry', 'Fish market', 'Fish market'][$k],
                'number' => "26-70{$k}",
            ],
        );
        $this->actingAs($user);
        $units = fn(string $words): array => $this->getJson('/api/v1/jobs?' . http_build_query(['q' => $words]))
            ->assertOk()
            ->json('*.unit');
        self::assertSame(['Fog bell', 'Fog bell 100% spare'], $units('bell'));
        self::assertSame(['Fog bell'], $units('market FOG'), 'all words, in any column, capitals or not');
        self::assertSame(['Fog bell 100% spare'], $units('0%'));
        self::assertSame(['Ice_maker'], $units('_'));
        self::assertSame(['Ice_maker'], $units('26-702'));
        self::assertSame([], $units("fog'; drop table repair_jobs"));
        self::assertCount(4, $units((string) RepairJob::query()->value('supply_title')));
    }

    public function testWhatIsEnergisedIsOnTheFirstPageOfEveryListThatMayHoldIt(): void
    {
        $user = $this->person('technician');
        $live = $this->job($user);
        $this->actingAs($user)
            ->log($live, 'power', ['power' => 'live', 'mode' => 'loaded'])
            ->assertOk();
        $this->copies($live, 60, static fn(): array => ['place' => RepairJob::HERE, 'power' => 'unplugged']);
        foreach (['', '?state=here', '?state=energised'] as $query) {
            $this->getJson("/api/v1/jobs{$query}")
                ->assertJsonPath('0.id', $live->id)
                ->assertJsonPath('0.energised', true);
        }
        $this->getJson('/api/v1/jobs?state=energised')->assertJsonCount(1);
        // One whose log was never read is not taken for safe.
        DB::table('repair_jobs')
            ->where('id', $live->id)
            ->update(['power' => null, 'place' => RepairJob::ENERGISED]);
        $this->getJson('/api/v1/jobs?state=energised')->assertJsonPath('0.energised', true);
        $this->log($live, 'power', ['power' => 'unplugged'])->assertOk();
        $this->getJson('/api/v1/jobs?state=energised')->assertJsonCount(0);
        $this->actingAs($this->person('technician', \App\Models\Workshop::query()->create(['name' => 'Another'])))
            ->getJson('/api/v1/jobs')
            ->assertJsonCount(0);
    }

    /**
     * The list asks the database as often for fifty jobs as for one, and opens no job of which it is known what it
     * waits for.
     */
    public function testALongListCostsNoMoreQuestionsThanAShortOne(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)
            ->getJson('/api/v1/jobs')
            ->assertJsonPath('0.waits_for', static fn(string $w): bool => str_starts_with($w, 'measuring'));
        $asked = function (): int {
            DB::flushQueryLog();
            DB::enableQueryLog();
            $this->getJson('/api/v1/jobs')->assertOk();

            return count(DB::getQueryLog());
        };
        $few = $asked();
        $this->copies($job->refresh(), 49, static fn(): array => []);
        self::assertSame($few, $asked());
        self::assertLessThanOrEqual(8, $few);
        self::assertStringNotContainsString('`description`', implode(' ', array_column(DB::getQueryLog(), 'query')));
    }

    /** What jobs wait for is worked out by a worker, a few at a time: no list waits for it. */
    public function testWhatIsNotWorkedOutYetIsSaidSoAndComesWithTheNextLooks(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->copies($job, 13, static fn(): array => ['waits_for' => null, 'waits_as_of' => null]);
        $this->actingAs($user);
        $open = fn(): int => count(
            array_keys($this->getJson('/api/v1/jobs')->assertOk()->json('*.waits_for'), 'not worked out yet', true),
        );
        self::assertSame([4, 0], [$open(), $open()], 'ten at a time');
        $this->log($job, 'note', ['text' => 'looked at'])->assertOk();
        self::assertSame(0, $open(), 'a log that grew is looked at anew');
        // More may be known of the faults by now: until that is worked out, what was known stands.
        $row = RepairJob::query()->findOrFail($job->id);
        DB::table('repair_jobs')
            ->where('id', $job->id)
            ->update(['waits_for' => 'a first idea', 'waits_as_of' => $row->waits_as_of . ':17']);
        Queue::fake();
        $this->getJson('/api/v1/jobs')->assertJsonFragment(['waits_for' => 'a first idea']);
        $this->log($job, 'note', ['text' => 'looked at again'])->assertOk();
        $this->getJson('/api/v1/jobs')->assertJsonFragment(['waits_for' => 'not worked out yet']);
        Queue::assertPushedOn('papers', WorkOutWaits::class);
    }

    public function testWhatIsNoStateOrPageIsRefusedInWords(): void
    {
        $this->actingAs($this->person('technician'))
            ->getJson('/api/v1/jobs?state=lost')
            ->assertUnprocessable()
            ->assertJsonPath(
                'errors.state.0',
                'There is no state "lost" of jobs. Ask for energised, here, back or all.',
            );
        $this->getJson('/api/v1/jobs?page=0')
            ->assertUnprocessable()
            ->assertJsonPath('errors.page.0', 'Pages are counted 1, 2, 3.');
        $this->getJson('/api/v1/jobs?q=' . str_repeat('x', 101))->assertUnprocessable();
    }

    /** @param callable(int): array<string, mixed> $with */
    private function copies(RepairJob $job, int $count, callable $with): void
    {
        $row = (array) DB::table('repair_jobs')->where('id', $job->id)->first();
        for ($k = 0; $k < $count; $k++) {
            $copy =
                $with($k) + [
                    'id' => strtolower((string) Str::ulid(now()->addSeconds($k + 1))),
                    'number' => sprintf('26-9%03d', $k),
                ] +
                $row;
            DB::table('repair_jobs')->insert(
                ['words' => implode(' ', [$copy['number'], $copy['unit'], $copy['owner'], $copy['supply_title']])] +
                    $copy,
            );
        }
    }
}
