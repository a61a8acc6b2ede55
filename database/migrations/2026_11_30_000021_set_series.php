<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Exercises that a lead sets to people, the same units to all of them.
        Schema::create('practice_series', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('workshop_id')->constrained();
            $table->string('title', 120);
            $table->date('due_on')->nullable();
            $table->json('items');
            $table->json('people');
            $table->timestamps();
        });
        Schema::table('practice_runs', function (Blueprint $table): void {
            $table->ulid('series_id')->nullable();
            $table->unsignedSmallInteger('series_item')->nullable();
            $table->unique(['series_id', 'series_item', 'user_id']);
        });
    }

    public function down(): void
    {
        Schema::table('practice_runs', static function (Blueprint $table): void {
            $table->dropUnique(['series_id', 'series_item', 'user_id']);
            $table->dropColumn(['series_id', 'series_item']);
        });
        Schema::dropIfExists('practice_series');
    }
};
