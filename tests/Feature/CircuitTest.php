<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Workshop;

/** The circuit of a job and of the library, with the volts at its nodes. */
final class CircuitTest extends FeatureTestCase
{
    public function testTheBenchShowsTheCircuitAndWhatAGoodUnitReadsAtEveryNode(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $circuit = $this->actingAs($user)
            ->getJson("/api/v1/jobs/{$job->id}/circuit")
            ->assertOk()
            ->json();
        self::assertSame([], $circuit['loose']);
        $nodes = array_column($circuit['nodes'], null, 'id');
        self::assertTrue($nodes['L']['hot']);
        self::assertNotNull($nodes['0V']['ground']);

        $good = $this->getJson("/api/v1/jobs/{$job->id}/levels")
            ->assertOk()
            ->json();
        self::assertTrue($good['settled']);
        $volts = array_column($good['levels'], 'text', 'place');
        self::assertArrayHasKey('L', $volts);
        self::assertStringEndsWith('V AC', $volts['L']);

        $across = fn(string $red, string $black): mixed => $this->getJson(
            "/api/v1/jobs/{$job->id}/between?red={$red}&black={$black}",
        )
            ->assertOk()
            ->json('level');
        $dc = array_column($good['levels'], 'dc', 'place');
        self::assertEqualsWithDelta($dc['RAW'] - $dc['VZ'], $across('RAW', 'VZ')['dc'], 0.01);
        self::assertStringEndsWith('V AC', $across('L', 'N')['text']);
        self::assertNull($across('L', 'VZ'), 'nothing joins the two sides');
        $this->getJson("/api/v1/jobs/{$job->id}/between?red=L&black=NOWHERE")->assertJsonValidationErrors('black');
        $this->getJson("/api/v1/jobs/{$job->id}/between")->assertJsonValidationErrors('red');

        $ref = collect($circuit['parts'])->firstWhere('kind', 'fuse')['ref'];
        $dead = $this->getJson("/api/v1/jobs/{$job->id}/levels?part={$ref}&fault=open")
            ->assertOk()
            ->json();
        $points = array_column($dead['points'], 'dc', 'place');
        foreach (array_column($good['points'], 'dc', 'place') as $point => $dc) {
            if (abs($dc) > 5) {
                self::assertEqualsWithDelta(0.0, $points[$point], 0.5, "{$point} without its fuse");
            }
        }
    }

    public function testWhatWasMeasuredProvesNodes(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        self::assertSame([], $this->getJson("/api/v1/jobs/{$job->id}/bench")->json('energised'));
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded', 'override' => 'a test']);
        $this->log($job, 'reading', ['text' => 'tp3 13.5']);
        $proven = array_column($this->getJson("/api/v1/jobs/{$job->id}/bench")->json('energised'), 'carries', 'node');
        self::assertTrue($proven['AC1'] ?? null);
        self::assertTrue($proven['L1'] ?? null);
        self::assertArrayNotHasKey('VZ', $proven, 'what lies behind it is not known by that');
    }

    public function testADraftIsDrawnHoweverUnfinished(): void
    {
        $this->actingAs($this->person('technician'));
        $this->postJson('/api/v1/supplies/circuit', [
            'description' => ['parts' => [['ref' => 'R1', 'kind' => 'resistor', 'terminals' => ['a' => 'X']]]],
        ])
            ->assertOk()
            ->assertJsonPath('parts.0.ref', 'R1')
            ->assertJsonPath('loose.0.part', 'R1');
        $this->postJson('/api/v1/supplies/circuit', ['description' => 'R1'])->assertUnprocessable();
        $many = array_fill(0, 2000, ['ref' => 'R1', 'kind' => 'resistor']);
        $this->postJson('/api/v1/supplies/circuit', ['description' => ['parts' => $many]])
            ->assertUnprocessable()
            ->assertJsonFragment(['path' => 'parts']);
    }

    public function testABoardIsTracedLineByLine(): void
    {
        $this->actingAs($this->person('apprentice'));
        $answer = $this->postJson('/api/v1/supplies/trace', [
            'title' => 'Cabin radio',
            'lines' => ['c1 2200u 35V', 'u1 7812', 'beep c1+ u1.in', 'beep q9.d c1+', ''],
        ])
            ->assertOk()
            ->assertJsonPath('description.title', 'Cabin radio')
            ->assertJsonPath('refused.0.line', 4)
            ->json();
        self::assertSame(['C1', 'U1'], array_column($answer['circuit']['parts'], 'ref'));
        self::assertContains('U1.common', array_column($answer['hunches'], 'one'));
        $this->postJson('/api/v1/supplies/trace', ['lines' => array_fill(0, 601, 'r1 1k')])->assertJsonValidationErrors(
            'lines',
        );
        $this->postJson('/api/v1/supplies/trace', ['lines' => [str_repeat('x', 301)]])->assertJsonValidationErrors(
            'lines.0',
        );
        $this->postJson('/api/v1/supplies/trace', ['lines' => 'r1 1k'])->assertJsonValidationErrors('lines');
        $this->postJson('/api/v1/supplies/trace', ['lines' => []])
            ->assertOk()
            ->assertJsonPath('hunches', []);
    }

    public function testWhatIsNotThereIsNamedAndOthersSeeNothing(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $supply = $this->supply();
        $this->actingAs($user)
            ->getJson("/api/v1/jobs/{$job->id}/levels?mode=upside-down")
            ->assertJsonValidationErrors('mode');
        $this->getJson("/api/v1/jobs/{$job->id}/levels?part=Q99&fault=open")->assertJsonValidationErrors('part');
        $this->getJson("/api/v1/jobs/{$job->id}/levels?part=F1&fault=gassy")->assertJsonValidationErrors('fault');
        $this->getJson("/api/v1/jobs/{$job->id}/levels?part=F1")->assertJsonValidationErrors('fault');
        $this->getJson("/api/v1/supplies/{$supply->id}/circuit")->assertOk();
        $this->getJson("/api/v1/supplies/{$supply->id}/levels")->assertOk();

        $this->actingAs($this->person('lead', Workshop::query()->create(['name' => 'Another'])));
        foreach (["jobs/{$job->id}", "supplies/{$supply->id}"] as $whose) {
            $this->getJson("/api/v1/{$whose}/circuit")->assertNotFound();
            $this->getJson("/api/v1/{$whose}/levels")->assertNotFound();
        }
    }
}
