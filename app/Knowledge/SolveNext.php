<?php

declare(strict_types=1);

namespace App\Knowledge;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Queue;

/**
 * A ticket for a worker: it takes the most useful piece that is waiting, whosever it is, and the next, until none is
 * left.
 */
final class SolveNext implements ShouldQueue
{
    use Queueable;

    /** Seconds after which other work of the queue has its turn; what a page waits for has it after each piece. */
    private const TURN = 20.0;

    public int $timeout = 3600;

    public int $tries = 1;

    public function handle(Pieces $pieces): void
    {
        $until = microtime(true) + self::TURN;
        do {
            $found = $pieces->solveNext();
        } while ($found && microtime(true) < $until && Queue::size(WorkOut::QUEUE) === 0);
        if ($found) {
            self::dispatch()->onQueue($this->queue ?? 'default');
        }
    }
}
