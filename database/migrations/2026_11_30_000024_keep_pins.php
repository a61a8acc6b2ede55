<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Short numbers that let somebody in at one bench, where the password was given before.
        Schema::create('bench_pins', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->char('bench', 64)->index();
            $table->string('pin');
            $table->unsignedTinyInteger('tries')->default(0);
            $table->timestamp('expires_at')->index();
            $table->unique(['user_id', 'bench']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('bench_pins');
    }
};
