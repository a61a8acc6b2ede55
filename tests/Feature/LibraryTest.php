<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\BookIn;
use App\Knowledge\Pieces;
use App\Knowledge\Solutions;
use App\Knowledge\SolveNext;
use App\Knowledge\SolvePair;
use App\Library\Shelf;
use App\Models\Solve;
use App\Models\SolvePiece;
use App\Models\Supply;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\Fluent\AssertableJson;
use Oculant\Core\Diagnosis\DictionaryBuilder;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Templates;
use Tests\Support\Supplies;

/** Search, versions, revisions, imports, what the engine computes, and the queue. */
final class LibraryTest extends FeatureTestCase
{
    public function testSearchLooksIntoDescriptions(): void
    {
        $this->supply();
        $this->supply('deck-intercom');
        $this->actingAs($this->person('technician'));

        $this->getJson('/api/v1/supplies?q=intercom')
            ->assertJsonCount(1)
            ->assertJsonPath('0.title', 'Deck intercom, 12 V');
        $this->getJson('/api/v1/supplies?q=7812')->assertJsonCount(1);
        $this->getJson('/api/v1/supplies?q=deck 7812')->assertJsonCount(1);
        $this->getJson('/api/v1/supplies?q=100%25')->assertJsonCount(0);
    }

    public function testEveryChangeIsAVersionAndJobsKeepTheirs(): void
    {
        $user = $this->person('technician');
        $supply = $this->kept('tuner-feed');
        $job = app(BookIn::class)->unit($user, $supply, [
            'unit' => 'Wireless',
            'owner' => 'Somebody',
            'mains' => '230 V',
        ]);
        $changed = $supply->description;
        $changed['parts'][5]['value'] = '2200u';
        $this->actingAs($user)
            ->putJson("/api/v1/supplies/{$supply->id}", ['description' => $changed])
            ->assertOk()
            ->assertJsonPath('version', 2);
        $this->putJson("/api/v1/supplies/{$supply->id}", ['description' => $changed])
            ->assertOk()
            ->assertJsonPath('version', 2);

        $this->getJson("/api/v1/supplies/{$supply->id}/versions")
            ->assertOk()
            ->assertJsonCount(2, 'versions')
            ->assertJsonPath('versions.0.changes', 1)
            ->assertJsonPath('versions.1.changes', null);
        $this->getJson("/api/v1/supplies/{$supply->id}/differences?version=1")
            ->assertOk()
            ->assertExactJson([
                ['section' => 'parts', 'name' => 'C1', 'field' => 'value', 'before' => '1000u', 'after' => '2200u'],
            ]);
        self::assertSame(1, $supply->versions()->find($job->fresh()?->supply_version_id)?->number);
        self::assertSame('1000u', $job->fresh()?->description['parts'][5]['value']);
    }

    public function testRevisionsShareAParentAndShowTheirDifferences(): void
    {
        $supply = $this->kept('tuner-feed');
        $this->actingAs($this->person('technician'));
        $copy = $this->postJson("/api/v1/supplies/{$supply->id}/duplicate", ['revision' => 'C'])
            ->assertCreated()
            ->assertJsonPath('parent_id', $supply->id)
            ->json('id');
        $third = $this->postJson("/api/v1/supplies/{$copy}/duplicate", ['revision' => 'D'])
            ->assertCreated()
            ->assertJsonPath('parent_id', $supply->id)
            ->json('id');

        $this->getJson("/api/v1/supplies/{$third}/versions")->assertJsonCount(2, 'family');
        $this->getJson("/api/v1/supplies/{$copy}/differences?other={$supply->id}")->assertExactJson([
            ['section' => 'supply', 'name' => '', 'field' => 'revision', 'before' => 'B', 'after' => 'C'],
        ]);
        $this->postJson("/api/v1/supplies/{$supply->id}/duplicate", [])->assertJsonValidationErrors('revision');
    }

    public function testImportsAndSaysWhatWasNotUnderstood(): void
    {
        $this->actingAs($this->person('technician'));
        $net = (string) file_get_contents(__DIR__ . '/../Core/fixtures/import/foghorn_feed.net');
        $imported = $this->postJson('/api/v1/supplies/import', ['format' => 'kicad', 'text' => $net])
            ->assertOk()
            ->assertJsonPath('unknown.0.ref', 'U2');
        $this->postJson('/api/v1/supplies/check', ['description' => $imported->json('description')])
            ->assertOk()
            ->assertJsonPath('unknown', 1)
            ->assertJsonPath('settled', true);
        $this->postJson('/api/v1/supplies/import', [
            'format' => 'json',
            'text' => json_encode(Supplies::demoArray('tuner-feed')),
        ])
            ->assertOk()
            ->assertJsonPath('description.revision', 'B');
        $this->postJson('/api/v1/supplies/import', [
            'format' => 'parts',
            'text' => "ref,value\nC1,1500u",
            'description' => Supplies::demoArray('tuner-feed'),
        ])
            ->assertOk()
            ->assertJsonPath('description.parts.5.value', '1500u');

        $this->postJson('/api/v1/supplies/import', ['format' => 'kicad', 'text' => 'Lorem'])
            ->assertUnprocessable()
            ->assertJsonPath('problems.0.path', 'text');
        $this->postJson('/api/v1/supplies/import', [
            'format' => 'parts',
            'text' => 'ref,value',
        ])->assertJsonValidationErrors('description');
        $this->postJson('/api/v1/supplies/import', ['format' => 'gerber', 'text' => 'x'])->assertJsonValidationErrors(
            'format',
        );
        $this->postJson('/api/v1/supplies/import', [
            'format' => 'json',
            'text' => str_repeat('x', 1_200_000),
        ])->assertJsonValidationErrors(['text' => 'larger than 1 MB']);
        self::assertSame(0, Supply::query()->count(), 'nothing is kept by looking at a file');
    }

    public function testAHugeDescriptionIsRefusedBeforeItIsRead(): void
    {
        $huge = ['notes' => str_repeat('x', 2_100_000)] + Supplies::demoArray('tuner-feed');
        $this->actingAs($this->person('technician'))
            ->postJson('/api/v1/supplies', ['description' => $huge])
            ->assertUnprocessable()
            ->assertJsonPath('problems.0.message', static fn(string $m): bool => str_contains($m, 'at most 1.0 MB'));
        self::assertSame(0, Supply::query()->count());
    }

    public function testLossesAndWaveforms(): void
    {
        $supply = $this->kept('deck-intercom');
        $this->actingAs($this->person('apprentice'));
        $this->getJson("/api/v1/supplies/{$supply->id}/budget")
            ->assertOk()
            ->assertJson(
                fn(AssertableJson $json) => $json
                    ->where('mode', 'loaded')
                    ->has('ends', 3)
                    ->where('ends.1.end', 'nominal')
                    ->has('lines.0.margins')
                    ->etc(),
            );
        $this->getJson("/api/v1/supplies/{$supply->id}/waveforms?trace=volts:TP3&part=C1&fault=dried")
            ->assertOk()
            ->assertJsonCount(200, 'healthy')
            ->assertJsonCount(200, 'faulty')
            ->assertJsonPath('headroom.0.ref', 'U1')
            ->assertJsonPath('stable', true);
        $this->getJson("/api/v1/supplies/{$supply->id}/waveforms?trace=part:BR1")
            ->assertOk()
            ->assertJsonPath('unit', 'A')
            ->assertJsonPath('faulty', null);
        foreach (
            ['trace=volts:NOWHERE', 'mode=asleep', 'part=R99&fault=open', 'part=C1&fault=bored', 'part=C1']
            as $bad
        ) {
            $this->getJson("/api/v1/supplies/{$supply->id}/waveforms?{$bad}")->assertUnprocessable();
        }
    }

    public function testFamiliesAndKindsAreListed(): void
    {
        $this->actingAs($this->person('apprentice'));
        $this->getJson('/api/v1/templates')
            ->assertOk()
            ->assertJsonCount(count(Templates::all()))
            ->assertJsonPath('0.questions.0.name', 'mains')
            ->assertJsonPath('0.questions.2.name', 'secondary')
            ->assertJsonPath(array_search('dc_fed', array_keys(Templates::all()), true) . '.questions.0.name', 'feed');
        $this->getJson('/api/v1/kinds')
            ->assertOk()
            ->assertJsonFragment(['name' => 'shunt_reference']);
    }

    public function testALargeSupplyWaitsInTheQueueAndTheBenchWorksMeanwhile(): void
    {
        Queue::fake();
        $user = $this->person('technician');
        $description = DescriptionReader::fromArray(
            Answers::describe(Templates::named('dc_fed'), ['title' => 'Buoy lantern ' . bin2hex(random_bytes(4))]),
        );
        $supply = app(Shelf::class)->keep($user, $description);
        Queue::assertPushed(SolveNext::class);
        $job = app(BookIn::class)->unit($user, $supply, [
            'unit' => 'Lantern',
            'owner' => 'Harbour office',
            'mains' => '24 V',
        ]);
        $this->actingAs($user)
            ->getJson("/api/v1/supplies/{$supply->id}/progress")
            ->assertJsonPath('state', Solve::QUEUED);

        $bench = "/api/v1/jobs/{$job->id}/bench";
        $this->getJson($bench)
            ->assertOk()
            ->assertJsonPath('solving.state', Solve::QUEUED)
            ->assertJsonPath('solving.known', 0)
            ->assertJsonPath('next.kind', 'wait')
            ->assertJsonCount(0, 'suspects');
        // Once when it was kept, and once more, urgently, when somebody stood at the bench with it.
        Queue::assertPushedOn('urgent', SolveNext::class);
        foreach (
            [['power', ['power' => 'live', 'mode' => 'loaded']], ['reading', ['text' => 'TP4 0.02']]]
            as [$kind, $payload]
        ) {
            $this->postJson("/api/v1/jobs/{$job->id}/log", [
                'entries' => [self::entry($kind, $payload)],
            ])->assertSuccessful();
        }
        // Nothing was solved in a request: what a good unit reads is not known yet, and is called so.
        $this->getJson($bench)->assertJsonPath('log.0.reading.word', 'not known');

        $pieces = app(Pieces::class);
        self::assertTrue($pieces->solveNext(), 'a first idea of the usual mode');
        $this->getJson($bench)->assertJsonPath('log.0.reading.word', 'dead');
        $pieces->solveNext();
        // The likely faults of the present mode are enough for suspects and a next step, and the share is said.
        $early = $this->getJson($bench)->assertJsonPath('solving.state', Solve::RUNNING);
        self::assertGreaterThan(0.4, $early->json('solving.known'));
        self::assertLessThan(1.0, $early->json('solving.known'));
        self::assertNotSame('wait', $early->json('next.kind'));
        self::assertNotSame([], $early->json('suspects'));

        // Whatever is known so far, no page fails for what is not.
        $this->log($job, 'symptom', ['symptom' => 'dead'])->assertSuccessful();
        $this->log($job, 'symptom', ['symptom' => 'smoke'])->assertSuccessful();
        $solved = 2;
        do {
            foreach ($solved++ % 6 === 2 ? ['loaded', 'unloaded'] : [] as $mode) {
                $this->log($job, 'power', ['power' => 'unplugged', 'mode' => $mode])->assertSuccessful();
                $this->getJson($bench)->assertOk();
                $this->getJson("/api/v1/jobs/{$job->id}/parts/C1")->assertOk();
                $this->getJson('/api/v1/jobs')->assertOk();
            }
        } while ($pieces->solveNext());
        $this->getJson("/api/v1/supplies/{$supply->id}/progress")->assertJsonPath('state', 'ready');
        $this->getJson($bench)
            ->assertJsonPath('solving', null)
            ->assertJsonPath('suspects.0.probability', static fn(float $p): bool => $p > 0.1);
        $whole = app(Solutions::class)->of($description)->dictionary(null);
        $sorted = static function (array $readings): array {
            array_walk_recursive($readings, static function (float &$value): void {
                $value = is_nan($value) ? 'none' : $value;
            });
            array_walk($readings, static function (array &$rows): void {
                ksort($rows);
            });

            return $readings;
        };
        self::assertEquals(
            $sorted((new DictionaryBuilder($description))->build()->readings),
            $sorted($whole->readings),
            'pieces make the same dictionary',
        );
    }

    public function testTwoFaultsOfALargeSupplyAreSolvedByAWorker(): void
    {
        Queue::fake();
        $description = DescriptionReader::fromArray(
            Answers::describe(Templates::named('dc_fed'), ['title' => 'Two faults ' . bin2hex(random_bytes(4))]),
        );
        $solutions = app(Solutions::class);
        $solutions->solve($description, static fn() => null);
        $single = $solutions->of($description)->dictionary(null)->hypotheses;
        $pair = Hypothesis::pair($single['U1:dead'], $single['F1:open']);

        self::assertSame([], $solutions->of($description)->pair($pair, null)->hypotheses, 'not in a request');
        $solutions->preparePairs($description);
        $solutions->preparePairs($description);
        Queue::assertPushed(SolvePair::class, 1);
        unserialize(serialize(new SolvePair($description->written, $pair)))->handle($solutions);
        self::assertSame([$pair->id], array_keys($solutions->of($description)->pair($pair, null)->hypotheses));
    }

    public function testWhatAWorkerNeverBroughtBackIsGivenToAnotherOnce(): void
    {
        Queue::fake();
        $description = DescriptionReader::fromArray(
            Answers::describe(Templates::named('dc_fed'), ['title' => 'Lost ' . bin2hex(random_bytes(4))]),
        );
        app(Shelf::class)->keep($this->person('technician'), $description);
        $lost = SolvePiece::query()->where('hash', $description->hash())->orderBy('rank')->firstOrFail();
        foreach ([SolvePiece::DONE, SolvePiece::FAILED] as $attempts => $becomes) {
            $lost->update([
                'state' => SolvePiece::CLAIMED,
                'claimed_at' => now()->subHour(),
                'attempts' => $attempts + 1,
            ]);
            app(Pieces::class)->solveNext();
            self::assertSame($becomes, $lost->refresh()->state);
        }
    }

    public function testOneFaultThatCannotBeSolvedLeavesTheRestKnown(): void
    {
        Queue::fake();
        $description = DescriptionReader::fromArray(
            Answers::describe(Templates::named('dc_fed'), ['title' => 'Failing ' . bin2hex(random_bytes(4))]),
        );
        $supply = app(Shelf::class)->keep($this->person('technician'), $description);
        $bad = SolvePiece::query()
            ->where('hash', $description->hash())
            ->where('name', 'faults loaded 1')
            ->firstOrFail();
        $bad->update(['state' => SolvePiece::FAILED, 'message' => 'out of memory']);
        $pieces = app(Pieces::class);
        while ($pieces->solveNext()) {
        }
        $solve = Solve::query()->findOrFail($description->hash());

        self::assertSame(Solve::READY, $solve->state);
        self::assertStringContainsString('could not be worked out: out of memory', (string) $solve->message);
        $known = app(Solutions::class)->of($description);
        self::assertTrue($known->isWhole());
        self::assertEqualsCanonicalizing($bad->faults, array_keys($known->dictionary(null)->missing['loaded'] ?? []));
        $this->actingAs($this->person('technician'))
            ->getJson("/api/v1/supplies/{$supply->id}/progress")
            ->assertJsonPath('state', 'ready');
    }

    public function testTheUnitOnABenchGoesFirstAndInTheModeThatItStandsIn(): void
    {
        Queue::fake();
        $user = $this->person('technician');
        $of = static fn(string $title): Description => DescriptionReader::fromArray(
            Answers::describe(Templates::named('dc_fed'), ['title' => $title . ' ' . bin2hex(random_bytes(4))]),
        );
        [$kept, $away, $bench] = [$of('Kept'), $of('On another bench'), $of('On the bench')];
        app(Shelf::class)->keep($user, $kept);
        app(Solutions::class)->prepare($away, true, 'unloaded');
        Solve::query()
            ->whereKey($away->hash())
            ->update(['asked_at' => now()->subMinutes(5)]);
        app(Solutions::class)->prepare($bench, true, 'unloaded');
        app(Pieces::class)->solveNext();

        $solved = SolvePiece::query()->where('state', SolvePiece::DONE)->get();
        self::assertSame(
            [[$bench->hash(), 'unloaded']],
            $solved->map(static fn(SolvePiece $p): array => [$p->hash, $p->mode])->all(),
        );
        app(Pieces::class)->solveNext();
        // What breaks in the usual mode is broken in this one: that was solved with it.
        self::assertSame(
            ['faults loaded 0', 'faults unloaded 0', 'first unloaded'],
            SolvePiece::query()
                ->where('state', SolvePiece::DONE)
                ->orderBy('name')
                ->pluck('name')
                ->sortBy(static fn(string $n): int => str_starts_with($n, 'faults') ? 0 : 1)
                ->values()
                ->all(),
        );
    }

    public function testASymptomOfAModeThatIsNotSolvedYetSaysNothingYet(): void
    {
        Queue::fake();
        $user = $this->person('technician');
        $description = DescriptionReader::fromArray(
            Answers::describe(Templates::named('dc_fed'), ['title' => 'Other mode ' . bin2hex(random_bytes(4))]),
        );
        $supply = app(Shelf::class)->keep($user, $description);
        $job = app(BookIn::class)->unit($user, $supply, [
            'unit' => 'Lantern',
            'owner' => 'Harbour office',
            'mains' => '24 V',
            'symptoms' => ['dead'],
        ]);
        SolvePiece::query()->where('hash', $description->hash())->where('mode', 'loaded')->delete();
        Solve::query()
            ->whereKey($description->hash())
            ->update(['mode' => 'unloaded', 'is_urgent' => true]);
        $this->actingAs($user);
        app(Pieces::class)->solveNext();
        app(Pieces::class)->solveNext();

        $this->getJson("/api/v1/jobs/{$job->id}/bench")
            ->assertOk()
            ->assertJsonPath('next.kind', 'wait');
    }

    private function kept(string $demo): Supply
    {
        return app(Shelf::class)->keep($this->person('lead'), Supplies::demo($demo));
    }
}
