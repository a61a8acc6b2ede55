<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('stock_items', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('workshop_id')->constrained();
            // The same part from the same source in the same place is one line.
            $table->char('identity', 32);
            $table->string('kind', 30);
            $table->string('type', 60);
            $table->json('component');
            $table->unsignedInteger('quantity');
            $table->unsignedInteger('minimum');
            $table->decimal('price', 12, 4)->nullable();
            $table->string('supplier', 80);
            $table->string('location', 40);
            $table->boolean('salvaged');
            $table->string('note', 200);
            $table->timestamps();
            $table->unique(['workshop_id', 'identity']);
        });
        Schema::create('stock_reservations', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('stock_item_id')->constrained()->cascadeOnDelete();
            $table->foreignUlid('repair_job_id')->constrained();
            $table->foreignId('user_id')->constrained();
            $table->string('part', 40);
            $table->unsignedInteger('quantity');
            $table->timestamps();
            $table->unique(['stock_item_id', 'repair_job_id', 'part']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('stock_reservations');
        Schema::dropIfExists('stock_items');
    }
};
