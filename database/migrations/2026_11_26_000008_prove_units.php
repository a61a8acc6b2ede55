<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('instruments', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('workshop_id')->constrained();
            $table->string('name', 60);
            $table->string('kind', 20);
            $table->string('host', 45)->nullable();
            $table->unsignedSmallInteger('port')->nullable();
            $table->unsignedInteger('timeout_ms');
            $table->json('profile');
            $table->string('serial', 60);
            $table->date('calibrated_until')->nullable();
            $table->boolean('is_stand_in');
            $table->timestamps();
            $table->unique(['workshop_id', 'name']);
        });
        Schema::create('runs', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            // Short, for the many rows of samples.
            $table->unsignedInteger('number')->unique();
            $table->foreignUlid('repair_job_id')->constrained();
            $table->foreignId('user_id')->constrained();
            $table->string('kind', 10);
            $table->json('plan');
            $table->string('state', 10)->index();
            $table->string('message', 500)->nullable();
            $table->double('started_at');
            $table->double('ended_at')->nullable();
            $table->unsignedInteger('next_scan');
            $table->unsignedInteger('memory_base');
            $table->smallInteger('stage');
            $table->json('watch');
            $table->json('gaps');
            $table->json('alarms');
            $table->string('leased_by', 40)->nullable();
            $table->double('leased_until')->nullable();
            $table->timestamps();
        });
        Schema::create('run_samples', function (Blueprint $table): void {
            $table->unsignedInteger('run');
            $table->unsignedTinyInteger('channel');
            $table->unsignedInteger('second');
            $table->double('value');
            $table->primary(['run', 'channel', 'second']);
        });
        // What a minute held, kept as samples come in: a day is drawn from these.
        Schema::create('run_minutes', function (Blueprint $table): void {
            $table->unsignedInteger('run');
            $table->unsignedTinyInteger('channel');
            $table->unsignedInteger('minute');
            $table->double('low');
            $table->double('high');
            $table->double('total');
            $table->unsignedInteger('count');
            $table->primary(['run', 'channel', 'minute']);
        });
        Schema::table('workshops', static fn(Blueprint $table) => $table->json('safety_rules')->nullable());
        Schema::table('repair_jobs', function (Blueprint $table): void {
            // What is wrong with the simulated unit of a demo job; nothing of this is ever shown.
            $table->json('stand_in')->nullable();
            // Where an imported job came from.
            $table->json('origin')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('repair_jobs', static fn(Blueprint $table) => $table->dropColumn(['stand_in', 'origin']));
        Schema::table('workshops', static fn(Blueprint $table) => $table->dropColumn('safety_rules'));
        foreach (['run_minutes', 'run_samples', 'runs', 'instruments'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
