<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Testing\TestResponse;

/** A unit whose board is traced out while it is on the bench: its log stands, and the description grows under it. */
final class TraceTest extends FeatureTestCase
{
    private const BEGUN = [
        'f1 T250mA',
        't1 transformer 15V 10VA 20%',
        'br1 1A 100V',
        'c1 2200u 35V',
        'r1 4k7',
        'u1 7812',
        'mains f1.1 t1.p2',
        'beep f1.2 t1.p1',
        't1.s1 with br1.ac1',
        'br1.~2 = t1.s2',
        'sweep c1.minus: br1.minus r1.2 u1.gnd',
        'ground c1-',
        'c1+ with br1.plus r1.1 u1.in',
        'call c1+ RAW',
    ];

    private const REST = [
        'c2 10u 25V',
        'rl1 load 200mA 12V',
        'u1.out with c2+ rl1.1',
        'c2- with c1- rl1.2',
        'call c2+ OUT',
    ];

    public function testABoardIsTracedOnWhileItIsOnTheBench(): void
    {
        $user = $this->person('technician');
        $job = $this->begun($user);
        $supply = $job->supply()->firstOrFail();
        $before = $this->bench($job)->assertJsonPath('is_traced', true)->json('key');
        $this->log($job, 'power', ['power' => 'live'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp1 20.1'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/trace")
            ->assertJsonPath('lines', self::BEGUN)
            ->assertJsonPath('on', $job->number);
        $this->postJson("/api/v1/jobs/{$job->id}/trace", ['lines' => [...self::BEGUN, 'c2 10u 25V']])
            ->assertOk()
            ->assertJsonPath('family.name', 'linear')
            ->assertJsonPath('unknown', 2)
            ->assertJsonPath('worth', static fn(?string $worth): bool => $worth !== null);

        // What is dangerous on a live unit is told from its description: that stays as it is.
        $this->describe($job, [...self::BEGUN, ...self::REST])->assertJsonValidationErrors('description');
        $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
        $answer = $this->describe($job, [...self::BEGUN, ...self::REST])->assertOk();
        self::assertNotSame($before, $answer->json('key'));
        self::assertContains('TP2', array_column($answer->json('points'), 'id'));
        self::assertStringStartsWith('Described anew: Net hauler lamp', $answer->json('log.0.line'));
        // The library goes along, marked with the job, and the next unit is booked in with it.
        $supply->refresh();
        self::assertSame($job->number, $supply->description['traced']['on']);
        self::assertCount(19, $supply->description['traced']['lines']);
        self::assertSame($job->refresh()->getAttribute('supply_version_id'), $supply->latestVersion?->id);
        // The reading still stands where it was taken.
        self::assertSame('TP1', $this->bench($job)->json('log.2.reading.target'));

        // The same once more changes nothing.
        $entries = LogEntryRecord::query()->count();
        $this->describe($job, [...self::BEGUN, ...self::REST])->assertOk();
        self::assertSame($entries, LogEntryRecord::query()->count());
    }

    public function testTheLogMustStillMeanSomething(): void
    {
        $job = $this->begun($this->person('technician'));
        $this->log($job, 'tested', ['part' => 'BR1', 'verdict' => 'good'])->assertOk();
        $this->describe($job, ['f1 T250mA', 't1 transformer 15V 10VA 20%'])->assertUnprocessable();
        $other = array_map(static fn(string $line): string => str_replace('br1', 'br2', $line), self::BEGUN);
        $this->describe($job, $other)
            ->assertJsonValidationErrors('description')
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'BR1'));
        self::assertSame(self::BEGUN, $job->refresh()->description['traced']['lines']);

        // Nor does a point move from under a reading.
        $this->log($job, 'power', ['power' => 'live'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp1 20.1'])->assertOk();
        $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
        $moved = [...array_slice(self::BEGUN, 0, 13), 'call t1.s1 WIND', 'call c1+ RAW'];
        $this->describe($job, $moved)
            ->assertJsonValidationErrors('description')
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'TP1 was measured with a lead'));

        // Nobody writes that entry by hand, and nobody strikes it out.
        $this->log($job, 'described', ['title' => 'x', 'revision' => 'y', 'key' => 'z'])->assertUnprocessable();
        $entry = $this->describe($job, [...self::BEGUN, ...self::REST])->json('log.0.id');
        $this->log($job, 'strike', ['entry' => $entry])->assertJsonValidationErrors('entry');
        // A whole description as well, with every mistake named.
        $this->putJson("/api/v1/jobs/{$job->id}/description", ['description' => ['title' => 'x']])
            ->assertUnprocessable()
            ->assertJsonStructure(['problems']);
        $this->putJson("/api/v1/jobs/{$job->id}/description", [])->assertJsonValidationErrors('description');
    }

    public function testALibraryThatSomebodyChangedMeanwhileStays(): void
    {
        $job = $this->begun($this->person('technician'));
        $supply = $job->supply()->firstOrFail();
        $supply->update(['description' => ['revision' => 'B'] + $supply->description]);
        $this->describe($job, [...self::BEGUN, ...self::REST])->assertOk();
        self::assertSame('B', $supply->refresh()->description['revision']);
        self::assertCount(14, $supply->description['traced']['lines']);
    }

    public function testOthersLeaveItAlone(): void
    {
        $job = $this->begun($this->person('technician'));
        $this->actingAs($this->person('apprentice'));
        $this->describe($job, [...self::BEGUN, ...self::REST])->assertForbidden();
    }

    private function begun(User $user): RepairJob
    {
        $this->actingAs($user);
        $standing = $this->postJson('/api/v1/supplies/trace', ['lines' => self::BEGUN, 'title' => 'Net hauler lamp'])
            ->assertOk()
            ->json('standing');
        $supply = $this->postJson('/api/v1/supplies', ['description' => $standing])
            ->assertCreated()
            ->json('id');
        $id = $this->postJson('/api/v1/jobs', [
            'supply_id' => $supply,
            'unit' => 'Net hauler lamp',
            'owner' => 'Fish market',
            'mains' => '230 V',
        ])
            ->assertCreated()
            ->json('id');
        $job = RepairJob::query()->findOrFail($id);
        $written = ['traced' => ['on' => $job->number, 'lines' => self::BEGUN]] + $standing;
        $job->update(['description' => $written]);
        $job->supply()
            ->firstOrFail()
            ->update(['description' => $written]);

        return $job;
    }

    private function bench(RepairJob $job): TestResponse
    {
        return $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
    }

    /** @param list<string> $lines */
    private function describe(RepairJob $job, array $lines): TestResponse
    {
        return $this->putJson("/api/v1/jobs/{$job->id}/description", [
            'lines' => $lines,
            'title' => 'Net hauler lamp',
            'why' => 'traced',
        ]);
    }
}
