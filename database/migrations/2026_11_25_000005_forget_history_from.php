<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('supplies', function (Blueprint $table): void {
            // What was found on this board before this moment no longer counts.
            $table->timestamp('history_from')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('supplies', function (Blueprint $table): void {
            $table->dropColumn('history_from');
        });
    }
};
