<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\JobSummary;
use App\Files\PictureCheck;
use App\Files\SafeDisk;
use App\Models\Photo;
use App\Models\RepairJob;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Database\QueryException;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Oculant\Core\Bench\EntryRefused;
use PDOException;
use PHPUnit\Framework\Attributes\DataProvider;

/** A file is kept whole or not at all, and what is broken takes nothing else with it. */
final class KeptWholeTest extends FeatureTestCase
{
    /** A disk without room writes what fits and says nothing, or says so: both are the same here. */
    public function testAFullDiskKeepsNoHalfPhotograph(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user);
        foreach (['short', 'silent', 'refuses', 'throws'] as $how) {
            $this->app->bind(SafeDisk::class, fn(): SafeDisk => new SafeDisk($this->fullDisk($how)));
            $this->send($job, self::jpeg(400, 300))
                ->assertStatus(507)
                ->assertJsonPath(
                    'message',
                    fn(string $m): bool => str_contains($m, 'disk is full') &&
                        str_contains($m, 'waits where it was taken'),
                );
            self::assertSame(0, Photo::query()->count(), $how);
            self::assertSame(0, $job->entries()->count(), $how);
        }
    }

    public function testNothingHalfWrittenStaysOnTheDisk(): void
    {
        $disk = Storage::fake('local');
        $safe = new SafeDisk($disk);
        self::assertTrue($safe->keep('a/b.txt', 'whole'));
        self::assertSame('whole', $safe->read('a/b.txt'));
        self::assertSame(['a/b.txt'], $disk->allFiles());
        self::assertNull($safe->read('a/c.txt'));
    }

    public function testATruncatedPictureIsRefusedHoweverItIsCut(): void
    {
        $whole = self::jpeg(640, 480);
        self::assertSame([640, 480], PictureCheck::size($whole));
        // A camera's own thumbnail has an end of its own inside.
        $thumbnail = "\xFF\xE1" . pack('n', strlen($small = self::jpeg(40, 30)) + 2) . $small;
        $withThumbnail = substr($whole, 0, 2) . $thumbnail . substr($whole, 2);
        self::assertSame([640, 480], PictureCheck::size($withThumbnail));
        // A telephone hangs a film on it.
        self::assertSame([640, 480], PictureCheck::size($whole . random_bytes(2000)));
        foreach ([$whole, $withThumbnail] as $picture) {
            foreach ([0.5, 0.8, 0.99] as $share) {
                try {
                    PictureCheck::size(substr($picture, 0, (int) ($share * strlen($picture))));
                    self::fail("{$share} of it was taken");
                } catch (EntryRefused $refused) {
                    self::assertStringContainsString('broke off', $refused->getMessage());
                }
            }
        }
    }

    /** Some ten kilobytes of PNG unpack to as many pixels as anybody writes into their head. */
    public function testPixelsAreCountedBeforeTheyAreDecoded(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $header = pack('N', 9000) . pack('N', 9000) . "\x08\x02\0\0\0";
        $png =
            "\x89PNG\r\n\x1a\n" .
            pack('N', 13) .
            'IHDR' .
            $header .
            pack('N', crc32("IHDR{$header}")) .
            pack('N', 0) .
            "IEND\xAE\x42\x60\x82";
        $began = microtime(true);
        $this->actingAs($user)
            ->send($job, $png)
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                'The photograph has 9000 by 9000 pixels; up to 40 million are taken. Take it at a lower resolution.',
            );
        self::assertLessThan(2.0, microtime(true) - $began);
    }

    public function testAPhotographIsShownOnceAWorkerHasMadeItReady(): void
    {
        config(['oculant.papers' => 'null']);
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)->send($job, self::jpeg(3000, 2000))->assertOk();
        $photo = Photo::query()->firstOrFail();
        $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertJsonPath('photos.0.ready', false);
        $this->get("/api/v1/jobs/{$job->id}/photos/{$photo->id}")
            ->assertStatus(202)
            ->assertHeader('Content-Type', 'image/svg+xml');
        (new \App\Bench\DrawPhoto($photo->id))->handle(app(\App\Bench\PhotoAlbum::class));
        $this->getJson("/api/v1/jobs/{$job->id}/bench")
            ->assertJsonPath('photos.0.ready', true)
            ->assertJsonPath('photos.0.width', 2200);
        $this->get("/api/v1/jobs/{$job->id}/photos/{$photo->id}")
            ->assertOk()
            ->assertHeader('Content-Type', 'image/jpeg');
    }

    public function testAReportIsDrawnByAWorkerAndKeptUntilTheJobGoesOn(): void
    {
        config(['oculant.papers' => 'null']);
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)
            ->getJson("/api/v1/jobs/{$job->id}/report.pdf")
            ->assertStatus(202)
            ->assertHeader('Retry-After', '1');
        app(\App\Papers\Paper::class)->draw($job);
        $first = (string) $this->get("/api/v1/jobs/{$job->id}/report.pdf")
            ->assertOk()
            ->getContent();
        self::assertStringStartsWith('%PDF-', $first);
        $this->log($job, 'note', ['text' => 'one more line'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/report.pdf")->assertStatus(202);
    }

    /** One unit that cannot be read, or whose circuit does not settle, stands in its own row. */
    public function testATroubledJobTakesNoListWithIt(): void
    {
        $user = $this->person('technician');
        [$good, $broken, $lost] = [$this->job($user), $this->job($user), $this->job($user)];
        DB::table('repair_jobs')
            ->where('id', $broken->id)
            ->update(['description' => '{"format": "oculant/supply", "version": 1, "title": "Torn"}', 'power' => null]);
        DB::table('repair_jobs')
            ->where('id', $lost->id)
            ->update(['description' => '{"title": "Lost"}']);
        $list = $this->actingAs($user)->getJson('/api/v1/jobs')->assertOk()->assertJsonCount(3);
        $rows = collect($list->json())->keyBy('id');
        self::assertFalse($rows[$good->id]['energised']);
        self::assertNull($rows[$broken->id]['energised'], 'not known is not "no"');
        self::assertStringContainsString('Take it for energised', $rows[$broken->id]['problem']);
        self::assertFalse($rows[$lost->id]['energised'], 'how it stands was read off its log before');
        self::assertSame('not known: the engine cannot tell', $rows[$lost->id]['waits_for']);
        $this->getJson('/api/v1/history')->assertOk();
        $this->postJson('/api/v1/jobs', [
            'unit' => 'x',
            'owner' => 'y',
            'mains' => '230 V',
            'supply_id' => $good->supply_id,
        ])->assertCreated();
    }

    public function testHowAUnitStandsComesFromItsLogAloneAndForEveryUnitThatIsHere(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user);
        $this->actingAs($user)
            ->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])
            ->assertOk();
        self::assertSame('live', $job->refresh()->power);
        // A job of before that was kept is read off its log.
        DB::table('repair_jobs')
            ->where('id', $job->id)
            ->update(['power' => null, 'is_handed_back' => null]);
        self::assertTrue(app(JobSummary::class)->of($job->refresh())['energised']);
        DB::table('repair_jobs')
            ->where('id', $job->id)
            ->update(['is_handed_back' => true]);
        for ($k = 0; $k < 101; $k++) {
            $copy = RepairJob::query()
                ->findOrFail($job->id)
                ->replicate()
                ->forceFill(['number' => "26-9{$k}", 'is_handed_back' => true, 'power' => 'unplugged']);
            $copy->forceFill(['id' => strtolower((string) Str::ulid(now()->addSeconds($k + 10)))])->save();
        }
        self::assertContains(
            $job->id,
            $this->getJson('/api/v1/jobs')->json('*.id'),
            'what is energised is on the list, however long that is',
        );
    }

    private function send(RepairJob $job, string $picture): TestResponse
    {
        return $this->post(
            "/api/v1/jobs/{$job->id}/photos",
            [
                'id' => strtoupper((string) Str::ulid()),
                'at' => now()->toIso8601String(),
                'photo' => UploadedFile::fake()->createWithContent('board.jpg', $picture),
            ],
            ['Accept' => 'application/json'],
        );
    }

    private static function jpeg(int $width, int $height): string
    {
        $image = imagecreatetruecolor($width, $height);
        assert($image !== false);
        for ($k = 0; $k < 200; $k++) {
            imageline(
                $image,
                ($k * 7) % $width,
                0,
                $width - $k,
                $height,
                (int) imagecolorallocate($image, $k, 255 - $k, ($k * 3) % 255),
            );
        }
        ob_start();
        imagejpeg($image);

        return (string) ob_get_clean();
    }

    /** @return Filesystem one on which nothing more fits */
    private function fullDisk(string $how): Filesystem
    {
        $real = Storage::fake('full');
        $disk = \Mockery::mock(Filesystem::class);
        $disk->shouldReceive('put')->andReturnUsing(
            static fn(string $path, string $contents): bool => match ($how) {
                'short' => $real->put($path, substr($contents, 0, 100)),
                'silent' => $real->put($path, ''),
                'refuses' => false,
                default => throw new \RuntimeException('No space left on device'),
            },
        );
        $disk->shouldReceive('size')->andReturnUsing(static fn(string $path): int => $real->size($path));
        $disk->shouldReceive('delete')->andReturnUsing(static fn(string $path): bool => $real->delete($path));

        return $disk;
    }

    /** @return iterable<string, array{int, int}> number of MariaDB's error (its list of error codes), status */
    public static function troubles(): iterable
    {
        yield 'disk full' => [1021, 507];
        yield 'table full' => [1114, 507];
        yield 'error on write' => [1026, 507];
        yield 'a syntax error is the program\'s own' => [1064, 500];
        yield 'a deadlock as well, once it was tried three times' => [1213, 500];
    }

    /** bench/full-disk fills a real one; here only what is said. */
    #[DataProvider('troubles')]
    public function testAFullDiskUnderTheDatabaseIsSaidInWords(int $error, int $status): void
    {
        config(['app.debug' => false]);
        $this->app['router']->get('api/v1/try-full-disk', static function () use ($error): never {
            $trouble = new PDOException("General error: {$error}");
            $trouble->errorInfo = ['HY000', $error, ''];
            throw new QueryException('mariadb', 'insert into log_entries', [], $trouble);
        });
        $answer = $this->getJson('/api/v1/try-full-disk')->assertStatus($status);
        self::assertSame(
            $status === 507,
            str_contains((string) $answer->json('message'), 'no room left on its disk'),
            (string) $answer->json('message'),
        );
        self::assertStringNotContainsString('insert into', (string) $answer->getContent());
    }
}
