<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use InvalidArgumentException;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Priors;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Supply\Description;

/** Sets exercises on a supply: faults drawn as often as they are met, of those that any measurement shows. */
final readonly class Setter
{
    /** Units that are tried for one of the difficulty asked for. */
    private const TRIES = 24;

    /** Share of exercises with nothing wrong (a guess: rare enough to be believed last). */
    private const NOTHING = 0.05;

    public function __construct(private Description $supply, private Knowledge $knowledge) {}

    /**
     * The same seed sets the same exercise.
     *
     * @param float $patience seconds after which no other unit is tried
     *
     * @throws InvalidArgumentException if no fault of this supply is so easy, or so hard
     */
    public function set(
        int $seed,
        ?Difficulty $wanted = null,
        float $patience = INF,
        ?FailureClass $class = null,
    ): Exercise {
        $technician = new SimulatedTechnician($this->supply, $this->knowledge);
        $shown = $this->shown($technician);
        if ($class !== null) {
            $shown = array_filter($shown, fn(string $id): bool => $this->classOf($id) === $class, ARRAY_FILTER_USE_KEY);
        }
        if ($shown === []) {
            throw new InvalidArgumentException('No part of this supply fails in that way. Ask for another.');
        }
        $start = microtime(true);
        for ($try = 0; $try < self::TRIES && microtime(true) - $start < $patience; $try++) {
            $exercise = $this->draw($shown, $technician, $seed, $try, $class !== null);
            $steps = (new Player($exercise, $this->knowledge))->play(Strategy::NextStep)->steps();
            $tried = new Exercise($this->supply, $exercise->faults, $exercise->seed, $exercise->story, count($steps));
            if ($wanted === null || Difficulty::of(count($steps)) === $wanted) {
                return $tried;
            }
        }

        throw new InvalidArgumentException(
            sprintf('Of %d units of this supply none was %s. Ask for another difficulty.', $try, $wanted->value ?? ''),
        );
    }

    /**
     * A fault that somebody really found, in a unit whose parts are spread as the seed has them.
     *
     * @throws InvalidArgumentException if this supply has no such fault, or no measurement shows it
     */
    public function hide(string $part, string $fault, int $seed): Exercise
    {
        $id = "{$part}:{$fault}";
        $technician = new SimulatedTechnician($this->supply, $this->knowledge);
        if (!isset($this->shown($technician)[$id])) {
            throw new InvalidArgumentException(
                "That {$part} is {$fault} cannot be told from a good unit by any measurement here.",
            );
        }
        $exercise = new Exercise($this->supply, [$part => $fault], $seed, $technician->story($id));
        $steps = (new Player($exercise, $this->knowledge))->play(Strategy::NextStep)->steps();

        return new Exercise($this->supply, $exercise->faults, $seed, $exercise->story, count($steps));
    }

    /** @return non-empty-list<FailureClass> ways to fail that can be hidden in this supply, most frequent first */
    public function classes(): array
    {
        $sums = [];
        foreach ($this->shown(new SimulatedTechnician($this->supply, $this->knowledge)) as $id => $share) {
            $class = $this->classOf((string) $id);
            $sums[$class->name] = [($sums[$class->name][0] ?? 0.0) + $share, $class];
        }
        usort($sums, static fn(array $a, array $b): int => $b[0] <=> $a[0]);

        return array_column($sums, 1);
    }

    private function classOf(string $hypothesis): FailureClass
    {
        return FailureClass::of($this->knowledge->dictionary(null)->hypotheses[$hypothesis]->fault);
    }

    /** @return non-empty-array<string, float> share of those that any measurement shows, by hypothesis */
    private function shown(SimulatedTechnician $technician): array
    {
        $dictionary = $this->knowledge->dictionary(null);
        $priors = Priors::of($dictionary, $this->supply, new BenchState($this->supply->mode(null)->id));
        $shown = array_filter(
            $priors->share,
            // What no part of its own is wrong for cannot be built into a unit.
            fn(float $share, string $id): bool => $share > 0.0 &&
                $dictionary->hypotheses[$id]->mishap === null &&
                $technician->shows($id),
            ARRAY_FILTER_USE_BOTH,
        );
        if ($shown === []) {
            throw new InvalidArgumentException('No fault of this supply can be told from a good unit.');
        }

        return $shown;
    }

    /** @param array<string, float> $shown */
    private function draw(array $shown, SimulatedTechnician $technician, int $seed, int $try, bool $isAsked): Exercise
    {
        $own = crc32("{$seed} {$try} unit") & 0x7fffffff;
        if (!$isAsked && self::chance($seed, $try, 'nothing') < self::NOTHING) {
            return new Exercise($this->supply, [], $own, []);
        }
        $at = self::chance($seed, $try, 'fault') * array_sum($shown);
        $chosen = (string) array_key_last($shown);
        foreach ($shown as $id => $share) {
            $at -= $share;
            if ($at <= 0.0) {
                $chosen = (string) $id;
                break;
            }
        }
        $fault = $this->knowledge->dictionary(null)->hypotheses[$chosen];

        return new Exercise($this->supply, [$fault->ref => $fault->fault], $own, $technician->story($chosen));
    }

    private static function chance(int $seed, int $try, string $of): float
    {
        return crc32("{$seed} {$try} {$of}") / 4294967296;
    }
}
