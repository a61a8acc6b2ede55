<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\RepairJob;
use PHPUnit\Framework\Attributes\DataProvider;

/** Every kind of evidence through the API: kept, shown, reported, refused. */
final class EvidenceTest extends FeatureTestCase
{
    /** @return iterable<string, array{string, array<string, mixed>, string}> kind, payload, line of the log */
    public static function entries(): iterable
    {
        yield 'background' => [
            'background',
            ['years' => 30, 'conditions' => ['damp']],
            'Background: 30 years old, kept damp',
        ];
        yield 'fuse' => [
            'fuse',
            ['part' => 'F1', 'state' => 'blackened', 'fitted' => 'T2A'],
            'F1 glass blackened or metal-plated; fitted T2A, due T100mA: put the right one in, never a larger one',
        ];
        yield 'the right fuse, written otherwise' => [
            'fuse',
            ['part' => 'F1', 'state' => 'intact', 'fitted' => 't 100 ma'],
            'F1 intact',
        ];
        yield 'part test' => [
            'part_test',
            ['part' => 'c1', 'quantity' => 'capacitance', 'text' => '420u', 'lifted' => true],
            'C1 capacitance 420 µF, leg lifted',
        ];
        yield 'heat' => ['heat', ['part' => 'r1', 'text' => '85C', 'room' => '24C'], 'R1 85 °C with the room at 24 °C'];
        yield 'zener under current' => [
            'part_test',
            ['part' => 'Z1', 'quantity' => 'breakdown', 'text' => '8.9'],
            'Z1 breakdown 8.9 V, leg lifted',
        ];
        yield 'tested' => [
            'tested',
            ['part' => 'Z1', 'verdict' => 'bad', 'text' => 'shorted on the curve tracer'],
            'Z1 tested bad: shorted on the curve tracer',
        ];
        yield 'eliminated' => [
            'eliminated',
            ['part' => 'C2', 'how' => 'lifted', 'still' => 'yes'],
            'C2 one leg lifted: the fault is still here',
        ];
        yield 'substituted' => [
            'substituted',
            ['part' => 'RL1', 'what' => 'bench_supply', 'works' => 'no'],
            'RL1, its load fed from a bench supply: does not work',
        ];
        yield 'starts' => ['starts', ['tried' => 10, 'failed' => 4], '10 starts, 4 failed'];
        yield 'short' => [
            'short',
            [
                'method' => 'milliohm',
                'resolution' => '0.1m',
                'readings' => [['part' => 'Z1', 'text' => '31 31.2'], ['part' => 'C2', 'text' => '24']],
            ],
            'Short along Z1 31.1 mΩ, C2 24 mΩ',
        ];
        yield 'injected current' => [
            'short',
            [
                'method' => 'injected',
                'resolution' => '0.1m',
                'current' => '200 mA',
                'readings' => [['part' => 'Z1', 'text' => '6.2'], ['part' => 'C2', 'text' => '4.8']],
            ],
            'Short along Z1 31 mΩ, C2 24 mΩ',
        ];
        yield 'isolation' => ['isolation', ['test' => 'current', 'text' => '12u'], 'Touch current 12 µA'];
        yield 'idea' => [
            'idea',
            ['idea' => 'the aerial feeds it hum', 'verdict' => 'open'],
            'Idea: the aerial feeds it hum, not tested yet',
        ];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('entries')]
    public function testIsKeptShownAndReported(string $kind, array $payload, string $line): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, $kind, $payload)->assertSuccessful();

        $bench = $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
        $bench->assertJsonPath('log.0.kind', $kind)->assertJsonPath('log.0.line', $line);
        $this->getJson("/api/v1/jobs/{$job->id}/report")
            ->assertOk()
            ->assertJsonPath('tried', [$line]);

        $this->log($job, 'strike', ['entry' => $bench->json('log.0.id')])->assertSuccessful();
        $this->getJson("/api/v1/jobs/{$job->id}/report")->assertJsonPath('tried', []);
    }

    public function testEntriesOfAnotherWorkshopsJobAreNotThere(): void
    {
        $job = $this->job($this->person('technician'));
        $stranger = $this->person('lead', \App\Models\Workshop::query()->create(['name' => 'Elsewhere']));
        foreach (self::entries() as [$kind, $payload]) {
            $this->actingAs($stranger)
                ->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [self::entry($kind, $payload)]])
                ->assertNotFound();
        }
        self::assertSame(0, $job->entries()->count());
    }

    public function testAnApprenticeWritesOnlyToTheirOwn(): void
    {
        $job = $this->job($this->person('technician'));
        $this->actingAs($this->person('apprentice'));
        $this->log($job, 'tested', ['part' => 'C1', 'verdict' => 'good'])->assertForbidden();
        self::assertSame(0, $job->entries()->count());
    }

    public function testLostIsolationStopsTheClosing(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, 'isolation', ['test' => 'resistance', 'text' => '220k'])->assertSuccessful();

        $this->bench($job)
            ->assertJsonPath('next.kind', 'look')
            ->assertJsonPath('next.sentence', 'Condemned: mains where people touch. Leave it unplugged and mark it.')
            ->assertJsonPath('log.0.reading.good', false);
        $this->log($job, 'close')
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                static fn(string $message): bool => str_contains($message, 'measure the isolation again'),
            );
        $this->log($job, 'isolation', ['test' => 'resistance', 'text' => 'OL'])->assertSuccessful();
        $this->bench($job)->assertJsonPath('next.kind', static fn(string $kind): bool => $kind !== 'look');
    }

    public function testTheNotebookIsBroughtUpToDate(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->log($job, 'idea', [
            'idea' => 'the aerial feeds it hum',
            'test' => 'pull it',
            'verdict' => 'open',
        ])->assertSuccessful();
        $id = $this->bench($job)->json('ideas.0.id');
        $this->log($job, 'idea', ['of' => $id, 'verdict' => 'out'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('outcome');
        $this->log($job, 'idea', ['of' => $id, 'verdict' => 'out', 'outcome' => 'hum stays'])->assertSuccessful();
        $this->bench($job)
            ->assertJsonCount(1, 'ideas')
            ->assertJsonPath('ideas.0.verdict', 'out')
            ->assertJsonPath('ideas.0.test', 'pull it');
        $this->log($job, 'idea', ['of' => 'nothing', 'verdict' => 'open'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('of');
    }

    public function testTheBenchOffersRailsLooksAndWords(): void
    {
        $user = $this->person('technician');
        $bench = $this->actingAs($user)
            ->getJson("/api/v1/jobs/{$this->job($user, 'deck-intercom')->id}/bench")
            ->assertOk();

        self::assertContains('C1', $bench->json('strips.0.parts'));
        self::assertNotSame([], $bench->json('look_first'));
        $words = $this->getJson('/api/v1/words')->assertOk();
        foreach (
            ['symptoms', 'conditions', 'sees', 'fuse', 'how', 'substitution', 'short', 'isolation', 'ideas', 'tests']
            as $list
        ) {
            self::assertNotSame([], $words->json($list), $list);
        }
    }

    private function bench(RepairJob $job): \Illuminate\Testing\TestResponse
    {
        return $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
    }
}
