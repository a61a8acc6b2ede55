<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Parts\DeadCheck;

/** Plays an exercise by a strategy, on the same bench as a person: what a person is graded beside. */
final readonly class Player
{
    private const MOST_MOVES = 60;

    private const CONFIDENT = 0.9;

    public function __construct(private Exercise $exercise, private Knowledge $knowledge) {}

    public function play(Strategy $strategy): Run
    {
        $run = new Run($this->exercise, $this->knowledge);
        $hands = new Hands($run);
        for ($move = 0; $move < self::MOST_MOVES && !$run->isOver(); $move++) {
            $this->follows($strategy, $move) ? $this->asSuggested($hands) : $this->byTheBook($hands, $strategy, $move);
        }

        return $run;
    }

    private function follows(Strategy $strategy, int $move): bool
    {
        return match ($strategy) {
            Strategy::NextStep => true,
            Strategy::Learner => crc32("{$this->exercise->seed} {$move} learner") % 4 !== 0,
            default => false,
        };
    }

    private function asSuggested(Hands $hands): void
    {
        $run = $hands->run;
        $next = $run->workup()->next()['next'];
        match (true) {
            $next['kind'] === 'state' => $this->power(
                $hands,
                PowerState::from((string) $next['power']),
                $next['mode'] ?? $run->state()->mode,
            ),
            $next['kind'] === 'gate' => $this->seeTo($hands),
            $next['target'] !== null && in_array($next['kind'], ['measure', 'test', 'confirm'], true) => $this->measure(
                $hands,
                $next['target'],
                (string) $next['quantity'],
            ),
            default => $this->name($hands),
        };
    }

    private function measure(Hands $hands, string $target, string $quantity): void
    {
        $run = $hands->run;
        if ($quantity === Tested::BY_ITSELF) {
            $this->test($hands, $target);

            return;
        }
        $isDead = in_array($quantity, DeadCheck::QUANTITIES, true);
        if ($isDead === $run->state()->power->isEnergised()) {
            $this->power($hands, $isDead ? PowerState::Unplugged : PowerState::Live, $run->state()->mode);
        }
        if ($run->isOver()) {
            return;
        }
        $before = count($run->steps());
        $hands->measure($target, $quantity);
        if (count($run->steps()) === $before) {
            // It wanders, or is not to be measured so: not again.
            $hands->skip($target, $quantity);
        }
    }

    private function test(Hands $hands, string $part): void
    {
        $run = $hands->run;
        $said = array_column(
            array_filter($run->state()->tested, static fn(array $t): bool => $t['part'] === $part),
            'isGood',
        );
        if (in_array(false, $said, true)) {
            $hands->nameAs($part);
        } elseif (count($said) > 1) {
            $this->name($hands);
        } else {
            $this->power($hands, PowerState::Unplugged, $run->state()->mode);
            $hands->seeTo(Gate::HandsIn);
            if (!$run->isOver()) {
                $hands->test($part);
            }
        }
    }

    private function power(Hands $hands, PowerState $power, string $mode): void
    {
        $run = $hands->run;
        if ($run->state()->power === $power && $run->state()->mode === $mode) {
            return;
        }
        $gate = Gate::onTheWayTo($power, $run->state()->power);
        if ($gate !== null) {
            $hands->seeTo($gate);
        }
        try {
            $hands->power($power, $mode);
        } catch (EntryRefused) {
            // What this bench cannot see to ends it.
            $this->name($hands);
        }
    }

    private function seeTo(Hands $hands): void
    {
        $done = [...$hands->seeTo(Gate::HandsIn), ...$hands->seeTo(Gate::Limited), ...$hands->seeTo(Gate::Mains)];
        if ($done === []) {
            $this->name($hands);
        }
    }

    /** What is likeliest by now, of several faults the one that is not mended yet. */
    private function name(Hands $hands): void
    {
        $run = $hands->run;
        $likeliest = $run->workup()->suspects()[0]->members[0] ?? null;
        foreach ($likeliest?->each() ?? [] as $fault) {
            if (!isset($run->mended()[$fault->ref])) {
                $hands->name($fault->ref, $fault->fault);

                return;
            }
        }
        $hands->name('');
    }

    private function byTheBook(Hands $hands, Strategy $strategy, int $move): void
    {
        $run = $hands->run;
        $suspect = $run->workup()->suspects()[0];
        $likeliest = $suspect->members[0] ?? null;
        if ($suspect->probability > self::CONFIDENT) {
            $likeliest === null ? $this->name($hands) : $this->test($hands, $likeliest->ref);

            return;
        }
        $left = $this->left($run);
        if ($left === []) {
            $this->name($hands);

            return;
        }
        $this->measure(
            $hands,
            ...in_array($strategy, [Strategy::Random, Strategy::Learner], true)
                ? $left[crc32("{$this->exercise->seed} {$move} random") % count($left)]
                : $left[0],
        );
    }

    /** @return list<array{string, string}> what was not measured yet: the points from the input on, then the checks */
    private function left(Run $run): array
    {
        $state = $run->state();
        $functions = $run->workup()->points->functions();
        $left = [];
        foreach (array_keys($this->exercise->supply->points) as $id) {
            $left[] = [(string) $id, $functions[$id]];
        }
        foreach ($this->exercise->supply->deadChecks() as $id => $check) {
            $left[] = [(string) $id, $check->quantity];
        }

        return array_values(
            array_filter(
                $left,
                static fn(array $one): bool => $state->latest($one[0], $one[1]) === null &&
                    !isset($state->skipped["{$one[0]} {$one[1]}"]),
            ),
        );
    }
}
