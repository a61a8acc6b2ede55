<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\Workshop;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\Fluent\AssertableJson;

final class JobTest extends FeatureTestCase
{
    public function testBooksInAUnitWithItsSymptoms(): void
    {
        $user = $this->person('technician');
        $supply = $this->supply();
        $job = $this->actingAs($user)
            ->postJson('/api/v1/jobs', [
                'unit' => 'Wheelhouse receiver',
                'owner' => 'Ferry',
                'complaint' => 'silent',
                'mains' => '230 V',
                'supply_id' => $supply->id,
                'symptoms' => ['dead', 'fuse_intact'],
            ])
            ->assertCreated()
            ->assertJsonPath('number', now()->format('y') . '-001')
            ->assertJsonPath('energised', false);

        $this->getJson("/api/v1/jobs/{$job->json('id')}/bench")
            ->assertOk()
            ->assertJsonPath('symptoms', ['Dead, nothing at all', 'Fuse found intact']);
        $this->getJson('/api/v1/jobs')
            ->assertJsonCount(1)
            ->assertJsonPath('0.waits_for', static fn(string $w): bool => str_starts_with($w, 'measuring'));
        $this->getJson("/api/v1/jobs/{$job->json('id')}")
            ->assertOk()
            ->assertJsonPath('unit', 'Wheelhouse receiver');
    }

    public function testSymptomsToChooseFrom(): void
    {
        $this->actingAs($this->person('apprentice'))
            ->getJson('/api/v1/words')
            ->assertOk()
            ->assertJsonFragment(['value' => 'hum', 'label' => 'Hum at twice mains frequency']);
    }

    public function testSaysWhatIsMissing(): void
    {
        $other = $this->supply('tuner-feed', Workshop::query()->create(['name' => 'Elsewhere']));
        $this->actingAs($this->person('technician'))
            ->postJson('/api/v1/jobs', ['mains' => 'lots', 'supply_id' => $other->id, 'symptoms' => ['sad']])
            ->assertUnprocessable()
            ->assertJsonValidationErrors(['unit', 'owner', 'symptoms.0'])
            ->assertJsonPath(
                'errors.supply_id.0',
                'There is no such supply in your workshop\'s library. Choose one from the list.',
            )
            ->assertJsonPath('errors.mains.0', static fn(string $m): bool => str_contains($m, '"lots"'));
    }

    public function testAJobOfAnotherWorkshopIsNotThere(): void
    {
        $job = $this->job($this->person('technician', Workshop::query()->create(['name' => 'Elsewhere'])));
        $this->actingAs($this->person('lead'));

        foreach (['', '/bench', '/report', '/report.pdf'] as $part) {
            $this->getJson("/api/v1/jobs/{$job->id}{$part}")
                ->assertNotFound()
                ->assertJsonPath('message', 'There is no such job in your workshop.');
        }
        $this->log($job, 'note', ['text' => 'hello'])->assertNotFound();
        self::assertSame(0, LogEntryRecord::query()->count());
    }

    /** What is asked of the database does not grow with the log, nor with the jobs of the same board. */
    public function testABenchAnswerAsksTheDatabaseOnlyAFewTimes(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'tide-recorder');
        $this->actingAs($user);
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $few = $this->questions($job);
        foreach (['tp4 15.1', 'tp6 0.02', 'tp3 21.8', 'tp5 -22', 'tp7 -24.7'] as $text) {
            $this->log($job, 'reading', ['text' => $text])->assertOk();
        }
        $this->job($user, 'tide-recorder');

        self::assertSame($few, $this->questions($job));
        self::assertLessThanOrEqual(14, $few);
    }

    private function questions(RepairJob $job): int
    {
        DB::flushQueryLog();
        DB::enableQueryLog();
        $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
        DB::disableQueryLog();

        return count(DB::getQueryLog());
    }

    public function testBenchShowsStatePathNextStepSuspectsAndLog(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'tide-recorder');
        $this->actingAs($user);
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp4 15.1'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp6 0.02'])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/bench")
            ->assertOk()
            ->assertJson(
                static fn(AssertableJson $json) => $json
                    ->where('state.power', 'live')
                    // Before and behind the connector in front of the dead regulator: either halves what is left.
                    ->where('next.target', static fn(string $target): bool => in_array($target, ['TP5', 'TP7'], true))
                    ->has('next.outcomes.1')
                    ->where('suspects.0.title', 'U2 no output')
                    ->where('points.3.reading.word', 'fine')
                    ->where('path.5.energy', 'absent')
                    ->where('log.0.reading.word', 'dead')
                    ->where('log.0.by', $user->name)
                    ->etc(),
            );
    }

    public function testAnAcPointTakesAcWithoutBeingTold(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, 'power', ['power' => 'live']);
        $this->log($job, 'reading', ['text' => 'tp2 14.5'])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/bench")
            ->assertJsonPath('log.0.line', 'TP2 14.50 V AC')
            ->assertJsonPath('log.0.reading.good', true);
    }

    public function testSendingAnEntryTwiceIsHarmless(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $entry = self::entry('note', ['text' => 'smells of fish']);
        $this->actingAs($user)
            ->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [$entry, $entry]])
            ->assertOk()
            ->assertJsonPath('accepted', [$entry['id'], $entry['id']]);
        $this->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [$entry]])->assertOk();

        self::assertSame(1, LogEntryRecord::query()->count());
    }

    public function testAnEntryIdBelongsToOneJob(): void
    {
        $user = $this->person('technician');
        $entry = self::entry('note', ['text' => 'first']);
        $this->actingAs($user)
            ->postJson("/api/v1/jobs/{$this->job($user)->id}/log", ['entries' => [$entry]])
            ->assertOk();
        $this->postJson("/api/v1/jobs/{$this->job($user)->id}/log", ['entries' => [$entry]])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('id');
    }

    public function testEntriesBeforeARefusedOneStand(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $good = self::entry('power', ['power' => 'live']);
        $this->actingAs($user)
            ->postJson("/api/v1/jobs/{$job->id}/log", [
                'entries' => [$good, self::entry('reading', ['text' => '12,5x', 'target' => 'TP4'])],
            ])
            ->assertUnprocessable()
            ->assertJsonPath('accepted', [$good['id']])
            ->assertJsonPath(
                'message',
                static fn(string $m): bool => str_contains($m, '"12,5x"') && str_contains($m, 'Use a point'),
            );

        self::assertSame(['power'], LogEntryRecord::query()->pluck('kind')->all());
    }

    public function testRefusesEntriesWithoutShape(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)
            ->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [['id' => 'not a ulid', 'kind' => 'note']]])
            ->assertJsonValidationErrors(['entries.0.id', 'entries.0.payload', 'entries.0.at']);
        $this->log($job, 'wish', [])->assertUnprocessable()->assertJsonValidationErrors('kind');
    }

    public function testStrikesOutOnlyWhatIsThere(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, 'strike', ['entry' => '01ARZ3NDEKTSV4RRFFQ69G5FAV'])->assertUnprocessable();
        $note = self::entry('note', ['text' => 'wrong unit']);
        $this->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [$note]]);
        $this->log($job, 'strike', ['entry' => $note['id']])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/bench")
            ->assertJsonPath('log.1.struck', true)
            ->assertJsonCount(2, 'log');
    }

    public function testApprenticesReadOthersJobsAndWriteTheirOwn(): void
    {
        $apprentice = $this->person('apprentice');
        $others = $this->job($this->person('technician'));
        $own = $this->job($apprentice);
        $this->actingAs($apprentice);

        $this->getJson("/api/v1/jobs/{$others->id}/bench")
            ->assertOk()
            ->assertJsonPath('job.may_write', false);
        $this->log($others, 'note', ['text' => 'x'])
            ->assertForbidden()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'Apprentices may read'));
        $this->log($own, 'note', ['text' => 'x'])->assertOk();
        $this->log($own, 'close')->assertForbidden();
        $this->log($own, 'handback')->assertForbidden();
    }

    public function testAWholeRepairFromReadingToHandBack(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp4 0.05'])->assertOk();
        $this->log($job, 'close')
            ->assertUnprocessable()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'name the cause'));
        $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
        $this->log($job, 'cause', ['part' => 'Z1', 'fault' => 'short', 'text' => ''])->assertOk();
        $this->log($job, 'repair', ['part' => 'Z1', 'out' => 'zener', 'in' => 'zener 9.1 V 1.3 W'])->assertOk();
        $this->log($job, 'power', ['power' => 'live'])
            ->assertUnprocessable()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'limited power first'));
        $this->seeTo($job, 'mains');
        $this->log($job, 'power', ['power' => 'live'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp4 0.05'])->assertOk();
        $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
        $this->log($job, 'close')
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                static fn(string $m): bool => str_contains($m, 'do not read right after the repair: TP4'),
            );
        $this->log($job, 'power', ['power' => 'live'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp4 9.2'])->assertOk();
        $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
        $this->log($job, 'close')
            ->assertUnprocessable()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'not tested as it now stands'));
        $this->log($job, 'reading', ['text' => 'insulation OL'])->assertOk();
        $this->log($job, 'reading', ['text' => 'touch 8u'])->assertOk();
        $this->log($job, 'close')->assertOk();
        $this->log($job, 'reading', ['text' => 'tp4 1 ohm'])
            ->assertUnprocessable()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'closed'));
        $this->log($job, 'handback')->assertOk();
        $this->log($job, 'power', ['power' => 'live'])->assertUnprocessable();
        $this->log($job, 'note', ['text' => 'owner is happy'])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/report")
            ->assertOk()
            ->assertJsonPath('cause.fault', 'shorted')
            ->assertJsonPath('asFound.0.word', 'dead')
            ->assertJsonPath('asLeft.0.word', 'fine')
            ->assertJsonPath('open', []);
        $pdf = $this->get("/api/v1/jobs/{$job->id}/report.pdf")
            ->assertOk()
            ->assertHeader('Content-Type', 'application/pdf');
        self::assertStringStartsWith('%PDF-', (string) $pdf->getContent());
        $this->getJson('/api/v1/jobs')->assertJsonPath('0.handed_back', true);
    }

    public function testAJobKeepsTheDescriptionItWasBookedInWith(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $changed = ['title' => 'Changed'] + $job->description;
        $this->actingAs($user)
            ->putJson("/api/v1/supplies/{$job->supply_id}", ['description' => $changed])
            ->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertJsonPath('title', $job->description['title']);
    }
}
