<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Knowledge\Solutions;
use App\Models\PracticeRun;
use App\Models\Supply;
use App\Models\User;
use App\Practice\PracticeDesk;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Carbon;
use Oculant\Core\Practice\Player;
use Oculant\Core\Practice\Strategy;
use Oculant\Core\Supply\DescriptionReader;

/**
 * One run that the demo's apprentice has behind her. Nothing of it is written down anywhere: it is played as
 * one of the strategies goes, the clumsy one first, and graded like anybody's; by a worker with nothing else to do.
 */
final class DemoPractice implements ShouldQueue
{
    use Queueable;

    public int $timeout = 900;

    public int $tries = 1;

    /** The queue that comes after all others. */
    public const QUEUE = 'idle';

    /** Days ago, seed, and how it was gone about. */
    public const RUNS = [
        [9, 21, Strategy::Random],
        [6, 22, Strategy::Walking],
        [4, 23, Strategy::HalfSplit],
        [1, 24, Strategy::NextStep],
    ];

    /** @param int $number of RUNS */
    public function __construct(public readonly int $user, public readonly string $supply, public readonly int $number)
    {
        $this->onQueue(self::QUEUE);
    }

    public function handle(PracticeDesk $desk, Solutions $solutions): void
    {
        [$days, $seed, $strategy] = self::RUNS[$this->number];
        $user = User::query()->find($this->user);
        $supply = Supply::query()->find($this->supply);
        if (
            $user === null ||
            $supply === null ||
            PracticeRun::query()
                ->where('user_id', $user->id)
                ->whereDate('created_at', Carbon::now()->subDays($days))
                ->exists()
        ) {
            return;
        }
        try {
            Carbon::setTestNow(Carbon::now()->subDays($days));
            $exercise = $desk->exercise(DescriptionReader::fromArray($supply->description), $seed, null, null, null);
            $run = (new Player($exercise, $solutions->of($exercise->supply)))->play($strategy);
            if (!$run->isOver()) {
                $run->giveUp();
            }
            $desk->played($user, $run);
        } finally {
            Carbon::setTestNow();
        }
    }
}
