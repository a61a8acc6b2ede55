<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Keeping\Health;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

/** What a monitor sees is red where a bench could not go on. */
final class HealthTest extends FeatureTestCase
{
    public function testAllIsWell(): void
    {
        $this->get('/up')->assertOk();
        self::assertSame(0, Artisan::call('oculant:health'), Artisan::output());
        self::assertSame(['database', 'disk', 'queue'], array_keys(app(Health::class)->look()));
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

    public function testADatabaseThatIsGoneAndAFolderThatIsClosedAreSaid(): void
    {
        config(['database.connections.gone' => ['port' => 1] + (array) config('database.connections.mariadb')]);
        $look = (new Health(DB::connection('gone'), '/nowhere'))->look();
        self::assertStringContainsString('does not answer', (string) $look['database']);
        self::assertStringContainsString('/nowhere', (string) $look['disk']);
        self::assertStringContainsString('not known', (string) $look['queue']);
    }
}
