<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Foundation\Testing\DatabaseMigrations;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\DB;

/** Migrations go forward on the data of an older house. */
final class MigrationTest extends TestCase
{
    use DatabaseMigrations;

    public function testDescriptionsThatJobsWereWorkedWithBecomeVersions(): void
    {
        $this->artisan('migrate:rollback', [
            '--path' => 'database/migrations/2026_11_25_000004_keep_versions_of_supplies.php',
            '--force' => true,
        ])->assertSuccessful();
        DB::table('workshops')->insert(['id' => '01jworkshop000000000000000', 'name' => 'Old bench']);
        DB::table('users')->insert([
            'id' => 1,
            'workshop_id' => '01jworkshop000000000000000',
            'name' => 'Old hand',
            'email' => 'old@bench.example',
            'password' => 'x',
        ]);
        DB::table('supplies')->insert([
            'id' => '01jsupply00000000000000000',
            'workshop_id' => '01jworkshop000000000000000',
            'title' => 'Winch',
            'revision' => 'A',
            'description' => '{"title":"new"}',
        ]);
        foreach (['1' => '{"title":"old"}', '2' => '{"title":"old"}', '3' => '{"title":"new"}'] as $k => $description) {
            DB::table('repair_jobs')->insert([
                'id' => "01jjob0000000000000000000{$k}",
                'workshop_id' => '01jworkshop000000000000000',
                'supply_id' => '01jsupply00000000000000000',
                'user_id' => 1,
                'number' => "26-00{$k}",
                'unit' => 'Winch',
                'owner' => 'Ferry',
                'complaint' => '',
                'mains' => '230 V',
                'description' => $description,
            ]);
        }

        $this->artisan('migrate', ['--force' => true])->assertSuccessful();

        $versions = DB::table('supply_versions')->orderBy('number')->pluck('description', 'id')->all();
        self::assertSame(['{"title":"old"}', '{"title":"new"}'], array_values($versions));
        self::assertSame(
            [array_keys($versions)[0], array_keys($versions)[0], array_keys($versions)[1]],
            DB::table('repair_jobs')->orderBy('id')->pluck('supply_version_id')->all(),
        );
    }
}
