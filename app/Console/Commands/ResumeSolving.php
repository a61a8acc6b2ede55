<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Jobs\SolveFaults;
use App\Models\Solve;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Asks again for what was being solved when the workers were stopped. Run before they start. */
final class ResumeSolving extends Command
{
    protected $signature = 'oculant:resume';

    protected $description = 'Queue again what was not solved when the workers stopped';

    public function handle(): int
    {
        DB::table('jobs')->delete();
        foreach (Solve::query()->whereIn('state', [Solve::QUEUED, Solve::RUNNING])->orderBy('created_at')->get() as $solve) {
            $solve->update(['state' => Solve::QUEUED, 'done' => 0, 'message' => null]);
            SolveFaults::dispatch($solve->hash);
        }

        return self::SUCCESS;
    }
}
