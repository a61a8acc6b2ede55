<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // The word in the address at which others read what is published; none while nothing was.
        Schema::table('workshops', static fn(Blueprint $table) => $table->char('share_word', 26)->nullable()->unique());
        Schema::create('publications', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('workshop_id')->constrained();
            $table->foreignUlid('design_id')->unique()->constrained('supplies')->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            // Supplies: those revisions that were chosen.
            $table->json('revisions');
            $table->boolean('failures');
            $table->char('sum', 64);
            $table->timestamps();
        });
        // Whose boards count here: nobody's until a lead says so.
        Schema::create('share_keys', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('workshop_id')->constrained();
            $table->string('key', 44);
            $table->string('name', 200);
            $table->timestamp('accepted_at')->nullable();
            $table->unique(['workshop_id', 'key']);
        });
        Schema::create('shared_boards', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('workshop_id')->constrained();
            $table->foreignUlid('design_id')->constrained('supplies')->cascadeOnDelete();
            $table->foreignId('share_key_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            // What they call it.
            $table->string('board', 40);
            $table->string('title', 120);
            $table->timestamp('signed_at');
            $table->char('sum', 64);
            $table->unsignedInteger('repairs');
            $table->json('failures');
            // Own supply, and the sum of what was taken, by their id of the revision.
            $table->json('copies');
            $table->timestamps();
            $table->unique(['share_key_id', 'board']);
        });
        Schema::create('share_sources', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('workshop_id')->constrained();
            $table->foreignId('user_id')->constrained();
            $table->string('address', 200);
            $table->timestamp('read_at')->nullable();
            $table->string('said', 500)->nullable();
            $table->unique(['workshop_id', 'address']);
        });
    }

    public function down(): void
    {
        foreach (['share_sources', 'shared_boards', 'share_keys', 'publications'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('workshops', static fn(Blueprint $table) => $table->dropColumn('share_word'));
    }
};
