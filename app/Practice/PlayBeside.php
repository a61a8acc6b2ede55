<?php

declare(strict_types=1);

namespace App\Practice;

use App\Knowledge\Solutions;
use App\Models\PracticeRun;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Grade;
use Oculant\Core\Practice\Player;
use Oculant\Core\Practice\Strategy;

/** What walking from the input and splitting in half come to on a unit that somebody has finished: the dashed lines. */
final class PlayBeside implements ShouldQueue
{
    use Queueable;

    public const STRATEGIES = ['walking' => Strategy::Walking, 'half_split' => Strategy::HalfSplit];

    public int $timeout = 900;

    public int $tries = 1;

    public function __construct(public readonly string $run) {}

    public function handle(Solutions $solutions): void
    {
        $run = PracticeRun::query()->findOrFail($this->run);
        $exercise = Exercise::of($run->exercise);
        $knowledge = $solutions->of($exercise->supply);
        // What another program worked out is worked out again first; whoever looks then sees the lines.
        if ($knowledge->isWhole()) {
            $player = new Player($exercise, $knowledge);
            // When it was finished stays as it is.
            $run->timestamps = false;
            $run->update([
                'beside' => array_map(
                    static fn(Strategy $s): float => round(Grade::of($player->play($s), $knowledge)->figure(), 1),
                    self::STRATEGIES,
                ),
            ]);
        }
    }
}
