<?php

declare(strict_types=1);

namespace App\Papers;

use App\Bench\JobFile;
use App\Files\NotKept;
use App\Files\SafeDisk;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use App\Models\Run;
use App\Models\Workshop;
use App\Report\ReportPdf;
use Illuminate\Contracts\Cache\Repository;

/** The report as PDF: drawn by a worker, kept until the job goes on. */
final readonly class Paper
{
    /** Raised when the report looks otherwise. */
    private const LOOK = 2;

    /** Seconds that a request waits for a worker, and how many may do so at once: the others ask again. */
    private const PATIENCE = 4.0;

    private const WAITING = 2;

    public function __construct(
        private SafeDisk $disk,
        private Repository $cache,
        private Solutions $solutions,
        private ReportPdf $pdf,
    ) {}

    /** @return string|null the PDF; null if it is still being drawn, or could not be */
    public function ofNow(RepairJob $job): ?string
    {
        $path = $this->path($job);
        $known = $this->disk->read($path);
        if ($known !== null) {
            return $known;
        }
        if ($this->cache->add("oculant:paper:{$path}", true, 60)) {
            DrawReport::dispatch($job->id)->onConnection(config()->string('oculant.papers'))->onQueue('papers');
        }

        return $this->wait($path);
    }

    /** @throws NotKept */
    public function draw(RepairJob $job): void
    {
        $path = $this->path($job);
        try {
            if (
                !$this->disk->keep(
                    $path,
                    $this->pdf->render(JobFile::open($this->solutions, $job->load('user.workshop'))),
                )
            ) {
                throw NotKept::paper();
            }
        } finally {
            $this->cache->forget("oculant:paper:{$path}");
        }
        $last = $this->cache->get("oculant:paper-of:{$job->id}");
        if (is_string($last) && $last !== $path) {
            $this->disk->remove($last);
        }
        $this->cache->forever("oculant:paper-of:{$job->id}", $path);
    }

    private function wait(string $path): ?string
    {
        $seat = null;
        for ($k = 0; $k < self::WAITING && $seat === null; $k++) {
            $lock =
                $this->cache->getStore() instanceof \Illuminate\Contracts\Cache\LockProvider
                    ? $this->cache->getStore()->lock("oculant:paper-seat:{$k}", (int) self::PATIENCE + 2)
                    : null;
            $seat = $lock?->get() === true ? $lock : null;
        }
        try {
            $until = microtime(true) + ($seat === null ? 0.0 : self::PATIENCE);
            do {
                $drawn = $this->disk->read($path);
                if ($drawn !== null || microtime(true) >= $until) {
                    return $drawn;
                }
                usleep(150_000);
            } while (true);
        } finally {
            $seat?->release();
        }
    }

    /** By what it shows: the log, the samples of its runs, and how far the engine is. */
    private function path(RepairJob $job): string
    {
        $of = [
            $job->entries()->reorder()->max('sequence'),
            Run::query()->where('repair_job_id', $job->id)->sum('next_scan'),
            JobFile::open($this->solutions, $job)->solving() === null,
            $job->updated_at?->getTimestamp(),
            Workshop::query()->whereKey($job->workshop_id)->value('updated_at')?->getTimestamp(),
        ];

        return sprintf('papers/%s-%d-%s.pdf', $job->id, self::LOOK, hash('xxh64', serialize($of)));
    }
}
