<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\PreparePlan;
use App\Knowledge\Solutions;
use App\Models\Solve;
use App\Models\Workshop;
use Illuminate\Testing\Fluent\AssertableJson;
use Oculant\Core\Proving\Calibration\CalibrationPlan;
use Oculant\Core\Proving\Load\LoadTest;
use Oculant\Core\Replacement\Demands;
use Oculant\Core\Supply\DescriptionReader;
use Tests\Support\Supplies;

/** Parts of a job over HTTP: compared, judged, recapped, weighed. */
final class PartsTest extends FeatureTestCase
{
    public function testAPlaceSaysWhatTheCircuitAsksOfIt(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'tide-recorder');

        $this->actingAs($technician)
            ->getJson("/api/v1/jobs/{$job->id}/parts/C1")
            ->assertOk()
            ->assertJson(
                fn(AssertableJson $json) => $json
                    ->where('original', '2200 µF 35 V')
                    ->where('duty', 'smoothing')
                    ->where('twins', ['C2'])
                    ->where('asks.0.says', '28.8 V (Loads off, 253 V mains)')
                    ->has('origins', 4)
                    ->has('trials', 3)
                    ->etc(),
            );
        $this->getJson("/api/v1/jobs/{$job->id}/parts/C99")
            ->assertNotFound()
            ->assertJsonPath(
                'message',
                fn(string $m): bool => str_starts_with($m, 'There is no part "C99" in this supply. It has: W1'),
            );
    }

    public function testACandidateIsComparedAndASubstitutionRefused(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'tide-recorder');
        $this->actingAs($technician);

        $this->postJson("/api/v1/jobs/{$job->id}/parts/C1/compare", ['text' => '2200u 25V 105C'])
            ->assertOk()
            ->assertJsonPath('fit', 'no')
            ->assertJsonPath('rows.2.title', 'working voltage');
        $this->postJson("/api/v1/jobs/{$job->id}/parts/C1/compare", ['text' => 'something'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('text');
        $this->postJson("/api/v1/jobs/{$job->id}/parts/C1/compare", [])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'What would go in? For example "2200u 50V 105C".');
        $this->seeTo($job, 'hands');
        $this->log($job, 'repair', ['part' => 'C1', 'out' => 'C1', 'in' => '2200u 25V 105C'])
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                fn(string $m): bool => str_contains($m, '28.8 V') && str_contains($m, '25 V is too little'),
            );
        $this->log($job, 'repair', ['part' => 'F1', 'out' => 'F1', 'in' => 'T2A 250V'])
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_contains($m, 'A larger one is for nobody'));
        $this->log($job, 'repair', ['part' => 'C1', 'out' => 'C1', 'in' => 'joint resoldered'])->assertOk();
    }

    /** What the client says of the fit is not believed. */
    public function testATestOnlyFitmentOpensTheLedgerWhateverTheClientSays(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'tide-recorder');
        $this->actingAs($technician);
        $this->seeTo($job, 'hands');
        $this->log($job, 'repair', [
            'part' => 'C1',
            'out' => 'C1',
            'in' => '2200u 32V 105C 1A',
            'fit' => 'ok',
        ])->assertOk();
        $this->log($job, 'repair', [
            'part' => 'C2',
            'out' => 'C2',
            'in' => '2200u 35V 105C 1A',
            'fit' => 'test',
        ])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertJson(
            fn(AssertableJson $json) => $json
                ->has('safety.ledger', 1)
                ->where('safety.ledger.0.open', true)
                ->where('safety.ledger.0.words', 'test-only part C1 2200u 32V 105C 1A')
                ->etc(),
        );
        $gates = collect($this->getJson("/api/v1/jobs/{$job->id}/bench")->json('safety.gates'))->keyBy('gate');
        self::assertStringContainsString(
            'Test-only part C1',
            implode(' ', array_column($gates['handback']['items'], 'sentence')),
        );
        $this->log($job, 'repair', ['part' => 'C1', 'out' => 'C1', 'in' => '2200u 35V 105C 1A'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertJsonPath('safety.ledger.0.open', false);
    }

    public function testAMeasurementIsJudgedAndSaysWhetherItExplainsTheFault(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'deck-intercom');
        $this->actingAs($technician);
        $judge = fn(array $asked) => $this->postJson(
            "/api/v1/jobs/{$job->id}/parts/C1/judge",
            $asked + ['lifted' => true],
        );

        $judge(['trial' => 'capacitance', 'text' => '3200u'])
            ->assertOk()
            ->assertJsonPath('good', true)
            ->assertJsonPath('explains', null);
        $this->log($job, 'symptom', ['symptom' => 'hum'])->assertOk();
        $judge(['trial' => 'esr', 'text' => '2R2', 'hertz' => '100k'])
            ->assertOk()
            ->assertJsonPath('fault', 'dried')
            ->assertJsonPath('explains.word', fn(string $word): bool => in_array($word, ['yes', 'perhaps'], true));
        $judge(['trial' => 'esr', 'text' => 'bad'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('text');
        $judge(['trial' => 'capacitance', 'text' => '470'])
            ->assertUnprocessable()
            ->assertJsonPath('message', '"470" of what? Write 470u, 470n or 470p.');
        $judge(['trial' => 'gain', 'text' => '100'])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'C1 is not measured for "gain". It is: capacitance, esr, leakage.');
    }

    public function testARecapRunsFromTheListToTheOrder(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'salinity-bridge');
        $this->actingAs($technician);
        $this->postJson('/api/v1/stock/import', [
            'csv' => "part,quantity\nelectrolytic 470u 63V 105C 1A,1\n",
            'keep' => true,
        ])->assertJsonPath('added', 1);
        $read = $this->postJson("/api/v1/jobs/{$job->id}/recap/list", ['text' => "C17 47u 25V\nC18 what\n"])
            ->assertOk()
            ->assertJsonPath('problems.0.line', 2);
        $this->log($job, 'recap', ['school' => 'all', 'listed' => $read->json('listed')])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/recap")
            ->assertOk()
            ->assertJson(
                fn(AssertableJson $json) => $json
                    ->where('school', 'all')
                    ->where('planned', true)
                    ->has('lines', 5)
                    ->has('order', 2)
                    ->where('order.1.taken', 1)
                    ->where('order.1.order', 1)
                    ->etc(),
            );
        $csv = (string) $this->get("/api/v1/jobs/{$job->id}/order.csv")
            ->assertOk()
            ->getContent();
        self::assertStringContainsString('"470 µF","50 V","105 °C"', $csv);
        self::assertStringContainsString('C1 C2', $csv);
        $this->log($job, 'decide', ['part' => 'C2', 'decision' => 'keep'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/recap")->assertJsonPath('order.1.count', 1);
    }

    public function testWhyAPartFailedStandsInTheReport(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'tuner-feed');
        $this->actingAs($technician);
        $this->log($job, 'origin', [
            'part' => 'C1',
            'key' => 'heat',
            'title' => 'Heat from a neighbour',
            'outcome' => 'found',
            'text' => 'R1',
        ])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/report")
            ->assertOk()
            ->assertJsonPath('origins', ['C1, why: heat from a neighbour, found. R1']);
        $this->getJson("/api/v1/jobs/{$job->id}/parts/C1")->assertJsonPath(
            'origins',
            fn(array $o): bool => array_column($o, 'outcome', 'key')['heat'] === 'found',
        );
    }

    public function testWhatACauseTookAlongStandsInTheReportOnce(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'deck-intercom');
        $this->actingAs($technician);
        $this->log($job, 'cause', ['part' => 'C1', 'fault' => 'short'])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/report")
            ->assertOk()
            ->assertJsonPath(
                'cause.chain',
                static fn(array $chain): bool => preg_grep('/^F1 opens (at once|quickly|after)/', $chain) !== [] &&
                    preg_grep('/opens opens|opens is/', $chain) === [],
            );
    }

    public function testWhatTheCircuitAsksIsWorkedOutAhead(): void
    {
        // Never seen before: what other runs have kept does not count.
        $supply = DescriptionReader::fromArray(['title' => uniqid('Ahead ')] + Supplies::demoArray('tuner-feed'));
        Solve::query()->create([
            'hash' => $supply->hash(),
            'title' => $supply->title,
            'description' => $supply->written,
            'state' => Solve::READY,
            'done' => 1,
            'total' => 1,
        ]);
        app(Solutions::class)->solve($supply, static fn() => null);
        $this->app->call([new PreparePlan($supply->hash()), 'handle']);

        foreach (
            ['demands' => Demands::class, 'loadtest' => LoadTest::class, 'calibration' => CalibrationPlan::class]
            as $what => $class
        ) {
            self::assertInstanceOf(
                $class,
                app(Solutions::class)->remember($supply, $what, static fn() => self::fail('it was not kept'), [
                    self::class,
                    'none',
                    [],
                ]),
            );
        }
        app(Solutions::class)->remember($supply, 'budgets', static fn() => self::fail('it was not kept'), [
            self::class,
            'none',
            [],
        ]);
    }

    public function testMoneyIsWeighed(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'tide-recorder');
        $this->actingAs($technician)
            ->getJson("/api/v1/jobs/{$job->id}/economics")
            ->assertOk()
            ->assertJsonPath('options.0.key', 'repair')
            ->assertJsonCount(2, 'rails');
        $this->log($job, 'estimate', ['hours' => 2, 'rate' => 50, 'parts' => 10, 'worth' => 900])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/economics")
            ->assertJsonPath('options.0.rank', 'best')
            ->assertJsonPath('options.0.cost', 110);
        $this->log($job, 'isolation', ['test' => 'resistance', 'text' => '20k'])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/economics")
            ->assertJsonPath('options.0.key', 'scrap')
            ->assertJsonPath(
                'options.1.reasons.0',
                fn(string $r): bool => str_starts_with($r, 'Safety goes before money'),
            );
    }

    public function testAnotherWorkshopSeesNothingAndAnApprenticeWritesNothing(): void
    {
        $job = $this->job($this->person('technician'), 'tuner-feed');
        $stranger = $this->person('lead', Workshop::query()->create(['name' => 'Elsewhere']));
        foreach (['parts/C1', 'recap', 'order.csv', 'economics', 'reservations'] as $path) {
            $this->actingAs($stranger)
                ->getJson("/api/v1/jobs/{$job->id}/{$path}")
                ->assertNotFound();
        }
        $this->postJson("/api/v1/jobs/{$job->id}/parts/C1/compare", ['text' => '1000u 35V'])->assertNotFound();
        $this->postJson("/api/v1/jobs/{$job->id}/parts/C1/judge", [
            'trial' => 'esr',
            'text' => '1',
            'lifted' => true,
        ])->assertNotFound();
        $this->postJson("/api/v1/jobs/{$job->id}/recap/list", ['text' => 'C9 10u'])->assertNotFound();

        $this->actingAs($this->person('apprentice'))
            ->getJson("/api/v1/jobs/{$job->id}/recap")
            ->assertOk();
        $this->log($job, 'recap', ['school' => 'all'])->assertForbidden();
        $this->postJson("/api/v1/jobs/{$job->id}/reservations", [
            'stock' => '01ARZ3NDEKTSV4RRFFQ69G5FAV',
            'part' => 'C1',
            'quantity' => 1,
        ])->assertForbidden();
    }
}
