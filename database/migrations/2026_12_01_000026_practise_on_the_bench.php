<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('repair_jobs', function (Blueprint $table): void {
            // A unit that is only practised on: it is no job of the workshop.
            // What it practises on is kept with it, whatever becomes of the library.
            $table->char('supply_id', 26)->nullable()->change();
            $table->foreignUlid('practice_run_id')->nullable()->unique()->constrained();
        });
        Schema::table('practice_runs', function (Blueprint $table): void {
            // What the log does not have: what would have hurt, and what was asked for.
            $table->longText('incidents')->nullable();
            $table->longText('hints')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('practice_runs', static fn(Blueprint $table) => $table->dropColumn(['incidents', 'hints']));
        Schema::table(
            'repair_jobs',
            static fn(Blueprint $table) => $table->dropConstrainedForeignId('practice_run_id'),
        );
    }
};
