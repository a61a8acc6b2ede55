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
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Player;
use Oculant\Core\Practice\Run;
use Oculant\Core\Practice\Strategy;

/**
 * One run that the demo's apprentice has behind her. Nothing of it is written down anywhere: it is played line by line
 * as one of the strategies goes, the clumsy one first, and graded like anybody's; by a worker with nothing else to do.
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

    private const FUNCTIONS = [DeadCheck::RESISTANCE => 'ohms', DeadCheck::DIODE => 'diode', DeadCheck::ESR => 'esr'];

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
            $kept = $desk->begin($user, $supply, null, $seed);
            $exercise = Exercise::of($kept->exercise);
            $player = new Player($exercise, $solutions->of($exercise->supply));
            foreach (self::lines($player->play($strategy)) as $line) {
                if (!$kept->refresh()->is_over) {
                    $desk->say($kept, $line);
                }
            }
        } finally {
            Carbon::setTestNow();
        }
    }

    /** @return list<string> as somebody would type what a strategy does */
    private static function lines(Run $run): array
    {
        $lines = [];
        $isOn = false;
        foreach ($run->steps() as $step) {
            $isLive = $step->quantity !== Tested::BY_ITSELF && !isset(self::FUNCTIONS[$step->quantity]);
            if ($isLive !== $isOn) {
                array_push($lines, ...$isLive ? ['see to mains', 'power live'] : ['unplug', 'see to hands']);
                $isOn = $isLive;
            }
            $lines[] = match (true) {
                $step->quantity === Tested::BY_ITSELF => "test {$step->target}",
                default => "{$step->target} " . (self::FUNCTIONS[$step->quantity] ?? $step->quantity),
            };
        }
        $named = $run->named();
        $lines[] = match (true) {
            $named === null => 'give up',
            $named['part'] === '' => 'nothing wrong',
            default => "name {$named['part']} " . str_replace('_', ' ', $named['fault']),
        };

        return [...$lines, 'give up'];
    }
}
