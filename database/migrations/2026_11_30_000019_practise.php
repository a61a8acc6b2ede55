<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('practice_runs', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('workshop_id')->constrained();
            $table->foreignId('user_id')->constrained();
            $table->string('title', 200);
            $table->longText('exercise');
            $table->longText('lines');
            $table->longText('steps');
            $table->boolean('is_over')->default(false);
            $table->float('figure')->nullable();
            $table->longText('grade')->nullable();
            $table->timestamps();
            $table->index(['workshop_id', 'user_id', 'created_at']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('practice_runs');
    }
};
