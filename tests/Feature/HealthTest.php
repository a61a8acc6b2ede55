<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Keeping\Beats;
use App\Keeping\Health;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/** What a monitor sees is red where a bench could not go on. */
final class HealthTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        // The cache outlives a test, and others let the watch run in a time of their own.
        foreach (array_keys(Beats::SILENT) as $who) {
            Cache::forget("oculant:beat:{$who}");
        }
    }

    public function testAllIsWell(): void
    {
        $this->get('/up')->assertOk();
        self::assertSame(0, Artisan::call('oculant:health'), Artisan::output());
        self::assertSame(['database', 'disk', 'queue', 'scheduler', 'watch'], array_keys(app(Health::class)->look()));
    }

    public function testWorkThatNobodyTakesIsSaid(): void
    {
        $job = ['queue' => 'default', 'payload' => '{}', 'attempts' => 0, 'created_at' => time()];
        DB::table('jobs')->insert($job + ['available_at' => time() - 60]);
        $this->get('/up')->assertOk();
        DB::table('jobs')->insert($job + ['available_at' => time() - 1800]);
        $this->get('/up')->assertStatus(500);
        self::assertSame(1, Artisan::call('oculant:health'));
        self::assertStringContainsString('waiting for 30 min', Artisan::output());
        // A long row is no fault while a worker takes from it; one that took something and died is.
        DB::table('jobs')
            ->where('available_at', '>', time() - 600)
            ->update(['reserved_at' => time() - 30]);
        $this->get('/up')->assertOk();
        DB::table('jobs')
            ->whereNotNull('reserved_at')
            ->update(['reserved_at' => time() - 7200]);
        $this->get('/up')->assertStatus(500);
    }

    public function testWhatFallsSilentIsSaid(): void
    {
        // Never heard of: it has its time from the first look on.
        self::assertNull(app(Health::class)->look()['watch']);
        $this->travel(Beats::SILENT[Beats::WATCH] + 1)->seconds();
        self::assertStringContainsString('unattended runs', (string) app(Health::class)->look()['watch']);
        $this->get('/up')->assertStatus(500);
        app(Beats::class)->beat(Beats::WATCH);
        self::assertNull(app(Health::class)->look()['watch']);
        $this->travel(Beats::SILENT[Beats::SCHEDULER])->seconds();
        app(Beats::class)->beat(Beats::WATCH);
        $this->get('/up')->assertStatus(500);
        self::assertSame(0, Artisan::call('schedule:run'));
        $this->get('/up')->assertOk();
    }

    public function testAClockThatWasSetBackKeepsNobodySilent(): void
    {
        $this->travel(1)->days();
        app(Beats::class)->beat(Beats::WATCH);
        $this->travelBack();
        self::assertNull(app(Health::class)->look()['watch']);
        $this->travel(Beats::SILENT[Beats::WATCH])->seconds();
        self::assertStringContainsString('unattended runs', (string) app(Health::class)->look()['watch']);
    }

    /** Prometheus exposition format 0.0.4 (from memory): a name, labels in braces, a value, one to a line. */
    public function testCountsAreGivenOnThisMachineAndForTheWord(): void
    {
        $lines = explode("\n", trim((string) $this->get('/metrics')->assertOk()->getContent()));
        foreach ($lines as $line) {
            $labels = '(\{[a-z]+="[^"]*"(,[a-z]+="[^"]*")*\})?';
            self::assertMatchesRegularExpression(
                "/^(# (HELP|TYPE) oculant_[a-z_]+ .+|oculant_[a-z_]+{$labels} \\d+(\\.\\d+)?(E\\+\\d+)?)\$/",
                $line,
            );
        }
        self::assertContains('oculant_fine{what="database"} 1', $lines);
        self::assertContains('oculant_entries_total 0', $lines);
        $job = $this->job($this->person('technician'));
        $job->forceFill(['last_sequence' => 7])->save();
        $this->get('/metrics')->assertSee('oculant_entries_total 7', false)->assertSee('oculant_jobs 1', false);

        $this->withServerVariables(['REMOTE_ADDR' => '10.0.3.7']);
        $this->get('/metrics')->assertForbidden()->assertDontSee('oculant_jobs');
        config(['oculant.metrics' => 'a-long-word']);
        $this->get('/metrics', ['Authorization' => 'Bearer another'])->assertForbidden();
        $this->get('/metrics', ['Authorization' => 'Bearer a-long-word'])->assertOk();
    }

    public function testTheLeadReadsItInWords(): void
    {
        DB::table('jobs')->insert([
            'queue' => 'default',
            'payload' => '{}',
            'attempts' => 0,
            'created_at' => time(),
            'available_at' => time() - 1800,
        ]);
        $this->actingAs($this->person('technician'))->getJson('/api/v1/health')->assertForbidden();
        $rows = $this->actingAs($this->person('lead'))->getJson('/api/v1/health')->assertOk()->json('rows');
        self::assertSame(['what' => 'database', 'wrong' => null], $rows[0]);
        self::assertStringContainsString('no worker takes it', $rows[2]['wrong']);
    }

    public function testADatabaseThatIsGoneAndAFolderThatIsClosedAreSaid(): void
    {
        config(['database.connections.gone' => ['port' => 1] + (array) config('database.connections.mariadb')]);
        $look = (new Health(DB::connection('gone'), '/nowhere', app(Beats::class)))->look();
        self::assertStringContainsString('does not answer', (string) $look['database']);
        self::assertStringContainsString('/nowhere', (string) $look['disk']);
        self::assertStringContainsString('not known', (string) $look['queue']);
    }
}
