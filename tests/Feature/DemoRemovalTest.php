<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\PhotoAlbum;
use App\Models\AccountEvent;
use App\Models\Run;
use App\Models\Workshop;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;

/** The demo goes with all that is its own, and nothing of anybody else's; every table is looked at. */
final class DemoRemovalTest extends FeatureTestCase
{
    /** What is made again, or belongs to nobody. */
    private const PASSING = ['cache', 'cache_locks', 'jobs', 'failed_jobs', 'migrations', 'solves', 'solve_pieces'];

    public function testNothingOfItIsLeftAndNothingElseIsGone(): void
    {
        Storage::fake('local');
        $this->fill($this->workshop);
        $before = $this->counts();
        $demo = Workshop::query()->create(['name' => 'Made up', 'is_demo' => true]);
        $job = $this->fill($demo);
        $grown = array_filter(
            $this->counts(),
            static fn(int $rows, string $table): bool => $rows > $before[$table],
            ARRAY_FILTER_USE_BOTH,
        );
        foreach (
            [
                'workshops',
                'users',
                'supplies',
                'supply_versions',
                'repair_jobs',
                'log_entries',
                'photos',
                'runs',
                'run_samples',
                'stock_items',
                'instruments',
                'invitations',
                'account_events',
                'personal_access_tokens',
                'model_has_roles',
            ]
            as $table
        ) {
            self::assertArrayHasKey($table, $grown, 'the demo has some of everything');
        }
        self::assertNotSame([], Storage::disk('local')->files("photos/{$job}"));

        self::assertSame(0, Artisan::call('oculant:demo', ['what' => 'remove']), Artisan::output());
        self::assertSame($before, $this->counts());
        self::assertSame([], Storage::disk('local')->files("photos/{$job}"));
        self::assertSame(0, Artisan::call('oculant:demo', ['what' => 'remove']));
        self::assertStringContainsString('no demo here', Artisan::output());
        self::assertSame(1, Artisan::call('oculant:demo', ['what' => 'destroy']));
    }

    public function testARunThatIsGoingOnKeepsIt(): void
    {
        $demo = Workshop::query()->create(['name' => 'Made up', 'is_demo' => true]);
        $job = $this->fill($demo);
        Run::query()
            ->where('repair_job_id', $job)
            ->update(['ended_at' => null]);
        $before = $this->counts();
        self::assertSame(1, Artisan::call('oculant:demo', ['what' => 'remove']));
        self::assertStringContainsString('still going on', Artisan::output());
        self::assertSame($before, $this->counts());
    }

    /** @return string the job that was made */
    private function fill(Workshop $workshop): string
    {
        $lead = $this->person('lead', $workshop);
        $job = $this->job($lead);
        DB::table('supply_versions')->insert([
            'id' => (string) Str::ulid(),
            'supply_id' => $job->supply_id,
            'number' => 7,
            'user_id' => $lead->id,
            'description' => '{}',
        ]);
        $this->actingAs($lead)
            ->log($job, 'note', ['text' => 'a note'])
            ->assertSuccessful();
        app(PhotoAlbum::class)->add(
            $job,
            $lead,
            strtoupper((string) Str::ulid()),
            (string) file_get_contents((string) (glob(database_path('demo/photos/*'))[0] ?? '')),
        );
        $number = random_int(1, 1_000_000);
        DB::table('runs')->insert([
            'id' => (string) Str::ulid(),
            'number' => $number,
            'repair_job_id' => $job->id,
            'user_id' => $lead->id,
            'kind' => 'soak',
            'plan' => '{}',
            'state' => 'ended',
            'started_at' => 1.0,
            'ended_at' => 2.0,
            'next_scan' => 1,
            'memory_base' => 0,
            'stage' => 0,
            'watch' => '{}',
            'gaps' => '[]',
            'alarms' => '[]',
        ]);
        DB::table('run_samples')->insert(['run' => $number, 'channel' => 0, 'second' => 1, 'value' => 1.5]);
        DB::table('stock_items')->insert([
            'id' => (string) Str::ulid(),
            'workshop_id' => $workshop->id,
            'identity' => Str::random(32),
            'kind' => 'resistor',
            'type' => '',
            'component' => '{}',
            'quantity' => 3,
            'minimum' => 0,
            'supplier' => '',
            'location' => 'A1',
            'salvaged' => false,
            'note' => '',
        ]);
        DB::table('instruments')->insert([
            'id' => (string) Str::ulid(),
            'workshop_id' => $workshop->id,
            'name' => 'Meter',
            'kind' => 'meter',
            'timeout_ms' => 1000,
            'profile' => '{}',
            'serial' => '',
            'is_stand_in' => false,
        ]);
        $this->postJson('/api/v1/people/invitations', ['role' => 'technician', 'name' => 'Somebody'])->assertCreated();
        $lead->createToken('script', ['read']);
        self::assertGreaterThan(0, AccountEvent::query()->where('workshop_id', $workshop->id)->count());
        $this->app['auth']->forgetGuards();

        return $job->id;
    }

    /** @return array<string, int> rows by table */
    private function counts(): array
    {
        $counts = [];
        foreach (DB::select('SHOW TABLES') as $row) {
            $table = (string) array_values((array) $row)[0];
            if (!in_array($table, self::PASSING, true)) {
                $counts[$table] = DB::table($table)->count();
            }
        }

        return $counts;
    }
}
