<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('solve_pieces', function (Blueprint $table): void {
            $table->id();
            $table->char('hash', 32);
            $table->string('name', 100);
            $table->string('mode');
            // The smaller, the sooner.
            $table->unsignedInteger('rank');
            $table->json('faults')->nullable();
            $table->string('state', 10)->index();
            $table->unsignedTinyInteger('attempts')->default(0);
            $table->float('seconds')->nullable();
            $table->dateTime('claimed_at', 3)->nullable();
            $table->text('message')->nullable();
            $table->unique(['hash', 'name']);
        });
        Schema::table('solves', function (Blueprint $table): void {
            // In which mode the unit stands that somebody is looking at.
            $table->string('mode')->nullable();
            // When somebody last had it on a screen.
            $table->timestamp('asked_at')->nullable();
            // Fingerprint of the engine that works on it.
            $table->string('engine', 12)->nullable();
        });
        // What the old job left half done begins again, piece by piece.
        DB::table('jobs')->where('payload', 'like', '%SolveFaults%')->delete();
        DB::table('solves')
            ->whereIn('state', ['queued', 'running'])
            ->delete();
        // What was worked out has a store of its own now.
        if (Schema::hasTable('cache')) {
            DB::table('cache')->where('key', 'like', '%oculant:%:%:%')->delete();
        }
    }

    public function down(): void
    {
        Schema::dropIfExists('solve_pieces');
        Schema::table('solves', function (Blueprint $table): void {
            $table->dropColumn(['mode', 'asked_at', 'engine']);
        });
    }
};
