<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Bench\PhotoAlbum;
use App\Models\Photo;
use App\Models\RepairJob;
use App\Models\Workshop;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Takes away photographs of jobs handed back longer ago than their workshop keeps them; the log stays whole. */
final class PrunePhotographs extends Command
{
    protected $signature = 'oculant:prune-photographs {--dry : Only say how many}';

    protected $description = 'Take away photographs that are older than their workshop keeps them';

    public function handle(PhotoAlbum $album): int
    {
        $gone = 0;
        foreach (Workshop::query()->get() as $workshop) {
            $months = $workshop->settings()->keepPhotographs;
            if ($months === null) {
                continue;
            }
            $old = Photo::query()
                ->where('state', '!=', Photo::GONE)
                ->whereIn(
                    'repair_job_id',
                    RepairJob::query()
                        ->select('id')
                        ->where('workshop_id', $workshop->id)
                        ->where('place', RepairJob::BACK)
                        // What went back as it came was never closed.
                        ->where(
                            DB::raw('coalesce(closed_at, updated_at)'),
                            '<',
                            now()->subMonths($months)->format('Y-m-d H:i:s'),
                        ),
                );
            foreach ($old->lazyById(100) as $photo) {
                $gone++;
                if ($this->option('dry') !== true) {
                    $album->forget($photo);
                }
            }
        }
        $this->line(sprintf('%d photographs %s.', $gone, $this->option('dry') === true ? 'would go' : 'taken away'));

        return self::SUCCESS;
    }
}
