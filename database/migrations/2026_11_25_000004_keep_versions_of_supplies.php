<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Str;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('supplies', function (Blueprint $table): void {
            // Revisions of one design share the supply they descend from.
            $table->foreignUlid('parent_id')->nullable()->constrained('supplies')->nullOnDelete();
        });
        Schema::create('supply_versions', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('supply_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->foreignId('user_id')->nullable()->constrained();
            $table->json('description');
            $table->timestamp('created_at')->useCurrent();
            $table->unique(['supply_id', 'number']);
        });
        Schema::table('repair_jobs', function (Blueprint $table): void {
            $table->foreignUlid('supply_version_id')->nullable()->constrained()->nullOnDelete();
        });
        Schema::create('solves', function (Blueprint $table): void {
            // By the content of the description: equal descriptions are solved once.
            $table->char('hash', 32)->primary();
            $table->string('title');
            $table->json('description');
            $table->string('state', 12);
            $table->unsignedInteger('done')->default(0);
            $table->unsignedInteger('total')->default(0);
            $table->boolean('is_urgent')->default(false);
            $table->text('message')->nullable();
            $table->timestamps();
        });
        Schema::create('jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('queue')->index();
            $table->longText('payload');
            $table->unsignedTinyInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
        });
        Schema::create('failed_jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('uuid')->unique();
            $table->text('connection');
            $table->text('queue');
            $table->longText('payload');
            $table->longText('exception');
            $table->timestamp('failed_at')->useCurrent();
        });
        $this->versionWhatIsThere();
    }

    public function down(): void
    {
        Schema::dropIfExists('failed_jobs');
        Schema::dropIfExists('jobs');
        Schema::dropIfExists('solves');
        Schema::table('repair_jobs', fn(Blueprint $table) => $table->dropConstrainedForeignId('supply_version_id'));
        Schema::dropIfExists('supply_versions');
        Schema::table('supplies', fn(Blueprint $table) => $table->dropConstrainedForeignId('parent_id'));
    }

    /** Every description that a job was worked with becomes a version, oldest first; the present one is the last. */
    private function versionWhatIsThere(): void
    {
        foreach (DB::table('supplies')->get(['id', 'description', 'created_at', 'updated_at']) as $supply) {
            $seen = [];
            $jobs = DB::table('repair_jobs')
                ->where('supply_id', $supply->id)
                ->orderBy('id')
                ->get(['id', 'description', 'created_at']);
            foreach ($jobs as $job) {
                if ($job->description !== $supply->description) {
                    $seen[$job->description] ??= $this->version(
                        $supply->id,
                        count($seen) + 1,
                        $job->description,
                        $job->created_at,
                    );
                }
            }
            $seen[$supply->description] = $this->version(
                $supply->id,
                count($seen) + 1,
                $supply->description,
                $supply->updated_at,
            );
            foreach ($jobs as $job) {
                DB::table('repair_jobs')
                    ->where('id', $job->id)
                    ->update(['supply_version_id' => $seen[$job->description]]);
            }
        }
    }

    private function version(string $supply, int $number, string $description, ?string $at): string
    {
        $id = strtolower((string) Str::ulid());
        DB::table('supply_versions')->insert([
            'id' => $id,
            'supply_id' => $supply,
            'number' => $number,
            'description' => $description,
            'created_at' => $at ?? now(),
        ]);

        return $id;
    }
};
