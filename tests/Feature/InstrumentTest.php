<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Instrument;
use App\Models\Run;
use App\Models\Workshop;
use Illuminate\Support\Str;

/** Instruments over the network: read, set past the gates, switched off. */
final class InstrumentTest extends ProvingTestCase
{
    /** @return array{id: string, at: string, target: string, quantity: string} */
    private static function asks(string $target, string $quantity = 'dc'): array
    {
        return [
            'id' => (string) Str::ulid(),
            'at' => now()->toIso8601String(),
            'target' => $target,
            'quantity' => $quantity,
        ];
    }

    public function testAReadingGoesIntoTheLogWithTheInstrumentItCameFrom(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'deck-intercom');
        $meter = $this->instrument('meter');
        $this->actingAs($technician);
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $asked = self::asks('TP4');
        $this->postJson("/api/v1/jobs/{$job->id}/instruments/{$meter->id}/read", $asked)->assertOk();
        $this->postJson("/api/v1/jobs/{$job->id}/instruments/{$meter->id}/read", $asked)
            ->assertOk()
            ->assertJsonPath('entry', strtoupper($asked['id']));

        $entries = $job->entries()->where('kind', 'reading')->get();
        self::assertCount(1, $entries, 'sent twice it is one reading');
        self::assertSame('Test meter', $entries[0]->payload['by']);
        $walked = ['by_itself' => true] + self::asks('TP3');
        $this->postJson("/api/v1/jobs/{$job->id}/instruments/{$meter->id}/read", $walked)->assertOk();
        self::assertStringEndsWith(
            ', by itself',
            $this->getJson("/api/v1/jobs/{$job->id}/bench")->json('log.0.by'),
            'nobody pressed',
        );
        self::assertEqualsWithDelta(
            12.0,
            (float) $entries[0]->payload['value'],
            0.5,
            'a 12 V regulator, as the data sheet has it within 4 %',
        );
        $bench = $this->getJson("/api/v1/jobs/{$job->id}/bench")->json('log.1.reading');
        self::assertSame('fine', $bench['word']);
    }

    /** An unplugged unit reads ohms, as with a meter in the hand. */
    public function testOhmsAreReadOnAnUnpluggedUnit(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'deck-intercom');
        $meter = $this->instrument('meter');
        $this->actingAs($technician)
            ->postJson("/api/v1/jobs/{$job->id}/instruments/{$meter->id}/read", self::asks('F1', 'resistance'))
            ->assertOk();

        self::assertLessThan(10.0, (float) $job->entries()->first()?->payload['value'], 'an intact fuse');
    }

    public function testWhatIsToBeKnownOfAMeterIsSaidWhereItMatters(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'deck-intercom');
        $meter = $this->instrument('meter');
        $meter->update(['profile' => ['true_rms' => false]]);
        $at = "/api/v1/jobs/{$job->id}/instruments/{$meter->id}/effect";
        $this->actingAs($technician)
            ->getJson("{$at}?target=TP3&quantity=ac")
            ->assertOk()
            ->assertJsonPath('sentence', null);
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        self::assertStringContainsString(
            'This meter averages',
            (string) $this->getJson("{$at}?target=TP3&quantity=ac")
                ->assertOk()
                ->json('sentence'),
        );
        $this->getJson("{$at}?target=TP4")
            ->assertOk()
            ->assertJsonPath('sentence', null);
        $this->getJson($at)->assertUnprocessable();
    }

    public function testTheFaultOfADemoUnitIsThereUntilItsPartIsReplaced(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'tide-recorder');
        $job->update(['stand_in' => ['faults' => ['U2' => 'open']]]);
        $meter = $this->instrument('meter');
        $this->actingAs($technician);
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $this->postJson("/api/v1/jobs/{$job->id}/instruments/{$meter->id}/read", self::asks('TP6'))->assertOk();
        self::assertLessThan(1.0, abs((float) $job->entries()->where('kind', 'reading')->first()?->payload['value']));
        $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
        $this->log($job, 'repair', ['part' => 'U2', 'out' => '7915', 'in' => '7915 TO-220'])->assertOk();
        $this->seeTo($job, 'mains');
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $this->travel(2)->seconds();
        $this->postJson(
            "/api/v1/jobs/{$job->id}/instruments/{$meter->id}/read",
            $asked = self::asks('TP6'),
        )->assertOk();

        self::assertEqualsWithDelta(
            -15.0,
            (float) $job->entries()->find(strtoupper($asked['id']))?->payload['value'],
            0.6,
        );
    }

    public function testNothingIsSetWithoutItsOwnConfirmationNorPastAGate(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'deck-intercom');
        $source = $this->instrument('source');
        $this->actingAs($technician);
        $at = "/api/v1/jobs/{$job->id}/instruments/{$source->id}";
        $setting = ['volts' => '230', 'limit' => '0.5'];
        $this->postJson("{$at}/set", $setting)
            ->assertUnprocessable()
            ->assertJsonValidationErrors('confirm');
        $prepared = $this->postJson("{$at}/prepare", $setting)
            ->assertOk()
            ->assertJsonPath('missing', []);
        self::assertStringContainsString(
            'puts 230 V, 50 Hz on the unit, at most 500 mA',
            (string) $prepared->json('sentence'),
        );
        $this->postJson("{$at}/set", ['volts' => '250', 'confirm' => $prepared->json('confirm')] + $setting)
            ->assertUnprocessable()
            ->assertJsonPath('message', 'That was not confirmed as it now stands: read it again, then confirm.');
        $this->postJson("{$at}/prepare", ['volts' => '400', 'limit' => '1'])
            ->assertUnprocessable()
            ->assertJsonPath('message', '400 V: above 0 and up to 300 V can be set from here.');

        // A jumper across a fuse-like part forbids mains.
        $this->log($job, 'change', [
            'change' => 'scaled',
            'part' => 'R1',
            'value' => '1k',
            'why' => 'test',
        ])->assertOk();
        self::assertNotSame([], $this->postJson("{$at}/prepare", $setting)->json('missing'));
        $this->confirmed($job, $source, $setting)
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_starts_with($m, 'Not yet (before mains)'));
        self::assertSame(0, $job->entries()->where('kind', 'power')->count());
    }

    public function testWhatIsSetStandsInTheLogAndAnApprenticeSetsNothing(): void
    {
        $apprentice = $this->person('apprentice');
        $job = $this->job($apprentice, 'deck-intercom');
        $source = $this->instrument('source');
        $this->actingAs($apprentice)
            ->postJson("/api/v1/jobs/{$job->id}/instruments/{$source->id}/prepare", ['volts' => '230', 'limit' => '1'])
            ->assertForbidden();
        $this->actingAs($this->person('technician'));
        $this->confirmed($job, $source, ['volts' => '60', 'limit' => '0.2'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/bench")
            ->assertJsonPath('state.power', 'limited')
            ->assertJsonPath('state.mains', '60.0 V');
        $this->confirmed($job, $source, ['volts' => '230', 'limit' => '0.5'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertJsonPath('state.power', 'live');
        $this->confirmed($job, $source, ['on' => false])->assertOk();
        self::assertSame('Test source off.', $job->entries()->where('kind', 'note')->first()?->payload['text']);
    }

    public function testEmergencyOffNeedsNobodyElse(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'deck-intercom');
        $source = $this->instrument('source');
        $load = $this->instrument('load');
        $this->actingAs($technician);
        $this->confirmed($job, $source, ['volts' => '230', 'limit' => '0.5'])->assertOk();
        $this->confirmed($job, $load, ['amperes' => '0.6'])->assertOk();
        // An instrument that never answers holds nobody up for long.
        $deaf = stream_socket_server('tcp://127.0.0.1:0');
        assert($deaf !== false);
        Instrument::query()->create([
            'workshop_id' => $this->workshop->id,
            'name' => 'Deaf source',
            'kind' => 'source',
            'host' => '127.0.0.1',
            'port' => (int) explode(':', (string) stream_socket_get_name($deaf, false))[1],
            'timeout_ms' => 10_000,
            'profile' => [],
            'serial' => '',
            'is_stand_in' => false,
        ]);
        $run = Run::query()->create([
            'number' => 1,
            'repair_job_id' => $job->id,
            'user_id' => $technician->id,
            'kind' => 'soak',
            'plan' => [],
            'state' => Run::RUNNING,
            'started_at' => 0.0,
            'next_scan' => 0,
            'memory_base' => 0,
            'stage' => 0,
            'watch' => [],
            'gaps' => [],
            'alarms' => [],
        ]);
        $began = microtime(true);
        $done = $this->postJson('/api/v1/emergency-off')->assertOk();

        self::assertLessThan(5.0, microtime(true) - $began);
        self::assertSame(['Test source', 'Test load'], $done->json('off'));
        self::assertStringStartsWith('Deaf source: Deaf source did not answer', (string) $done->json('failed.0'));
        self::assertSame(Run::STOPPED, $run->refresh()->state, 'nothing may be switched on again by a run');
        self::assertSame(
            ['stopped', 'Everything off.'],
            array_values(
                array_intersect_key($job->entries()->where('kind', 'run')->first()->payload ?? [], [
                    'event' => 1,
                    'text' => 1,
                ]),
            ),
        );
        self::assertSame(['0', '0'], [self::asked($source, 'OUTP?'), self::asked($load, 'INP?')]);
    }

    /** For a second window or a phone: no script, and nothing but the session. */
    public function testEmergencyOffIsAPlainPageToo(): void
    {
        $this->actingAs($technician = $this->person('technician'));
        $job = $this->job($technician, 'deck-intercom');
        $this->confirmed($job, $source = $this->instrument('source'), ['volts' => '230', 'limit' => '0.5'])->assertOk();
        $page = $this->get('/off')->assertOk()->assertSee('Everything off');
        self::assertStringNotContainsString('<script', (string) $page->getContent());
        $this->post('/off')->assertOk()->assertSee('Test source is off.');

        self::assertSame('0', self::asked($source, 'OUTP?'));
        $this->app['auth']->forgetGuards();
        $this->get('/off')->assertRedirect('/');
        $this->artisan('oculant:off')->assertSuccessful();
    }

    public function testAddressesOutsideTheAllowListAreRefused(): void
    {
        $this->actingAs($this->person('technician'));
        $add = fn(string $host, int $port) => $this->postJson('/api/v1/instruments', [
            'name' => 'Meter',
            'kind' => 'meter',
            'host' => $host,
            'port' => $port,
        ]);
        foreach (
            [
                ['10.1.2.3', 5025],
                ['169.254.169.254', 8000],
                ['127.0.0.1', 80],
                ['localhost', 5025],
                ['example.org', 5025],
                ['::1', 5025],
            ]
            as [$host, $port]
        ) {
            $add($host, $port)
                ->assertUnprocessable()
                ->assertJsonPath(
                    'message',
                    fn(string $m): bool => str_contains($m, 'is no address that instruments may have here'),
                );
        }
        // A row that got there otherwise is not connected to either.
        $moved = Instrument::query()->create([
            'workshop_id' => $this->workshop->id,
            'name' => 'Moved',
            'kind' => 'meter',
            'host' => '192.0.2.1',
            'port' => 5025,
            'timeout_ms' => 500,
            'profile' => [],
            'serial' => '',
            'is_stand_in' => false,
        ]);
        $this->postJson("/api/v1/instruments/{$moved->id}/try")
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_contains($m, '192.0.2.1:5025 is no address'));
        config(['oculant.instruments' => ['10.1.0.0/16']]);
        $this->app->forgetInstance(\App\Instruments\AllowList::class);
        $add('10.1.2.3', 5025)->assertCreated()->assertJsonPath('stand_in', false);
    }

    public function testTheListIsKeptByWorkshopAndChecked(): void
    {
        $technician = $this->person('technician');
        $meter = $this->instrument('meter');
        $this->actingAs($technician)
            ->getJson('/api/v1/instruments')
            ->assertOk()
            ->assertJsonCount(1, 'instruments')
            ->assertJsonPath('instruments.0.stand_in', true);
        $this->postJson("/api/v1/instruments/{$meter->id}/try")
            ->assertOk()
            ->assertJsonPath('identity', 'Oculant,stand-in multimeter,0,1');
        $this->postJson('/api/v1/instruments', ['name' => 'Test meter', 'kind' => 'meter'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('name');
        $this->postJson('/api/v1/instruments', ['name' => 'Other', 'kind' => 'oven'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('kind');
        $this->postJson('/api/v1/instruments', [
            'name' => 'Other',
            'kind' => 'meter',
            'profile' => ['accuracy' => ['dc' => ['percent' => 90, 'counts' => 2]]],
        ])
            ->assertUnprocessable()
            ->assertJsonPath('message', '"90" for percent: a number from 0.0001 to 20 is meant.');
        $own = $this->postJson('/api/v1/instruments', [
            'name' => 'Other',
            'kind' => 'meter',
            'calibrated_until' => '2020-01-01',
            'is_stand_in' => true,
        ])
            ->assertCreated()
            ->assertJsonPath('overdue', true)
            ->assertJsonPath('stand_in', false)
            ->json('id');
        $this->putJson("/api/v1/instruments/{$meter->id}", [
            'name' => 'Test meter',
            'kind' => 'meter',
            'host' => '127.0.0.1',
            'port' => 6001,
        ])
            ->assertOk()
            ->assertJsonPath('stand_in', false);

        $this->actingAs($this->person('apprentice'))
            ->deleteJson("/api/v1/instruments/{$own}")
            ->assertForbidden();
        $this->actingAs($this->person('lead', Workshop::query()->create(['name' => 'Elsewhere'])))
            ->deleteJson("/api/v1/instruments/{$own}")
            ->assertNotFound();
        $this->postJson("/api/v1/instruments/{$own}/try")->assertNotFound();
        $this->actingAs($technician)
            ->deleteJson("/api/v1/instruments/{$own}")
            ->assertNoContent();
    }
}
