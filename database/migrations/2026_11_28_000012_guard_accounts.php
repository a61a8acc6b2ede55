<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Byte by byte: an accent is another letter, and another account.
        DB::table('users')->update(['email' => DB::raw('LOWER(email)')]);
        Schema::table('users', function (Blueprint $table): void {
            $table->string('email')->collation('utf8mb4_bin')->change();
            $table->unsignedInteger('session_epoch')->default(0);
        });
        // Tokens of before could do everything, for ever.
        DB::table('personal_access_tokens')
            ->where('abilities', '["*"]')
            ->update(['abilities' => '["read","log","library","instruments"]']);
        DB::table('personal_access_tokens')
            ->whereNull('expires_at')
            ->update(['expires_at' => now()->addDays(90)]);
        Schema::table('workshops', function (Blueprint $table): void {
            // Of its archives; the secret one is encrypted by the app's key.
            $table->text('signing_key')->nullable();
            $table->string('verify_key', 64)->nullable();
            // Where its instruments may be, within what the server allows; null for all of that.
            $table->json('networks')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('workshops', function (Blueprint $table): void {
            $table->dropColumn(['signing_key', 'verify_key', 'networks']);
        });
        Schema::table('users', function (Blueprint $table): void {
            $table->dropColumn('session_epoch');
            $table->string('email')->collation('utf8mb4_unicode_ci')->change();
        });
    }
};
