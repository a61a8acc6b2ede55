<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Diagnosis\Signs;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/** Follows every next step on a simulated unit until a cause is proposed: for practice, tests and the bench figures. */
final readonly class SimulatedTechnician
{
    /** Changes of state and gates on the way to one measurement. */
    private const MOST_GATES = 4;

    private const MOST_STEPS = 40;

    private const CONFIDENT = 0.9;

    /** Minutes to unplug, discharge and prove it, or to power up again (common practice). */
    private const STATE_CHANGE = 2.0;

    /** Minutes to put in a fuse and try it behind a limiter (common practice). */
    private const NEW_FUSE = 3.0;

    /** @param float $slips share of readings in which the hand slips: the probe touches nothing, or the neighbour */
    public function __construct(
        private Description $supply,
        private Knowledge $knowledge,
        private float $slips = 0.0,
    ) {}

    /**
     * @param string $fault hypothesis, for example "C1:dried"
     *
     * @return array{right: bool, confident: bool, isConsequence: bool, cleared: int, steps: int, tests: int,
     *     bound: float, minutes: float, isShown: bool, isNoticed: bool, readings: list<string>, top: string} right if
     *     the likeliest group holds the fault, or names its part as the one to replace; confident if it was proposed as
     *     found; a consequence if the part found is one that the fault takes along; bound: measurements that no choice
     *     can do without: bits that were missing, over the most that any one measurement could tell (Shannon; 0 where
     *     the strategy looks at no bits); tests: how many of the steps were tests of a part by itself, the confirming
     *     one among them; cleared: parts proposed as found that their confirming test then cleared; shown if any
     *     measurement tells it from a good unit; noticed if its owner would see or hear it
     */
    public function find(string $fault, int $seed, Strategy $strategy = Strategy::NextStep): array
    {
        $dictionary = $this->knowledge->dictionary(null);
        $hypothesis = $dictionary->hypotheses[$fault];
        $unit = new SimulatedUnit($this->supply, [$hypothesis->ref => $hypothesis->fault], $seed);
        // It comes from its owner: what the fault takes with it is broken by then.
        $unit->signs($this->supply->mode(null)->id);
        $complaint = $this->complaint($dictionary, $fault);
        $work = $this->work($unit, $complaint, $seed, $strategy);
        $top = $work['end']->suspects()[0];

        return [
            'right' =>
                in_array($fault, array_column($top->members, 'id'), true) ||
                ($top->members[0] ?? null)?->faultOf($hypothesis->ref) !== null,
            'confident' => $top->probability > self::CONFIDENT,
            // The step then says to try the fuse once behind a limiter, and names what may have taken it.
            'isConsequence' =>
                ($top->members[0]->ref ?? '') !== $hypothesis->ref &&
                $dictionary->breaking($fault, $top->members[0]->ref ?? '') !== null,
            'cleared' => $work['cleared'],
            'steps' => count($work['readings']),
            'tests' => $work['tests'],
            'bound' => $work['bound'],
            'minutes' => $work['minutes'],
            'isShown' => $this->isShown($dictionary, $fault),
            'isNoticed' => $complaint !== [],
            'readings' => $work['readings'],
            'top' => $top->title,
        ];
    }

    /**
     * Works on a unit until the next step proposes a repair, or nothing is left to do.
     *
     * @param list<array{entry: string, symptom: string, text: string, replaced: list<string>}> $complaint
     *
     * @return array{end: Workup, readings: list<string>, cleared: int, tests: int, bound: float, minutes: float} as
     *     find() says; the work-up as it stands in the end
     */
    public function work(Unit $unit, array $complaint, int $seed, Strategy $strategy = Strategy::NextStep): array
    {
        $state = new BenchState($this->supply->mode(null)->id);
        $state->symptoms = $complaint;
        $readings = [];
        $minutes = 0.0;
        $cleared = $tests = 0;
        $missing = $most = 0.0;
        for ($move = 0; $move < self::MOST_STEPS; $move++) {
            $workup = new Workup($this->supply, $state, $this->knowledge);
            $missing = $move === 0 ? self::entropy($workup) : $missing;
            $most = in_array($strategy, [Strategy::NextStep, Strategy::MostBits], true)
                ? max([$most, ...array_column($workup->candidates(), 'bits')])
                : 0.0;
            $choice = match ($strategy) {
                Strategy::NextStep => $this->asSuggested($workup, $state),
                Strategy::MostBits => $this->mostTelling($workup, $state),
                default => $this->byTheBook($workup, $state, $strategy),
            };
            if ($choice === null) {
                break;
            }
            [$target, $quantity, $energised, $mode, $cost] = $choice;
            $state->power = $energised ? PowerState::Live : PowerState::Unplugged;
            $state->mode = $mode;
            $minutes += $cost;
            if ($quantity === Tested::BY_ITSELF) {
                $tests++;
                $isGood = $unit->isBad($target) === $this->chance($seed, $move, 'tests') < $this->slips;
                $cleared += $isGood && $workup->suspects()[0]->probability > self::CONFIDENT ? 1 : 0;
                $state->tested[] = [
                    'entry' => "r{$move}",
                    'part' => $target,
                    'isGood' => $isGood,
                    'isNew' => in_array($target, $state->replaced(), true),
                ];
                $readings[] = $target . ($isGood ? ' good' : ' bad');
                if (!$isGood && $this->supply->part($target)->kind instanceof Fuse) {
                    $minutes += self::NEW_FUSE;
                    $readings = [...$readings, ...$this->tryNewFuse($unit, $state, $target, "r{$move}")];
                }
                continue;
            }
            if ($energised && !$unit->settles($mode)) {
                // The meter wanders: nothing is written down, and it is not tried again.
                $state->skipped["{$target} {$quantity}"] = true;
                $readings[] = "{$target} {$quantity} wanders";
                continue;
            }
            $value = $energised ? $unit->live($target, $quantity, $mode) : $unit->dead($target, $mode);
            if ($this->slips > 0.0 && $this->chance($seed, $move, 'slips') < $this->slips) {
                $value = $this->slip(
                    $unit,
                    $target,
                    $quantity,
                    $energised,
                    $mode,
                    $this->chance($seed, $move, 'where'),
                );
            }
            $state->readings[] = new TakenReading(
                "r{$move}",
                $target,
                $quantity,
                $value,
                $state->power,
                $mode,
                null,
                $state->replaced(),
            );
            $readings[] = "{$target} {$quantity} {$value}";
        }
        $end = new Workup($this->supply, $state, $this->knowledge);

        return [
            'end' => $end,
            'readings' => $readings,
            'cleared' => $cleared,
            'tests' => $tests,
            'bound' => $most > 0.0 ? max(0.0, $missing - self::entropy($end)) / $most : 0.0,
            'minutes' => $minutes,
        ];
    }

    /** Whether any measurement tells a fault from a good unit. */
    public function shows(string $fault): bool
    {
        return $this->isShown($this->knowledge->dictionary(null), $fault);
    }

    /** @return list<string> what the owner of such a unit would say, as Exercise has it */
    public function story(string $fault): array
    {
        return array_column($this->complaint($this->knowledge->dictionary(null), $fault), 'symptom');
    }

    /** Bits that are missing to know the group. */
    private static function entropy(Workup $workup): float
    {
        $bits = 0.0;
        foreach ($workup->suspects() as $suspect) {
            $bits -= $suspect->probability * log(max($suspect->probability, 1e-12), 2);
        }

        return $bits;
    }

    /**
     * Once, behind a limiter: if it goes again, something else takes it; if it holds, the outputs say whether it was
     * all (common practice).
     *
     * @return list<string> what was read of the outputs
     */
    private function tryNewFuse(Unit $unit, BenchState $state, string $fuse, string $entry): array
    {
        $mode = $this->supply->mode(null)->id;
        $state->repairs[] = ['entry' => "{$fuse} new", 'part' => $fuse, 'out' => '', 'in' => '', 'at' => ''];
        $unit->repair($fuse);
        if (in_array("{$fuse} open", $unit->signs($mode), true)) {
            $state->fuses[] = [
                'entry' => "{$fuse} again",
                'part' => $fuse,
                'state' => 'parted',
                'fitted' => '',
                'replaced' => $state->replaced(),
            ];

            return [];
        }
        $read = [];
        $functions = $this->knowledge->expectations($mode, null)->functions;
        foreach ($unit->settles($mode) ? $this->knowledge->dictionary(null)->rails : [] as $rail) {
            $volts = $unit->live($rail, $functions[$rail], $mode);
            $state->readings[] = new TakenReading(
                "{$entry} {$rail}",
                $rail,
                $functions[$rail],
                $volts,
                PowerState::Live,
                $mode,
                null,
                $state->replaced(),
            );
            $read[] = "{$rail} {$functions[$rail]} {$volts} with a new {$fuse}";
        }

        return $read;
    }

    private function isShown(FaultDictionary $dictionary, string $fault): bool
    {
        foreach ($dictionary->readings as $mode => $byHypothesis) {
            if (($dictionary->signs[$mode][$fault] ?? []) !== ($dictionary->signs[$mode][Hypothesis::HEALTHY] ?? [])) {
                return true;
            }
            foreach ($byHypothesis[$fault] ?? [] as $key => $value) {
                if (!Likelihood::indistinguishable($key, $value, $byHypothesis[Hypothesis::HEALTHY][$key] ?? NAN)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Half of the slips touch nothing, half the next point of the list. */
    private function slip(
        Unit $unit,
        string $target,
        string $quantity,
        bool $energised,
        string $mode,
        float $where,
    ): float {
        if (!$energised) {
            return INF;
        }
        $points = array_map(strval(...), array_keys($this->supply->points));
        $other = $points[((int) array_search($target, $points, true) + 1) % count($points)];

        return $where < 0.5 ? 0.0 : $unit->live($other, $quantity, $mode);
    }

    /** The same for the same seed on every machine. */
    private function chance(int $seed, int $move, string $of): float
    {
        return crc32("{$seed} {$move} {$of}") / 4294967296;
    }

    /** @return array{string, string, bool, string, float}|null as asSuggested() */
    private function mostTelling(Workup $workup, BenchState $state): ?array
    {
        $candidates = $workup->candidates();
        usort($candidates, static fn(Candidate $a, Candidate $b): int => $b->bits <=> $a->bits);
        $best = $candidates[0] ?? null;

        return match (true) {
            $workup->suspects()[0]->probability > self::CONFIDENT => $this->confirmation($workup, $state),
            $best === null => null,
            default => [$best->target, $best->quantity, $best->energised, $best->mode, $best->minutes],
        };
    }

    /**
     * @return array{string, string, bool, string, float}|null target, quantity, energised, mode, minutes; null once a
     *     cause is confirmed, or nothing is left to do
     */
    private function asSuggested(Workup $workup, BenchState $state): ?array
    {
        $changed = 0.0;
        $next = $workup->next()['next'];
        // A gate may stand before a change of state, and another behind it.
        for ($turn = 0; $turn < self::MOST_GATES && in_array($next['kind'], ['state', 'gate'], true); $turn++) {
            if ($next['kind'] === 'state') {
                // Changing the state is part of the measurement it is made for.
                $state->power = PowerState::from((string) $next['power']);
                $state->mode = (string) $next['mode'];
                $changed = self::STATE_CHANGE;
            } else {
                $this->discharge($state);
            }
            $workup = new Workup($this->supply, $state, $this->knowledge);
            $next = $workup->next()['next'];
        }
        if ($next['target'] === null || !in_array($next['kind'], ['measure', 'test', 'confirm'], true)) {
            return null;
        }
        [$target, $quantity] = [(string) $next['target'], (string) $next['quantity']];
        if ($quantity === Tested::BY_ITSELF) {
            return $this->byItself($target, $state, $changed);
        }
        foreach ($workup->candidates() as $candidate) {
            if (
                $candidate->target === $target &&
                $candidate->quantity === $quantity &&
                $candidate->mode === $state->mode
            ) {
                return [$target, $quantity, $candidate->energised, $candidate->mode, $candidate->minutes + $changed];
            }
        }

        return [$target, $quantity, $state->power->isEnergised(), $state->mode, 1.0 + $changed];
    }

    /**
     * @return array{string, string, bool, string, float}|null as asSuggested(); null if that part tested bad before, or
     *     good twice
     */
    private function byItself(string $part, BenchState $state, float $minutes): ?array
    {
        $said = array_column(array_filter($state->tested, static fn(array $t): bool => $t['part'] === $part), 'isGood');
        if (in_array(false, $said, true) || count($said) > 1) {
            return null;
        }
        $minutes += $state->power->isEnergised() ? self::STATE_CHANGE : 0.0;

        return [
            $part,
            Tested::BY_ITSELF,
            false,
            $state->mode,
            $minutes + $this->supply->part($part)->kind->apart()->minutes(),
        ];
    }

    /**
     * @return array{string, string, bool, string, float}|null as asSuggested(): the test of the part that is likeliest
     *     by now
     */
    private function confirmation(Workup $workup, BenchState $state): ?array
    {
        $likeliest = $workup->suspects()[0]->members[0] ?? null;

        return $likeliest === null ? null : $this->byItself($likeliest->ref, $state, 0.0);
    }

    /**
     * Every capacitor that may be charged is measured, the large ones twice; its minutes are those of changing the
     * state.
     */
    private function discharge(BenchState $state): void
    {
        // Interlocks are looked at on the way.
        foreach (array_keys($this->supply->interlocks) as $k) {
            $state->looked["interlock {$k}"] = "interlock {$k}";
        }
        foreach (array_keys(StoredCharge::hazards($this->supply)) as $ref) {
            foreach (['2026-01-01T08:00:00Z', '2026-01-01T08:10:00Z'] as $at) {
                $state->residuals[] = [
                    'entry' => $ref,
                    'place' => (string) $ref,
                    'quantity' => 'dc',
                    'volts' => 0.1,
                    'at' => $at,
                ];
            }
        }
    }

    /** @return array{string, string, bool, string, float}|null */
    private function byTheBook(Workup $workup, BenchState $state, Strategy $strategy): ?array
    {
        if ($workup->suspects()[0]->probability > self::CONFIDENT) {
            return $this->confirmation($workup, $state);
        }
        $mode = $this->supply->mode(null)->id;
        $functions = $workup->points->functions();
        $left = [];
        foreach ($this->supply->points as $id => $point) {
            if ($state->latest((string) $id, $functions[$id], $mode) === null) {
                $left[(string) $id] = $point->minutes + ($state->power->isEnergised() ? 0.0 : self::STATE_CHANGE);
            }
        }
        if ($left !== []) {
            $target =
                $strategy === Strategy::Walking
                    ? (string) array_key_first($left)
                    : $this->mostEven(array_map(strval(...), array_keys($left)), $workup, $functions, $mode);

            return [$target, $functions[$target], true, $mode, $left[$target]];
        }
        foreach ($this->supply->deadChecks() as $id => $check) {
            if ($state->latest((string) $id, $check->quantity, $mode) === null) {
                return [
                    (string) $id,
                    $check->quantity,
                    false,
                    $mode,
                    0.75 + ($state->power->isEnergised() ? self::STATE_CHANGE : 0.0),
                ];
            }
        }

        return null;
    }

    /**
     * The point at which the possible faults part into halves of equal weight: dead or wrong here, or not.
     *
     * @param non-empty-list<string> $points
     * @param array<string, string>  $functions
     */
    private function mostEven(array $points, Workup $workup, array $functions, string $mode): string
    {
        $dictionary = $this->knowledge->dictionary(null);
        $best = $points[0];
        $least = INF;
        foreach ($points as $point) {
            $key = "{$point} {$functions[$point]}";
            $healthy = $dictionary->reading($mode, Hypothesis::HEALTHY, $key);
            $wrong = $all = 0.0;
            foreach ($workup->suspects() as $suspect) {
                foreach ($suspect->members as $member) {
                    $share = $suspect->probability / count($suspect->members);
                    $all += $share;
                    $wrong += Likelihood::indistinguishable(
                        $key,
                        $dictionary->reading($mode, $member->id, $key),
                        $healthy,
                    )
                        ? 0.0
                        : $share;
                }
            }
            $off = abs($wrong - $all / 2);
            [$best, $least] = $off < $least ? [$point, $off] : [$best, $least];
        }

        return $best;
    }

    /**
     * What the owner of such a unit would say.
     *
     * @return list<array{entry: string, symptom: string, text: string, replaced: list<string>}>
     */
    private function complaint(FaultDictionary $dictionary, string $fault): array
    {
        $mode = $this->supply->mode(null)->id;
        foreach (['dead', 'part_dead', 'hum', 'weak'] as $symptom) {
            if (Signs::shows($dictionary, $mode, $fault, $symptom) === true) {
                return [['entry' => 'complaint', 'symptom' => $symptom, 'text' => '', 'replaced' => []]];
            }
        }

        $healthy = $dictionary->signs[$mode][Hypothesis::HEALTHY] ?? [];
        foreach (array_diff($dictionary->signs[$mode][$fault] ?? [], $healthy) as $sign) {
            if (str_ends_with($sign, ' dark')) {
                return [['entry' => 'complaint', 'symptom' => $sign, 'text' => '', 'replaced' => []]];
            }
        }

        return [];
    }
}
