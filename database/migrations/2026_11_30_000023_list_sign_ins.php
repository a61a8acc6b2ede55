<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Where an account is signed in, each by a name of its own; the session itself may be kept anywhere.
        Schema::create('sign_ins', function (Blueprint $table): void {
            $table->string('name', 32)->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('browser', 200);
            $table->string('address', 45);
            $table->timestamp('began_at');
            $table->timestamp('seen_at')->index();
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('sign_ins');
    }
};
