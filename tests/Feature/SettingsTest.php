<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\AccountEvent;
use App\Models\Photo;
use App\Models\RepairJob;
use App\Models\User;
use App\Models\Workshop;
use App\Report\ReportPdf;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use PHPUnit\Framework\Attributes\DataProvider;

/** What a workshop says once: read by everybody, changed by its lead, used where it belongs. */
final class SettingsTest extends FeatureTestCase
{
    private User $lead;

    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake('local');
        $this->lead = $this->person('lead');
    }

    public function testTheLeadKeepsThemAndEverybodyReadsThem(): void
    {
        $this->actingAs($this->lead)
            ->getJson('/api/v1/workshop')
            ->assertOk()
            ->assertJson([
                'name' => 'Test bench',
                'mains' => '230 V',
                'rate' => null,
                'has_mark' => false,
                'may_edit' => true,
            ]);
        $this->putJson('/api/v1/workshop', [
            'name' => 'Test bench',
            'address' => " Quay 3\nVesperhaven ",
            'mains' => '120',
            'currency' => 'kr',
            'rate' => 480.5,
            'keep_photographs' => 24,
        ])
            ->assertOk()
            ->assertJson(['address' => "Quay 3\nVesperhaven", 'mains' => '120 V', 'rate' => 480.5]);
        // What is left out stays.
        $this->putJson('/api/v1/workshop', ['name' => 'Slip bench'])
            ->assertOk()
            ->assertJson(['currency' => 'kr']);

        $this->actingAs($this->person('apprentice'))
            ->getJson('/api/v1/workshop')
            ->assertOk()
            ->assertJson(['name' => 'Slip bench', 'rate' => 480.5, 'may_edit' => false]);
        $said = AccountEvent::query()->pluck('what')->implode('; ');
        self::assertStringContainsString('named the workshop Slip bench', $said);
        self::assertStringContainsString('keep photographs', $said);
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refusals(): iterable
    {
        yield 'no name' => [['name' => ' '], 'name', 'every report'];
        yield 'no mains' => [['name' => 'A', 'mains' => 'plenty'], 'mains', 'plenty'];
        yield 'a battery for a mains' => [['name' => 'A', 'mains' => '12 V'], 'mains', 'from 90 to 440 V'];
        yield 'just above' => [['name' => 'A', 'mains' => '441 V'], 'mains', 'from 90 to 440 V'];
        yield 'a price below zero' => [['name' => 'A', 'rate' => -1], 'rate', 'from 0 to 100000'];
        yield 'a price in words' => [['name' => 'A', 'rate' => '40,50'], 'rate', 'with a point'];
        yield 'photographs for no time' => [['name' => 'A', 'keep_photographs' => 0], 'keep_photographs', '1 to 240'];
        yield 'an address like a book' => [['name' => 'A', 'address' => str_repeat('x', 301)], 'address', '300'];
    }

    /** @param array<string, mixed> $body */
    #[DataProvider('refusals')]
    public function testWhatCannotBeIsRefusedAndNothingIsChanged(array $body, string $field, string $mend): void
    {
        $answer = $this->actingAs($this->lead)->putJson('/api/v1/workshop', $body)->assertStatus(422);

        self::assertStringContainsString($mend, (string) $answer->json("errors.{$field}.0"));
        $this->getJson('/api/v1/workshop')->assertJson(['name' => 'Test bench', 'mains' => '230 V']);
    }

    public function testNobodyElseChangesThem(): void
    {
        $this->actingAs($this->person('technician'));
        $this->putJson('/api/v1/workshop', ['name' => 'Mine'])->assertForbidden();
        $this->postJson('/api/v1/workshop/mark', ['mark' => self::mark()])->assertForbidden();
        $this->deleteJson('/api/v1/workshop/mark')->assertForbidden();
        self::assertSame('Test bench', $this->workshop->refresh()->name);
    }

    /** Each workshop has its own; another's is nowhere to be seen. */
    public function testTheyStandOnTheReportAndOnItsPdf(): void
    {
        Workshop::query()->create(['name' => 'Elsewhere', 'settings' => ['address' => 'Other quay']]);
        $this->actingAs($this->lead);
        $this->putJson('/api/v1/workshop', [
            'name' => 'Test bench',
            'address' => 'Quay 3',
            'currency' => 'kr',
        ])->assertOk();
        $this->postJson('/api/v1/workshop/mark', ['mark' => self::mark()])->assertNoContent();
        $this->get('/api/v1/workshop/mark')->assertOk()->assertHeader('Content-Type', 'image/png');
        $job = $this->job($this->lead);

        $this->getJson("/api/v1/jobs/{$job->id}/report")
            ->assertOk()
            ->assertJsonPath('workshop', [
                'name' => 'Test bench',
                'address' => 'Quay 3',
                'footer' => '',
                'currency' => 'kr',
                'has_mark' => true,
            ]);
        $file = \App\Bench\JobFile::open($this->app->make(\App\Knowledge\Solutions::class), $job->load('user'));
        $with = $this->app->make(ReportPdf::class)->render($file);
        $this->deleteJson('/api/v1/workshop/mark')->assertNoContent();
        self::assertStringContainsString('/Subtype /Image', $with, 'the mark is drawn');
        self::assertStringNotContainsString('/Subtype /Image', $this->app->make(ReportPdf::class)->render($file));
        $this->get('/api/v1/workshop/mark')->assertNotFound();
    }

    public function testAMarkThatIsNoPictureIsRefused(): void
    {
        $this->actingAs($this->lead);
        $this->postJson('/api/v1/workshop/mark', [
            'mark' => UploadedFile::fake()->createWithContent('a.png', '<svg/>'),
        ])->assertStatus(422);
        $this->postJson('/api/v1/workshop/mark', ['mark' => UploadedFile::fake()->image('large.png', 2500, 2000)])
            ->assertStatus(422)
            ->assertJsonPath('errors.mark.0', fn(string $why): bool => str_contains($why, 'Save it smaller'));
        $this->postJson('/api/v1/workshop/mark', [])->assertStatus(422)->assertJsonValidationErrors('mark');
        $this->getJson('/api/v1/workshop')->assertJson(['has_mark' => false]);
    }

    /** Only what went back longer ago than photographs are kept; the log keeps that there was one. */
    public function testPhotographsGoAfterTheirTime(): void
    {
        $this->actingAs($this->lead);
        $old = $this->photographed(now()->subMonths(13), true);
        $kept = [$this->photographed(now()->subMonths(11), true), $this->photographed(now()->subMonths(13), false)];
        Artisan::call('oculant:prune-photographs');
        self::assertStringContainsString('0 photographs', Artisan::output(), 'for ever, where nobody chose');

        $this->putJson('/api/v1/workshop', ['name' => 'Test bench', 'keep_photographs' => 12])->assertOk();
        Artisan::call('oculant:prune-photographs', ['--dry' => true]);
        self::assertStringContainsString('1 photographs would go', Artisan::output());
        self::assertSame(Photo::READY, $old->refresh()->state);
        Artisan::call('oculant:prune-photographs');

        self::assertSame(Photo::GONE, $old->refresh()->state);
        Storage::disk('local')->assertMissing("photos/{$old->repair_job_id}/{$old->id}.jpg");
        $this->get("/api/v1/jobs/{$old->repair_job_id}/photos/{$old->id}")
            ->assertOk()
            ->assertSee('No longer kept');
        $this->getJson("/api/v1/jobs/{$old->repair_job_id}/bench")
            ->assertOk()
            ->assertJsonPath('log.0.kind', 'photo');
        foreach ($kept as $photo) {
            self::assertSame(Photo::READY, $photo->refresh()->state);
        }
    }

    private function photographed(\DateTimeInterface $closed, bool $isBack): Photo
    {
        $job = $this->job($this->lead);
        $id = (string) Str::ulid();
        $this->post(
            "/api/v1/jobs/{$job->id}/photos",
            [
                'id' => $id,
                'photo' => UploadedFile::fake()->image('board.png', 300, 150),
                'at' => now()->toIso8601String(),
            ],
            ['Accept' => 'application/json'],
        )->assertOk();
        RepairJob::query()
            ->whereKey($job->id)
            ->update(['closed_at' => $closed, 'place' => $isBack ? RepairJob::BACK : RepairJob::HERE]);

        return Photo::query()->findOrFail($id);
    }

    private static function mark(): UploadedFile
    {
        return UploadedFile::fake()->image('mark.png', 900, 300);
    }
}
