<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\DocumentPage;
use App\Models\Supply;
use App\Models\Workshop;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;

/** Pages of service documents with a design: kept, pinned, shown at the bench. */
final class DocumentTest extends FeatureTestCase
{
    public function testAPageIsKeptPinnedShownAtTheBenchAndTakenAway(): void
    {
        Storage::fake();
        $user = $this->person('technician');
        $job = $this->job($user, 'tide-recorder');
        $supply = $job->supply()->firstOrFail();
        $this->actingAs($user);
        $page = $this->page($supply)->assertCreated()->json();
        self::assertSame([['text' => '15.0 V', 'x' => 0.25, 'y' => 0.5]], $page['words']);
        self::assertLessThanOrEqual(2600, max($page['width'], $page['height']));
        // The same one sent twice is one.
        $this->page($supply, ['id' => $page['id']])->assertCreated();
        self::assertSame(1, DocumentPage::query()->count());
        $this->get($page['picture'])->assertOk()->assertHeader('Content-Type', 'image/jpeg');

        $pins = "/api/v1/supplies/{$supply->id}/pages/{$page['id']}/pins";
        $this->putJson($pins, ['target' => 'TP4', 'x' => 0.2, 'y' => 0.4])->assertOk();
        $this->putJson($pins, ['target' => 'TP4', 'x' => 0.3, 'y' => 0.4])
            ->assertOk()
            ->assertJsonPath('pins', [['target' => 'TP4', 'x' => 0.3, 'y' => 0.4]]);
        $ground = $this->described($supply)->point('TP4')->against;
        $this->putJson($pins, ['target' => $ground, 'x' => 1, 'y' => 0])->assertOk();
        $this->putJson($pins, ['target' => 'TP99', 'x' => 0.3, 'y' => 0.4])
            ->assertUnprocessable()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'TP99'));
        $this->putJson($pins, ['target' => 'TP4', 'x' => 1.3, 'y' => 0.4])->assertUnprocessable();

        // The next revision of the board has the same document.
        $copy = $this->postJson("/api/v1/supplies/{$supply->id}/duplicate", ['revision' => 'B'])->json('id');
        $this->getJson("/api/v1/supplies/{$copy}/pages")->assertJsonPath('0.pins.*.target', [$ground, 'TP4']);
        $this->getJson("/api/v1/jobs/{$job->id}/pages")->assertJsonCount(2, '0.pins');

        $this->deleteJson("{$pins}/TP4")
            ->assertOk()
            ->assertJsonCount(1, 'pins');
        $this->deleteJson("/api/v1/supplies/{$supply->id}/pages/{$page['id']}")->assertNoContent();
        $this->getJson("/api/v1/jobs/{$job->id}/pages")->assertExactJson([]);
        self::assertSame([], Storage::allFiles('documents'));
    }

    public function testWhatIsNoPageIsRefused(): void
    {
        Storage::fake();
        $user = $this->person('technician');
        $supply = $this->job($user, 'tide-recorder')->supply()->firstOrFail();
        $this->actingAs($user);
        $this->page($supply, ['picture' => UploadedFile::fake()->create('notes.pdf', 20, 'application/pdf')])
            ->assertJsonValidationErrors('picture')
            ->assertJsonPath(
                'message',
                static fn(string $m): bool => str_contains($m, 'a PDF, JPEG, PNG and WebP can'),
            );
        $this->page($supply, ['words' => '[{"text": "15 V", "x": 2, "y": 0}]'])->assertJsonValidationErrors('words');
        $this->page($supply, ['document' => ''])->assertJsonValidationErrors('document');
        $this->page($supply, ['number' => 0])->assertJsonValidationErrors('number');
        self::assertSame(0, DocumentPage::query()->count());
    }

    public function testOthersSeeNothingAndApprenticesChangeNothing(): void
    {
        Storage::fake();
        $user = $this->person('technician');
        $supply = $this->job($user, 'tide-recorder')->supply()->firstOrFail();
        $id = $this->actingAs($user)->page($supply)->json('id');

        $this->actingAs($this->person('apprentice'));
        $this->getJson("/api/v1/supplies/{$supply->id}/pages")
            ->assertOk()
            ->assertJsonCount(1);
        $this->page($supply)->assertForbidden();
        $this->putJson("/api/v1/supplies/{$supply->id}/pages/{$id}/pins", [])->assertForbidden();
        $this->deleteJson("/api/v1/supplies/{$supply->id}/pages/{$id}")->assertForbidden();

        $elsewhere = Workshop::query()->create(['name' => 'Elsewhere']);
        $stranger = $this->person('technician', $elsewhere);
        $theirs = $this->job($stranger, 'tide-recorder')->supply()->firstOrFail();
        $this->actingAs($stranger);
        $this->getJson("/api/v1/supplies/{$supply->id}/pages")->assertNotFound();
        $this->get("/api/v1/supplies/{$supply->id}/pages/{$id}")->assertNotFound();
        // Nor by way of a supply of their own.
        $this->get("/api/v1/supplies/{$theirs->id}/pages/{$id}")->assertNotFound();
        $this->page($theirs, ['id' => $id])->assertJsonValidationErrors('id');
    }

    /** @param array<string, mixed> $more */
    private function page(Supply $supply, array $more = []): TestResponse
    {
        return $this->post(
            "/api/v1/supplies/{$supply->id}/pages",
            $more + [
                'id' => (string) Str::ulid(),
                'document' => 'service notes',
                'number' => 3,
                'picture' => UploadedFile::fake()->image('page.png', 3000, 1200),
                'words' => '[{"text": "15.0 V", "x": 0.25, "y": 0.5}]',
            ],
            ['Accept' => 'application/json'],
        );
    }

    private function described(Supply $supply): Description
    {
        return DescriptionReader::fromArray($supply->description);
    }
}
