<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('workshops', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('name');
            $table->timestamps();
        });
        Schema::create('users', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('workshop_id')->constrained();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password');
            $table->rememberToken();
            $table->timestamps();
        });
        Schema::create('supplies', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('workshop_id')->constrained();
            $table->string('title');
            $table->string('revision', 40);
            $table->json('description');
            $table->timestamps();
        });
        Schema::create('repair_jobs', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('workshop_id')->constrained();
            $table->foreignUlid('supply_id')->constrained();
            $table->foreignId('user_id')->constrained();
            $table->string('number', 20);
            $table->string('unit');
            $table->string('owner');
            $table->text('complaint');
            $table->string('mains', 40);
            // The description as it stood when the job was booked in: a job keeps what it was worked with.
            $table->json('description');
            $table->timestamps();
            $table->unique(['workshop_id', 'number']);
        });
        Schema::create('log_entries', function (Blueprint $table): void {
            // Made by the client, so that sending an entry twice is harmless.
            $table->ulid('id')->primary();
            $table->foreignUlid('repair_job_id')->constrained();
            $table->foreignId('user_id')->constrained();
            $table->string('kind', 20);
            $table->json('payload');
            $table->string('noted_at', 40);
            $table->timestamp('received_at')->useCurrent();
            $table->index(['repair_job_id', 'id']);
        });
        Schema::create('sessions', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->foreignId('user_id')->nullable()->index();
            $table->string('ip_address', 45)->nullable();
            $table->text('user_agent')->nullable();
            $table->longText('payload');
            $table->integer('last_activity')->index();
        });
        Schema::create('cache', function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->longText('value');
            $table->integer('expiration')->index();
        });
        Schema::create('cache_locks', function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->string('owner');
            $table->integer('expiration')->index();
        });
    }

    public function down(): void
    {
        foreach (
            ['cache_locks', 'cache', 'sessions', 'log_entries', 'repair_jobs', 'supplies', 'users', 'workshops']
            as $table
        ) {
            Schema::dropIfExists($table);
        }
    }
};
