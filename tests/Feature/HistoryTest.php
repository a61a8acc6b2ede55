<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;

/** What a workshop has found on a board before counts at the next job, and can be forgotten. */
final class HistoryTest extends FeatureTestCase
{
    public function testANamedCauseOfAClosedJobCountsAtTheNextOne(): void
    {
        $user = $this->person('lead');
        $this->actingAs($user);
        $supply = $this->supply();
        $this->repaired($user, $supply, 'R1', 'open');
        $next = $this->booked($user, $supply);

        $this->getJson("/api/v1/supplies/{$supply->id}/history")
            ->assertOk()
            ->assertExactJson([
                [
                    'part' => 'R1',
                    'fault' => 'open',
                    'title' => 'R1 resistor 120R, open',
                    'times' => 1,
                    'elsewhere' => 0,
                ],
            ]);
        $before = $this->probability($next, 'R1', 'open');
        self::assertGreaterThan(0, $this->suspect($next, 'R1', 'open')['seen_before']);

        $this->travel(5)->seconds();
        $this->deleteJson("/api/v1/supplies/{$supply->id}/history")->assertNoContent();
        $this->getJson("/api/v1/supplies/{$supply->id}/history")
            ->assertOk()
            ->assertExactJson([]);
        self::assertGreaterThan(1.3 * $this->probability($next, 'R1', 'open'), $before);
    }

    public function testAnOpenJobAndAStruckCauseDoNotCount(): void
    {
        $user = $this->person('technician');
        $this->actingAs($user);
        $supply = $this->supply();
        $job = $this->booked($user, $supply);
        $this->log($job, 'cause', ['part' => 'R1', 'fault' => 'open'])->assertSuccessful();

        $this->getJson("/api/v1/supplies/{$supply->id}/history")->assertExactJson([]);
    }

    public function testOnlyWhoMayChangeTheLibraryForgets(): void
    {
        $supply = $this->supply();
        $this->actingAs($this->person('apprentice'))
            ->getJson("/api/v1/supplies/{$supply->id}/history")
            ->assertOk();
        $this->deleteJson("/api/v1/supplies/{$supply->id}/history")->assertForbidden();
        self::assertNull($supply->fresh()?->history_from);
        $other = $this->supply('tuner-feed', Workshop::query()->create(['name' => 'Elsewhere']));
        $this->actingAs($this->person('lead'))
            ->deleteJson("/api/v1/supplies/{$other->id}/history")
            ->assertNotFound();
    }

    public function testTheOneFieldTakesEveryKindOfEvidence(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        foreach (
            [
                'c1 esr 4 lifted' => 'part_test',
                'c1 bulging' => 'finding',
                'z1 good' => 'tested',
                'f1 intact' => 'fuse',
                'starts 6 2' => 'starts',
                'hum' => 'symptom',
            ]
            as $text => $kind
        ) {
            $this->log($job, 'reading', ['text' => $text])->assertSuccessful();
            self::assertSame($kind, $job->entries()->reorder('id', 'desc')->value('kind'), $text);
        }
        $bench = $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
        $bench
            ->assertJsonPath('suspects.0.members.0.part', 'C1')
            ->assertJsonPath('starts.needed', 8)
            ->assertJsonPath('log.5.reading.word', 'very high')
            ->assertJsonPath('course.labels.0', 'at first')
            ->assertJsonCount(7, 'course.labels');
        $this->log($job, 'reading', ['text' => 'r1 esr 4'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('part');
    }

    private function booked(User $user, Supply $supply): RepairJob
    {
        return app(\App\Bench\BookIn::class)->unit($user, $supply, [
            'unit' => 'Wireless',
            'owner' => 'Somebody',
            'mains' => '230 V',
        ]);
    }

    private function repaired(User $user, Supply $supply, string $part, string $fault): void
    {
        $job = $this->booked($user, $supply);
        foreach (
            [
                ['cause', ['part' => $part, 'fault' => $fault]],
                ['repair', ['part' => $part, 'out' => 'old', 'in' => 'new']],
            ]
            as [$kind, $payload]
        ) {
            $this->log($job, $kind, $payload)->assertSuccessful();
        }
        $this->seeTo($job, 'mains');
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertSuccessful();
        foreach ($this->getJson("/api/v1/jobs/{$job->id}/bench")->json('points') as $point) {
            $this->log($job, 'reading', [
                'text' => sprintf('%s %.2f %s', $point['id'], ($point['low'] + $point['high']) / 2, $point['function']),
            ])->assertSuccessful();
        }
        $this->log($job, 'power', ['power' => 'unplugged'])->assertSuccessful();
        $this->seeTo($job, 'handback');
        $this->log($job, 'close')->assertSuccessful();
    }

    private function probability(RepairJob $job, string $part, string $fault): float
    {
        return (float) $this->suspect($job, $part, $fault)['probability'];
    }

    /** @return array<string, mixed> of the first eight */
    private function suspect(RepairJob $job, string $part, string $fault): array
    {
        foreach ($this->getJson("/api/v1/jobs/{$job->id}/bench")->json('suspects') as $suspect) {
            foreach ($suspect['members'] as $member) {
                if ($member['part'] === $part && $member['fault'] === $fault) {
                    return $suspect;
                }
            }
        }

        return ['probability' => 0.0, 'seen_before' => 0];
    }
}
