<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('users', function (Blueprint $table): void {
            // Encrypted; without a time beside it, a code has still to confirm it.
            $table->text('code_secret')->nullable();
            $table->timestamp('code_since')->nullable();
            // Of the last code that was taken.
            $table->unsignedBigInteger('code_step')->default(0);
        });
    }

    public function down(): void
    {
        Schema::table('users', fn(Blueprint $table) => $table->dropColumn(['code_secret', 'code_since', 'code_step']));
    }
};
