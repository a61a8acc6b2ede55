<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Oculant\Core\Parts\FailureClass;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('practice_runs', function (Blueprint $table): void {
            // Way to fail of what was hidden: what is practised next goes by it. Told to nobody before the end.
            $table->string('mechanism', 20)->nullable()->index();
            // What walking from the input, and splitting in half, come to on the same unit.
            $table->json('beside')->nullable();
            $table->ulid('branch_of')->nullable();
        });
        foreach (
            DB::table('practice_runs')
                ->select(['id', 'exercise'])
                ->cursor()
            as $run
        ) {
            $hidden = json_decode(
                (string) base64_decode((string) (json_decode($run->exercise, true)['hidden'] ?? ''), true),
                true,
            );
            $fault = is_array($hidden) ? reset($hidden) : false;
            DB::table('practice_runs')
                ->where('id', $run->id)
                ->update(['mechanism' => is_string($fault) ? FailureClass::of($fault)->name : 'None']);
        }
    }

    public function down(): void
    {
        Schema::table('practice_runs', static fn(Blueprint $t) => $t->dropColumn(['mechanism', 'beside', 'branch_of']));
    }
};
