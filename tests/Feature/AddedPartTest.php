<?php

declare(strict_types=1);

namespace Tests\Feature;

/** A part that was never there: on the ledger, for good, and in the next version of the description. */
final class AddedPartTest extends FeatureTestCase
{
    public function testAPartThatWasAddedForGoodBecomesAVersion(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'tide-recorder');
        $this->actingAs($user)
            ->log($job, 'reading', ['text' => 'added 0V>tp4 schottky 3A 40V'])
            ->assertOk();
        $id = $job->entries()->where('kind', 'change')->value('id');
        $row = $job->entries()->where('kind', 'change')->first()?->payload['row'];
        self::assertSame('schottky', $row['kind']);
        self::assertSame(['a' => '0V', 'k' => 'OUT+'], $row['terminals']);
        self::assertSame(['3 A', '40 V'], [$row['current'], $row['reverse']]);
        $keep = fn() => $this->postJson("/api/v1/jobs/{$job->id}/changes/{$id}/description");

        $keep()->assertJsonValidationErrors(['entry' => 'made permanent']);
        $this->log($job, 'change_closed', [
            'change' => $id,
            'how' => 'permanent',
            'why' => 'held down at start',
        ])->assertOk();
        self::assertTrue(
            collect($this->getJson("/api/v1/jobs/{$job->id}/bench")->json('safety.ledger'))->firstWhere('id', $id)[
                'describable'
            ],
        );
        $this->actingAs($this->person('apprentice'))
            ->postJson("/api/v1/jobs/{$job->id}/changes/{$id}/description")
            ->assertForbidden();
        $before = $job->supply?->versions()->count();
        $this->actingAs($user);
        $parts = $keep()->assertOk()->json('description.parts');
        $new = $parts[count($parts) - 1];

        self::assertSame(['D1', 'schottky'], [$new['ref'], $new['kind']]);
        self::assertSame("added on job {$job->number}: held down at start", $new['notes']);
        self::assertSame($before + 1, $job->supply?->versions()->count());
        self::assertNotContains(
            'D1',
            array_column($job->refresh()->description['parts'], 'ref'),
            'the job keeps its own',
        );
        $keep()->assertJsonValidationErrors(['entry' => 'in the description already, as D1']);
    }

    /** What cannot be read as a part is refused with what can, and nothing is spoofed past the reading of it. */
    public function testOnlyWhatIsReadAsAPartIsAdded(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'tide-recorder');
        $this->actingAs($user)
            ->log($job, 'change', [
                'change' => 'added',
                'from' => '0V',
                'to' => 'TP4',
                'value' => 'a thing',
                'row' => ['kind' => 'wire'],
            ])
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_contains($m, 'schottky 3A 40V'));
        self::assertSame(0, $job->entries()->where('kind', 'change')->count());
    }
}
