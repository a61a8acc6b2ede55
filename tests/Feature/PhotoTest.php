<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Photo;
use App\Models\RepairJob;
use App\Models\Workshop;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** Photographs: kept, shown to whoever may see the job, pinned; and everything that is refused. */
final class PhotoTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake('local');
    }

    public function testIsKeptShownAndPinned(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $this->send($job, UploadedFile::fake()->image('board.png', 3000, 1500), ['caption' => 'Opened'])->assertOk();

        $bench = $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
        $photo = $bench->json('photos.0');
        self::assertSame(
            ['Opened', 2200, 1100, []],
            [$photo['caption'], $photo['width'], $photo['height'], $photo['pins']],
            'made smaller, its shape kept',
        );
        $bench->assertJsonPath('log.0.line', 'Photograph: Opened');
        $picture = $this->get("/api/v1/jobs/{$job->id}/photos/{$photo['id']}")
            ->assertOk()
            ->assertHeader('Content-Type', 'image/jpeg');
        self::assertSame(
            [2200, 1100],
            array_slice((array) getimagesizefromstring((string) $picture->getContent()), 0, 2),
        );

        $this->log($job, 'pin', ['photo' => $photo['id'], 'target' => 'tp4', 'x' => 0.25, 'y' => 0.5])->assertOk();
        $this->log($job, 'pin', ['photo' => $photo['id'], 'target' => 'Z1', 'x' => 0.3, 'y' => 0.5])->assertOk();
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $this->log($job, 'reading', ['text' => '0.03', 'target' => 'TP4'])->assertOk();
        $pins = $this->getJson("/api/v1/jobs/{$job->id}/bench")->json('photos.0.pins');
        self::assertSame(['TP4', 0.25, 0.5], [$pins[0]['target'], $pins[0]['x'], $pins[0]['y']]);
        self::assertFalse($pins[0]['reading']['good'], 'the reading stands at its pin');
        self::assertGreaterThan(0.03, $pins[1]['suspicion'], 'a shorted zener would explain it');

        $this->log($job, 'pin', ['photo' => $photo['id'], 'target' => 'TP4', 'x' => 0.9, 'y' => 0.1])->assertOk();
        self::assertSame(
            0.9,
            $this->getJson("/api/v1/jobs/{$job->id}/bench")->json('photos.0.pins.0.x'),
            'the newest place counts',
        );
    }

    public function testSendingItTwiceKeepsItOnce(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        $id = (string) Str::ulid();
        foreach ([1, 2] as $time) {
            $this->send($job, UploadedFile::fake()->image("{$time}.jpg", 400, 300), ['id' => $id])
                ->assertOk()
                ->assertJsonPath('accepted', [$id]);
        }
        self::assertSame(1, Photo::query()->count());
        self::assertSame(1, $job->entries()->where('kind', 'photo')->count());

        $other = $this->job($user);
        $this->send($other, UploadedFile::fake()->image('3.jpg', 400, 300), ['id' => $id])
            ->assertUnprocessable()
            ->assertJsonPath(
                'errors.id.0',
                'A photograph with this id belongs to another job. Make a new ULID for each.',
            );
    }

    public function testWhatATelephoneWritesIntoAPictureIsNotKept(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $image = imagecreatetruecolor(40, 30);
        self::assertNotFalse($image);
        ob_start();
        imagejpeg($image);
        $jpeg = (string) ob_get_clean();
        // A comment segment behind the start of the image, as cameras write them.
        $secret = 'taken at the harbour wall by A. Keeper';
        $jpeg = substr($jpeg, 0, 2) . "\xFF\xFE" . pack('n', strlen($secret) + 2) . $secret . substr($jpeg, 2);
        $this->actingAs($user);
        $this->send($job, UploadedFile::fake()->createWithContent('board.jpg', $jpeg))->assertOk();
        $kept = (string) $this->get("/api/v1/jobs/{$job->id}/photos/" . Photo::query()->value('id'))
            ->assertOk()
            ->getContent();

        self::assertStringNotContainsString('harbour wall', $kept);
    }

    /** @return iterable<string, array{callable(): UploadedFile, string}> file, message */
    public static function unreadable(): iterable
    {
        yield 'text' => [
            static fn(): UploadedFile => self::file('notes.jpg', 'C1 is bulging'),
            'This is not a photograph that can be kept: JPEG, PNG and WebP can.',
        ];
        yield 'a drawing with scripts' => [
            static fn(): UploadedFile => self::file(
                'x.svg',
                '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>',
            ),
            'This is not a photograph that can be kept: JPEG, PNG and WebP can.',
        ];
        yield 'too large' => [
            static fn(): UploadedFile => UploadedFile::fake()->image('big.jpg', 20, 20)->size(8100),
            'The photograph is larger than 8 MB. Take it at a lower resolution.',
        ];
        yield 'cut off in the middle' => [
            static fn(): UploadedFile => self::file(
                'cut.png',
                "\x89PNG\r\n\x1a\n\0\0\0\rIHDR\0\0\0\x10\0\0\0\x10\x08\2\0\0\0",
            ),
            'The photograph broke off on its way: its end is missing. Send it again, or take it again.',
        ];
    }

    /** @param callable(): UploadedFile $file */
    #[DataProvider('unreadable')]
    public function testRefusesWhatIsNoPhotograph(callable $file, string $message): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)->send($job, $file())->assertUnprocessable()->assertJsonPath('errors.photo.0', $message);
        self::assertSame(0, $job->entries()->where('kind', 'photo')->count());
    }

    public function testAnotherWorkshopSeesAndSendsNothing(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)
            ->send($job, UploadedFile::fake()->image('1.jpg', 40, 30))
            ->assertOk();
        $photo = Photo::query()->value('id');
        $stranger = $this->person('lead', Workshop::query()->create(['name' => 'Elsewhere']));
        $this->actingAs($stranger)
            ->get("/api/v1/jobs/{$job->id}/photos/{$photo}")
            ->assertNotFound();
        $this->send($job, UploadedFile::fake()->image('2.jpg', 40, 30))->assertNotFound();
        // Nor through a job of their own.
        $own = $this->job($stranger);
        $this->get("/api/v1/jobs/{$own->id}/photos/{$photo}")->assertNotFound();
        $this->log($own, 'photo', ['photo' => $photo])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'Send the photograph itself to /photos; it enters the log by itself.');
    }

    public function testAnApprenticePhotographsOnlyTheirOwnJobs(): void
    {
        $job = $this->job($this->person('technician'));
        $apprentice = $this->person('apprentice');
        $this->actingAs($apprentice)
            ->send($job, UploadedFile::fake()->image('1.jpg', 40, 30))
            ->assertForbidden();
        $this->send($this->job($apprentice), UploadedFile::fake()->image('1.jpg', 40, 30))->assertOk();
    }

    public function testAPinNeedsItsPhotographAPlaceAndATarget(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)
            ->send($job, UploadedFile::fake()->image('1.jpg', 40, 30))
            ->assertOk();
        $photo = Photo::query()->value('id');
        $this->log($job, 'pin', ['photo' => 'nope', 'target' => 'TP4', 'x' => 0.1, 'y' => 0.1])->assertJsonPath(
            'errors.photo.0',
            'There is no such photograph in this job. Add it first.',
        );
        $this->log($job, 'pin', [
            'photo' => $photo,
            'target' => 'TP99',
            'x' => 0.1,
            'y' => 0.1,
        ])->assertJsonValidationErrors('target');
        $this->log($job, 'pin', ['photo' => $photo, 'target' => 'TP4', 'x' => 1.1, 'y' => 0.1])->assertJsonPath(
            'errors.x.0',
            'A place on the photograph is given from 0 (left or top) to 1 (right or bottom).',
        );
    }

    /** Unlike a fake it is judged by what is in it, as in life. */
    private static function file(string $name, string $content): UploadedFile
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'photo');
        file_put_contents($path, $content);

        return new UploadedFile($path, $name, null, null, true);
    }

    /** @param array<string, string> $more */
    private function send(RepairJob $job, UploadedFile $file, array $more = []): TestResponse
    {
        return $this->post(
            "/api/v1/jobs/{$job->id}/photos",
            ['photo' => $file] + $more + ['id' => (string) Str::ulid(), 'at' => now()->toIso8601String()],
            ['Accept' => 'application/json'],
        );
    }
}
