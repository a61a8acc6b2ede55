<?php

declare(strict_types=1);

use App\Models\LogSeal;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('log_entries', fn(Blueprint $table) => $table->char('link', 64)->default(''));
        // That of the newest entry, so that an end that was cut off is missed.
        Schema::table('repair_jobs', fn(Blueprint $table) => $table->char('log_link', 64)->default(''));
        foreach (DB::table('repair_jobs')->orderBy('id')->pluck('id') as $job) {
            $link = '';
            foreach (DB::table('log_entries')->where('repair_job_id', $job)->orderBy('sequence')->lazy(500) as $row) {
                $link = LogSeal::link($link, (array) $row);
                DB::table('log_entries')
                    ->where('id', $row->id)
                    ->update(['link' => $link, 'received_at' => $row->received_at]);
            }
            DB::table('repair_jobs')
                ->where('id', $job)
                ->update(['log_link' => $link]);
        }
    }

    public function down(): void
    {
        Schema::table('log_entries', fn(Blueprint $table) => $table->dropColumn('link'));
        Schema::table('repair_jobs', fn(Blueprint $table) => $table->dropColumn('log_link'));
    }
};
