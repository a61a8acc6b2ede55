<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\PhotoAlbum;
use App\Keeping\Backup;
use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Foundation\Testing\RefreshDatabaseState;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Symfony\Component\Process\Process;

/** A backup is made while people work, destroyed work comes back whole, and a log that was altered is found. */
final class KeepingTest extends FeatureTestCase
{
    private string $folder;

    private string $restored;

    private User $user;

    private RepairJob $job;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir() . '/oculant-keeping-' . bin2hex(random_bytes(4));
        $this->restored = config()->string('database.connections.mariadb.database') . '_restored';
        File::makeDirectory($this->folder);
        File::put("{$this->folder}/phrase", "seven cormorants on the breakwater\n");
        config(['filesystems.disks.local.root' => "{$this->folder}/private"]);
        Storage::forgetDisk('local');
        $this->emptyRestored();
        $this->user = $this->person('technician');
        $this->job = $this->job($this->user);
        $this->actingAs($this->user);
        foreach (['fuse holder loose', 'smells of nothing', 'knob missing'] as $text) {
            $this->log($this->job, 'note', ['text' => $text])->assertSuccessful();
        }
    }

    /** What mariadb-dump reads must be there for others too. */
    protected function connectionsToTransact(): array
    {
        return [];
    }

    protected function tearDown(): void
    {
        File::deleteDirectory($this->folder);
        // Nothing was rolled back: the next test begins with empty tables.
        RefreshDatabaseState::$migrated = false;
        parent::tearDown();
    }

    public function testAllThatWasTakenBeforeComesBackAndNothingTwice(): void
    {
        app(PhotoAlbum::class)->add(
            $this->job,
            $this->user,
            strtoupper((string) Str::ulid()),
            (string) file_get_contents(
                database_path('demo/photos/' . basename((string) (glob(database_path('demo/photos/*'))[0] ?? ''))),
            ),
        );
        $writer = new Process([PHP_BINARY, base_path('tests/Support/write-notes.php'), $this->job->id]);
        $writer->start();
        $taken = static fn(): array => array_values(array_filter(explode("\n", $writer->getOutput())));
        for ($k = 0; $k < 200 && count($taken()) < 5; $k++) {
            usleep(100_000);
        }
        self::assertGreaterThanOrEqual(5, count($taken()), $writer->getErrorOutput());
        $before = $taken();
        self::assertSame(0, $this->backup(), Artisan::output());
        $writer->stop(0);
        self::assertGreaterThan(count($before), count($taken()), 'people went on working meanwhile');

        self::assertSame(0, $this->restore($this->newest()), Artisan::output());
        $back = $this->on()->table('log_entries')->where('repair_job_id', $this->job->id)->orderBy('sequence')->get();
        $ids = $back->pluck('id')->all();
        self::assertSame([], array_diff($before, $ids), 'every entry that was taken before is there');
        self::assertSame($ids, array_values(array_unique($ids)));
        self::assertSame(range(1, count($ids)), $back->pluck('sequence')->map(intval(...))->all(), 'no gap');
        self::assertEquals(
            LogEntryRecord::query()->toBase()->whereIn('id', $ids)->orderBy('sequence')->get(),
            $back,
            'to the last digit',
        );
        $photo = $this->on()->table('photos')->first();
        self::assertNotNull($photo);
        self::assertNotEmpty(
            array_filter(
                File::allFiles("{$this->folder}/back"),
                static fn($f): bool => str_contains($f->getPathname(), $photo->id),
            ),
        );
    }

    public function testABackupThatWasShutOpensByItsPhraseOnly(): void
    {
        self::assertSame(0, $this->backup(['--phrase-file' => "{$this->folder}/phrase"]), Artisan::output());
        $shut = $this->newest();
        self::assertStringEndsWith('.shut', $shut);
        self::assertStringNotContainsString('log_entries', (string) file_get_contents($shut));
        self::assertSame('0600', substr(sprintf('%o', fileperms($shut)), -4));
        self::assertSame(1, $this->restore($shut));
        self::assertStringContainsString('pass phrase', Artisan::output());
        File::put("{$this->folder}/other", "eight cormorants on the breakwater\n");
        self::assertSame(1, $this->restore($shut, ['--phrase-file' => "{$this->folder}/other"]));
        self::assertStringContainsString('pass phrase is another', Artisan::output());
        $cut = "{$this->folder}/cut.shut";
        File::put($cut, substr((string) file_get_contents($shut), 0, -40));
        self::assertSame(1, $this->restore($cut, ['--phrase-file' => "{$this->folder}/phrase"]));
        self::assertSame([], $this->on()->select('SHOW TABLES'), 'nothing was changed by what was refused');
        self::assertSame(0, $this->restore($shut, ['--phrase-file' => "{$this->folder}/phrase"]), Artisan::output());
        File::put("{$this->folder}/short", "short\n");
        self::assertSame(1, $this->backup(['--phrase-file' => "{$this->folder}/short"]));
    }

    public function testWhatIsNotWholeOrNotEmptyIsRefused(): void
    {
        self::assertSame(1, Artisan::call('oculant:backup', ['directory' => "{$this->folder}/nowhere"]));
        self::assertSame(0, $this->backup());
        $whole = $this->newest();
        self::assertSame(1, Artisan::call('oculant:restore', ['file' => $whole]), 'not over what is running');
        self::assertStringContainsString('is not empty', Artisan::output());
        // One letter of a reading changed inside.
        File::makeDirectory("{$this->folder}/inside");
        (new Process(['tar', '-C', "{$this->folder}/inside", '-xzf', $whole]))->mustRun();
        $dump = "{$this->folder}/inside/database.sql";
        File::put($dump, str_replace('knob missing', 'knob present', (string) file_get_contents($dump)));
        (new Process([
            'tar',
            '-C',
            "{$this->folder}/inside",
            '-czf',
            "{$this->folder}/changed.tar.gz",
            '.',
        ]))->mustRun();
        self::assertSame(1, $this->restore("{$this->folder}/changed.tar.gz"));
        self::assertStringContainsString('Not as it was put there: database.sql', Artisan::output());
        // Nor with the sums made anew by somebody who has no key.
        $list = "{$this->folder}/inside/manifest.json";
        $manifest = json_decode((string) file_get_contents($list), true);
        File::put($list, (string) json_encode(['sums' => Backup::sums("{$this->folder}/inside")] + $manifest));
        (new Process(['tar', '-C', "{$this->folder}/inside", '-czf', "{$this->folder}/forged.tar.gz", '.']))->mustRun();
        self::assertSame(1, $this->restore("{$this->folder}/forged.tar.gz"));
        self::assertStringContainsString('manifest.json', Artisan::output());
        self::assertSame([], $this->on()->select('SHOW TABLES'));
        // One of another server is taken where somebody says so, and its logs are said not to hold.
        $ours = config('app.key');
        config(['app.key' => 'base64:BBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBBB=']);
        self::assertSame(1, $this->restore($whole));
        self::assertStringContainsString('another APP_KEY', Artisan::output());
        self::assertSame([], $this->on()->select('SHOW TABLES'));
        self::assertSame(1, $this->restore($whole, ['--other-key' => true]));
        self::assertStringContainsString('entry 1', Artisan::output());
        config(['app.key' => $ours]);
        File::put("{$this->folder}/nonsense.tar.gz", 'nonsense');
        self::assertSame(1, $this->restore("{$this->folder}/nonsense.tar.gz"));
        self::assertSame([], glob("{$this->folder}/*.part") ?: []);
    }

    public function testTheNewestStayAndWhatIsNotOursStays(): void
    {
        foreach (
            ['oculant-20200101-024000.tar.gz', 'oculant-20200102-024000.tar.gz.shut', 'oculant-of-the-harbour.txt']
            as $name
        ) {
            File::put("{$this->folder}/{$name}", 'x');
        }
        self::assertSame(0, $this->backup(['--keep' => '2']));
        self::assertFileDoesNotExist("{$this->folder}/oculant-20200101-024000.tar.gz");
        self::assertFileExists("{$this->folder}/oculant-20200102-024000.tar.gz.shut");
        self::assertFileExists("{$this->folder}/oculant-of-the-harbour.txt");
    }

    public function testALogThatWasAlteredInTheDatabaseIsFound(): void
    {
        $check = fn(): int => Artisan::call('oculant:verify');
        self::assertSame(0, $check(), Artisan::output());
        $second = LogEntryRecord::query()->where('repair_job_id', $this->job->id)->where('sequence', 2)->firstOrFail();
        $row = $second->getRawOriginal();
        $put = static fn(array $to): int => DB::table('log_entries')
            ->where('id', $second->id)
            ->update($to + ['received_at' => $row['received_at']]);
        foreach (
            [
                ['payload' => json_encode(['text' => 'smells of burning'])],
                ['kind' => 'finding'],
                ['user_id' => $this->person('lead')->id],
                ['noted_at' => '2001-01-01T00:00:00+00:00'],
                ['received_at' => '2001-01-01 00:00:00'],
            ]
            as $change
        ) {
            $put($change);
            self::assertSame(1, $check(), (string) json_encode($change));
            self::assertStringContainsString("Job {$this->job->number}: entry 2", Artisan::output());
            $put(array_intersect_key($row, $change));
            self::assertSame(0, $check());
        }
        // The newest taken out, with nothing after it to miss it.
        $last = DB::table('log_entries')->where('repair_job_id', $this->job->id)->where('sequence', 3)->first();
        DB::table('log_entries')->where('id', $last->id)->delete();
        self::assertSame(1, $check());
        self::assertStringContainsString('missing at the end', Artisan::output());
        DB::table('log_entries')->insert((array) $last);
        self::assertSame(0, $check());
        // Whoever has the database, and not the key, makes no link that holds.
        $put(['payload' => json_encode(['text' => 'smells of burning']), 'link' => hash('sha256', 'x')]);
        self::assertSame(1, $check());
    }

    /** @param array<string, string> $more */
    private function backup(array $more = []): int
    {
        return Artisan::call('oculant:backup', ['directory' => $this->folder] + $more);
    }

    /** @param array<string, mixed> $more */
    private function restore(string $file, array $more = []): int
    {
        return Artisan::call(
            'oculant:restore',
            ['file' => $file, '--database' => $this->restored, '--files' => "{$this->folder}/back"] + $more,
        );
    }

    private function newest(): string
    {
        $all = glob("{$this->folder}/oculant-*") ?: [];
        sort($all);

        return (string) end($all);
    }

    private function on(): \Illuminate\Database\ConnectionInterface
    {
        config([
            'database.connections.looked' =>
                [
                    'database' => $this->restored,
                ] + (array) config('database.connections.mariadb'),
        ]);

        return DB::connection('looked');
    }

    private function emptyRestored(): void
    {
        $this->on()->statement('SET FOREIGN_KEY_CHECKS = 0');
        foreach ($this->on()->select('SHOW TABLES') as $row) {
            $this->on()->statement('DROP TABLE `' . array_values((array) $row)[0] . '`');
        }
    }
}
