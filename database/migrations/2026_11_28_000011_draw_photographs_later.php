<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('photos', function (Blueprint $table): void {
            // waiting for a worker, ready, or unreadable after all
            $table->string('state', 12)->default('waiting');
        });
        DB::table('photos')->update(['state' => 'ready']);
    }

    public function down(): void
    {
        Schema::table('photos', function (Blueprint $table): void {
            $table->dropColumn('state');
        });
    }
};
