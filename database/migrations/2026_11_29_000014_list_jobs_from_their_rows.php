<?php

declare(strict_types=1);

use App\Bench\JobStanding;
use App\Models\RepairJob;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('repair_jobs', function (Blueprint $table): void {
            $table->string('supply_title')->default('');
            // Where it stands in the list, see RepairJob: as long as nobody looked, with what is energised.
            $table->unsignedTinyInteger('place')->default(2);
            // What it is searched by, in an index of its own: rows are as long as their descriptions.
            $table->string('words', 700)->default('');
            $table->unsignedInteger('last_sequence')->default(0);
            $table->string('waits_for', 500)->nullable();
            // What that was worked out from.
            $table->string('waits_as_of', 60)->nullable();
            // What was found, once it is closed: what the workshop's history counts.
            $table->dateTime('closed_at')->nullable();
            $table->string('found', 150)->nullable();
            $table->string('found_title')->nullable();
            $table->unsignedSmallInteger('causes')->default(0);
            $table->dropIndex(['workshop_id', 'is_handed_back']);
            $table->index(['workshop_id', 'supply_id', 'found', 'closed_at'], 'repair_jobs_found');
            $table->index(['workshop_id', 'place', 'id', 'words'], 'repair_jobs_list');
        });
        DB::statement(
            "UPDATE repair_jobs SET supply_title = LEFT(COALESCE(JSON_VALUE(description, '$.title'), ''), 255)",
        );
        DB::statement(
            "UPDATE repair_jobs SET place = CASE WHEN power IS NULL OR power <> 'unplugged' THEN 2 WHEN " .
                'is_handed_back = 1 THEN 0 ELSE 1 END',
        );
        DB::statement(
            "UPDATE repair_jobs SET words = LEFT(CONCAT_WS(' · ', number, unit, owner, supply_title, complaint), 700)",
        );
        foreach (RepairJob::query()->withoutGlobalScopes()->where('is_closed', true)->lazyById(50) as $job) {
            try {
                JobStanding::make($job);
            } catch (Throwable) {
                // Its log or its description cannot be read: the list says so.
            }
        }
        DB::statement(
            'UPDATE repair_jobs SET last_sequence = COALESCE((SELECT MAX(sequence) FROM log_entries WHERE ' .
                'repair_job_id = repair_jobs.id), 0)',
        );
    }

    public function down(): void
    {
        Schema::table('repair_jobs', function (Blueprint $table): void {
            $table->index(['workshop_id', 'is_handed_back']);
            $table->dropIndex('repair_jobs_list');
            $table->dropIndex('repair_jobs_found');
            $table->dropColumn([
                'supply_title',
                'words',
                'closed_at',
                'found',
                'found_title',
                'causes',
                'place',
                'last_sequence',
                'waits_for',
                'waits_as_of',
            ]);
        });
    }
};
