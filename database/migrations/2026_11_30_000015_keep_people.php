<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('workshops', function (Blueprint $table): void {
            // Known by this and not by its name, which its people may change.
            $table->boolean('is_demo')->default(false);
        });
        DB::table('workshops')
            ->whereIn(
                'id',
                DB::table('users')
                    ->whereIn('email', ['ines@tollhouse.example', 'odo@northmole.example'])
                    ->select('workshop_id'),
            )
            ->update(['is_demo' => true]);
        Schema::table('users', function (Blueprint $table): void {
            // Whoever left: the log keeps the name, the door is shut.
            $table->timestamp('closed_at')->nullable();
        });
        Schema::create('invitations', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            // None for the first lead of a workshop that is not there yet.
            $table->foreignUlid('workshop_id')->nullable()->constrained();
            $table->string('purpose', 10);
            $table->string('role', 20)->nullable();
            $table->string('name')->default('');
            $table->foreignId('user_id')->nullable()->constrained();
            $table->foreignId('made_by')->nullable()->constrained('users');
            $table->string('token', 64)->unique();
            $table->timestamp('expires_at');
            $table->timestamp('used_at')->nullable();
            $table->timestamps();
        });
        Schema::create('account_events', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('workshop_id')->constrained();
            $table->foreignId('by_user')->nullable()->constrained('users');
            $table->foreignId('about_user')->nullable()->constrained('users');
            $table->string('what', 200);
            $table->timestamp('at')->useCurrent();
            $table->index(['workshop_id', 'id']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('account_events');
        Schema::dropIfExists('invitations');
        Schema::table('users', fn(Blueprint $table) => $table->dropColumn('closed_at'));
        Schema::table('workshops', fn(Blueprint $table) => $table->dropColumn('is_demo'));
    }
};
