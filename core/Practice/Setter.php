<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use InvalidArgumentException;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Priors;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/** Sets exercises on a supply: faults drawn as often as they are met, of those that any measurement shows. */
final readonly class Setter
{
    /** Units that are tried for one of the difficulty asked for. */
    private const TRIES = 24;

    /** Share of exercises with nothing wrong (a guess: rare enough to be believed last). */
    private const NOTHING = 0.05;

    /** Ways in which somebody who worked on it may have left a part (common practice). */
    private const SLIPS = ['reversed', 'wrong'];

    /** Times that a fuse is too large whose predecessors went too often (common practice: met). */
    private const LARGER = 10.0;

    /** Share of its starts at which what comes and goes is not there (a guess). */
    private const SHY = 0.4;

    /** Parts that makers fit in other values from one batch to the next, and in which (common practice). */
    private const DIFFER = ['resistor', 'electrolytic', 'film_capacitor'];

    private const TIMES = [0.47, 0.68, 1.5, 2.2];

    public function __construct(private Description $supply, private Knowledge $knowledge) {}

    /**
     * The same seed sets the same exercise.
     *
     * @param float $patience seconds after which no other unit is tried
     *
     * @throws InvalidArgumentException if no fault of this supply is so easy, or so hard, or so twisted
     */
    public function set(
        int $seed,
        ?Difficulty $wanted = null,
        float $patience = INF,
        ?FailureClass $class = null,
        ?Twist $twist = null,
    ): Exercise {
        $technician = new SimulatedTechnician($this->supply, $this->knowledge);
        $shown = $this->shown($technician);
        if ($class !== null) {
            $shown = array_filter($shown, fn(string $id): bool => $this->classOf($id) === $class, ARRAY_FILTER_USE_KEY);
        }
        $shown = array_filter(
            $shown,
            fn(string $id): bool => $this->suits($id, $twist, $technician),
            ARRAY_FILTER_USE_KEY,
        );
        if ($shown === []) {
            throw new InvalidArgumentException('No part of this supply fails in that way. Ask for another.');
        }
        $start = microtime(true);
        for ($try = 0; $try < self::TRIES && microtime(true) - $start < $patience; $try++) {
            $exercise = $this->draw($shown, $technician, $seed, $try, $class !== null || $twist !== null, $twist);
            if ($exercise === null) {
                continue;
            }
            $best = (new Player($exercise, $this->knowledge))->play(Strategy::NextStep);
            $steps = count($best->steps());
            // Nobody is asked for what the best strategy does not find either.
            $isFair = $twist === null || Grade::found($best, $this->knowledge) === 1.0;
            if ($isFair && ($wanted === null || Difficulty::of($steps) === $wanted)) {
                return $exercise->after($steps);
            }
        }

        throw new InvalidArgumentException(
            sprintf(
                'Of %d units of this supply none was %s. Ask for another.',
                $try,
                trim(($wanted->value ?? '') . ($twist === null ? '' : " with \"{$twist->value}\"")),
            ),
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

        return $exercise->after(count((new Player($exercise, $this->knowledge))->play(Strategy::NextStep)->steps()));
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

    /** Whether a fault can be one of such an exercise. */
    private function suits(string $id, ?Twist $twist, SimulatedTechnician $technician): bool
    {
        $hypothesis = $this->knowledge->dictionary(null)->hypotheses[$id];

        return match ($twist) {
            Twist::Slip => in_array($hypothesis->fault, self::SLIPS, true) || $this->blows($id) !== null,
            Twist::ComesAndGoes => $hypothesis->comesAndGoes,
            // Each is noticed by whoever uses it. A fuse is replaced once the reason is known: another lesson.
            Twist::Two => !($this->supply->part($hypothesis->ref)->kind instanceof Fuse) &&
                $technician->story($id) !== [],
            default => true,
        };
    }

    /**
     * @param array<string, float> $shown
     *
     * @return Exercise|null null if nothing comes of this draw
     */
    private function draw(
        array $shown,
        SimulatedTechnician $technician,
        int $seed,
        int $try,
        bool $isAsked,
        ?Twist $twist,
    ): ?Exercise {
        $own = crc32("{$seed} {$try} unit") & 0x7fffffff;
        if (!$isAsked && self::chance($seed, $try, 'nothing') < self::NOTHING) {
            return new Exercise($this->supply, [], $own, []);
        }
        $faults = $story = [];
        foreach (range(1, $twist === Twist::Two ? 2 : 1) as $number) {
            $chosen = self::drawn($shown, self::chance($seed, $try, $number === 1 ? 'fault' : "fault {$number}"));
            $fault = $this->knowledge->dictionary(null)->hypotheses[$chosen];
            if (isset($faults[$fault->ref])) {
                return null;
            }
            $faults[$fault->ref] = $fault->fault;
            array_push($story, ...$technician->story($chosen));
        }
        $story = match ($twist) {
            Twist::Slip => ['worked_on', ...$story],
            Twist::ComesAndGoes => ['intermittent'],
            default => array_values(array_unique($story)),
        };

        if ($twist === Twist::Slip && !in_array(array_values($faults)[0], self::SLIPS, true)) {
            return $this->behindLargerFuse($faults, $own, $story);
        }

        return new Exercise(
            $this->supply,
            $faults,
            $own,
            $story,
            shy: $twist === Twist::ComesAndGoes ? self::SHY : 0.0,
            differs: $twist === Twist::Differs ? $this->differing($faults, $seed, $try) : [],
        );
    }

    /** The fuse that a fault takes along, and that should have gone; null if it takes none. */
    private function blows(string $id): ?string
    {
        $dictionary = $this->knowledge->dictionary(null);
        if ($this->supply->part($dictionary->hypotheses[$id]->ref)->kind instanceof Fuse) {
            return null;
        }
        foreach (array_keys($dictionary->how[$id] ?? []) as $ref) {
            if ($this->supply->part((string) $ref)->kind instanceof Fuse) {
                return (string) $ref;
            }
        }

        return null;
    }

    /**
     * The fuse went and went, and somebody put a larger one in: what it should have saved is gone as well.
     *
     * @param array<string, string> $faults one
     * @param list<string>          $story
     *
     * @return Exercise|null null if nothing else suffers
     */
    private function behindLargerFuse(array $faults, int $seed, array $story): ?Exercise
    {
        $fuse = (string) $this->blows(array_key_first($faults) . ':' . array_values($faults)[0]);
        $exercise = new Exercise($this->supply, $faults, $seed, $story, differs: [$fuse => self::LARGER]);
        $unit = $exercise->unit();
        $burnt = [];
        foreach ($unit->burn($this->supply->mode(null)->id) as $ref) {
            $burnt[$ref] = (string) $unit->faultOf($ref);
        }

        return $burnt === [] || $unit->went($fuse) !== null
            ? null
            : new Exercise(
                $this->supply,
                $faults + $burnt,
                $seed,
                ['worked_on', 'dead'],
                differs: [$fuse => self::LARGER],
            );
    }

    /** @param array<string, float> $shown share by hypothesis */
    private static function drawn(array $shown, float $chance): string
    {
        $at = $chance * array_sum($shown);
        foreach ($shown as $id => $share) {
            $at -= $share;
            if ($at <= 0.0) {
                return (string) $id;
            }
        }

        return (string) array_key_last($shown);
    }

    /**
     * One part that has nothing to do with what is wrong, as another maker or a later revision has it.
     *
     * @param array<string, string> $faults
     *
     * @return array<string, float>
     */
    private function differing(array $faults, int $seed, int $try): array
    {
        $refs = [];
        foreach ($this->supply->parts as $ref => $part) {
            if (!isset($faults[$ref]) && in_array($part->kind->name(), self::DIFFER, true) && $part->knows('value')) {
                $refs[] = (string) $ref;
            }
        }
        $at = static fn(string $of, int $count): int => (int) (self::chance($seed, $try, $of) * $count);

        return $refs === []
            ? []
            : [$refs[$at('differs', count($refs))] => self::TIMES[$at('times', count(self::TIMES))]];
    }

    private static function chance(int $seed, int $try, string $of): float
    {
        return crc32("{$seed} {$try} {$of}") / 4294967296;
    }
}
