<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('log_entries', function (Blueprint $table): void {
            // The order in which the server took them; the client's id only makes sending twice harmless.
            $table->unsignedInteger('sequence')->default(0);
            // Seconds between noting it and the server taking it.
            $table->unsignedInteger('waited')->default(0);
        });
        // Until now logs were in the order of their ids, and their times were the clients'.
        DB::statement(
            'UPDATE log_entries AS e JOIN (SELECT id, ROW_NUMBER() OVER (PARTITION BY repair_job_id ORDER BY ' .
                'id) AS place FROM log_entries) AS o ON o.id = e.id SET e.sequence = o.place, e.received_at = ' .
                'e.received_at',
        );
        DB::table('log_entries')
            ->orderBy('id')
            ->select(['id', 'noted_at'])
            ->chunk(500, static function ($rows): void {
                foreach ($rows as $row) {
                    $noted = strtotime((string) $row->noted_at);
                    if ($noted !== false && $noted > 0 && $noted < time()) {
                        DB::table('log_entries')
                            ->where('id', $row->id)
                            ->update(['received_at' => gmdate('Y-m-d H:i:s', $noted)]);
                    }
                }
            });
        Schema::table('log_entries', function (Blueprint $table): void {
            $table->unique(['repair_job_id', 'sequence']);
        });
    }

    public function down(): void
    {
        Schema::table('log_entries', function (Blueprint $table): void {
            $table->index('repair_job_id');
            $table->dropUnique(['repair_job_id', 'sequence']);
            $table->dropColumn(['sequence', 'waited']);
        });
    }
};
