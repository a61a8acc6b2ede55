<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('repair_jobs', function (Blueprint $table): void {
            // Read off the log whenever it grows; null until that has happened once.
            $table->string('power', 12)->nullable();
            $table->unsignedSmallInteger('open_changes')->nullable();
            $table->boolean('is_closed')->nullable();
            $table->boolean('is_handed_back')->nullable();
            $table->index(['workshop_id', 'is_handed_back']);
        });
    }

    public function down(): void
    {
        Schema::table('repair_jobs', function (Blueprint $table): void {
            $table->index('workshop_id');
            $table->dropIndex(['workshop_id', 'is_handed_back']);
            $table->dropColumn(['power', 'open_changes', 'is_closed', 'is_handed_back']);
        });
    }
};
