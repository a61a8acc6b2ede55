<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Knowledge\Library;
use App\Models\Solve;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Oculant\Core\Supply\DescriptionReader;
use Throwable;

/** Works out what a good unit reads and what every fault does, and keeps it for every bench with that description. */
final class SolveFaults implements ShouldQueue
{
    use Queueable;

    public int $timeout = 3600;

    public int $tries = 1;

    public function __construct(public readonly string $hash)
    {
    }

    public function handle(Library $library): void
    {
        $solve = Solve::query()->findOrFail($this->hash);
        // Asked for twice, once urgently: the first that gets to it does it.
        if ($solve->state === Solve::READY || ($solve->state === Solve::RUNNING && $solve->isUnderWay())) {
            return;
        }
        $solve->update(['state' => Solve::RUNNING]);
        $shown = microtime(true);
        $library->solve(DescriptionReader::fromArray($solve->description), function (int $done, int $total) use ($solve, &$shown): void {
            if ($done < $total && microtime(true) - $shown < 1.0) {
                return;
            }
            $shown = microtime(true);
            $solve->update(['state' => Solve::RUNNING, 'done' => $done, 'total' => $total]);
        });
        $solve->update(['state' => Solve::READY, 'done' => $solve->total, 'message' => null]);
        // With something changed for the time being it keeps one mode, and its plan is that of the unchanged one.
        if (count($solve->description['modes'] ?? []) > 1) {
            PreparePlan::dispatch($this->hash)->onQueue('default');
        }
    }

    public function failed(?Throwable $why): void
    {
        Solve::query()->whereKey($this->hash)->update(['state' => Solve::FAILED, 'message' => mb_substr($why?->getMessage() ?? 'The worker was stopped.', 0, 500)]);
    }
}
