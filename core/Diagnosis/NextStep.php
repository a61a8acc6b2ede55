<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Window;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/**
 * Ranks every measurement by expected information per minute of work (de Kleer and Williams 1987 for the entropy,
 * Heckerman, Breese, Rommelse 1995 for the cost).
 */
final class NextStep
{
    /**
     * Minutes: unplugging, discharging and proving it; plugging in again; connecting or removing loads. Common
     * practice.
     */
    private const UNPLUG = 2.5;

    private const ENERGISE = 1.5;

    private const CHANGE_LOADS = 1.5;

    /** Measurements that a change of power is usually made for: it is not paid by the first alone. */
    private const SHARED_BY = 2.0;

    /** Taking up another instrument, coupling and setting it: ripple wants a scope. Common practice. */
    private const SCOPE = 0.4;

    /**
     * Dead checks: from a rail to its ground, on a part under suspicion, on any other part (which only tells in a
     * roundabout way).
     */
    private const DEAD_RAIL = 0.7;

    private const DEAD_SUSPECT = 0.75;

    private const DEAD_OTHER = 1.0;

    /** Live primary and high voltage cost care; working with the plug out does not. */
    private const HAZARD_HOT = 4.0;

    private const HAZARD_HIGH = 1.5;

    private const HAZARD_LIVE = 1.3;

    /** Times as long as it takes that a measurement counts which would certainly destroy a part. */
    private const HARM = 50.0;

    private const IGNORED = 5e-4;

    private const OPEN_OHMS = 1000.0;

    /** Standard deviations between two foretold readings from which an edge between them tells anything. */
    private const APART = 0.7;

    /** Bits below which a measurement tells next to nothing. */
    private const TELLS = 0.02;

    private FaultDictionary $dictionary;

    /** @var array<string, Expectations> by mode id */
    private array $expectations = [];

    public function __construct(private readonly Description $supply, Knowledge $knowledge, ?float $mainsVolts)
    {
        $this->dictionary = $knowledge->dictionary($mainsVolts);
        foreach ($supply->modes as $id => $mode) {
            $this->expectations[$id] = $knowledge->expectations((string) $id, $mainsVolts);
        }
    }

    /**
     * @param array<string, float> $doubts probability that a reading was a slip, by "mode target quantity"
     *
     * @return list<Candidate> best first; those that tell next to nothing are left out
     */
    public function rank(Belief $belief, BenchState $state, array $doubts = []): array
    {
        $plausible = $this->plausible($belief, $state->replaced());
        $fuseIsOpen = $this->fuseIsKnownOpen($state);
        $taken = $this->taken($state);
        $candidates = [];
        foreach ($this->supply->modes as $mode) {
            $takes = $this->takes($mode->id, $plausible, $state);
            foreach ($this->measurements($mode->id) as [$target, $quantity, $energised]) {
                $key = "{$target} {$quantity}";
                $doubt = $doubts["{$mode->id} {$key}"] ?? null;
                if (
                    !$this->isMoved($plausible, $mode->id, $key) ||
                    isset($state->skipped[$key]) ||
                    ($energised && $fuseIsOpen) ||
                    ($doubt === null && $this->isDone($taken, $key, $mode->id, $energised, $plausible))
                ) {
                    continue;
                }
                [$bits, $outcomes] = $this->information($plausible, $belief->forms, $mode->id, $key);
                if ($doubt !== null) {
                    // Repeating tells whether it was a slip, and nothing else.
                    $bits = -$doubt * log($doubt, 2) - (1 - $doubt) * log(max(1e-9, 1 - $doubt), 2);
                }
                if ($bits > self::TELLS) {
                    [$minutes, $hazard] = $this->cost($state, $target, $quantity, $mode->id, $energised, $plausible);
                    $harm = $energised ? 1 + self::HARM * array_sum($takes) : 1.0;
                    $candidates[] = new Candidate(
                        $target,
                        $quantity,
                        $mode->id,
                        $energised,
                        $bits,
                        $minutes,
                        $hazard * $harm,
                        $outcomes,
                        $doubt,
                        $energised ? $takes : [],
                    );
                }
            }
        }
        $tests = (new PartTests($this->supply, $this->dictionary))->candidates(
            $plausible,
            $state,
            $state->power->isEnergised() ? self::UNPLUG : 0.0,
        );
        $candidates = [
            ...$candidates,
            ...array_filter($tests, static fn(Candidate $c): bool => $c->bits > self::TELLS),
        ];
        usort($candidates, static fn(Candidate $a, Candidate $b): int => $b->score() <=> $a->score());

        return $candidates;
    }

    /**
     * A mode that its owner never used may destroy what stands there still: the output capacitor of a supply whose loop
     * is open, once its load is off.
     *
     * @param array<string, float> $plausible
     *
     * @return array<string, float> probability by reference
     */
    private function takes(string $mode, array $plausible, BenchState $state): array
    {
        if ($state->power->isEnergised() && $state->mode === $mode) {
            return [];
        }
        $takes = [];
        foreach ($plausible as $id => $probability) {
            [$share, $refs] = $this->dictionary->taken($mode, $id);
            foreach ($refs as $ref) {
                if (!($this->supply->part($ref)->kind instanceof Fuse)) {
                    $takes[$ref] = ($takes[$ref] ?? 0.0) + $share * $probability;
                }
            }
        }

        return $takes;
    }

    /**
     * @param list<string> $replaced
     *
     * @return array<string, float> probability by the fault still in the unit, healthy included
     */
    private function plausible(Belief $belief, array $replaced): array
    {
        $plausible = [];
        // However much none of them fits so far: what would tell them apart may yet show which one does.
        $ignored = self::IGNORED * max(1e-6, 1 - ($belief->probability[Hypothesis::UNKNOWN] ?? 0.0));
        foreach ($belief->probability as $id => $probability) {
            if ($probability > $ignored && $id !== Hypothesis::UNKNOWN) {
                $remaining = $this->dictionary->remaining((string) $id, $replaced);
                $plausible[$remaining] = ($plausible[$remaining] ?? 0.0) + $probability;
            }
        }
        $total = array_sum($plausible) ?: 1.0;

        return array_map(static fn(float $p): float => $p / $total, $plausible);
    }

    /** @return list<array{string, string, bool}> target, quantity, needs power */
    private function measurements(string $mode): array
    {
        $all = [];
        foreach ($this->expectations[$mode]->unsettled() === null ? $this->supply->points : [] as $id => $point) {
            $function = $this->expectations[$mode]->functions[$id];
            $all[] = [(string) $id, $function, true];
            if ($function === 'dc' && $this->expectations[$mode]->window((string) $id, 'ripple')->nominal > 0.005) {
                $all[] = [(string) $id, 'ripple', true];
            }
        }
        foreach ($this->supply->deadChecks() as $id => $check) {
            $all[] = [(string) $id, $check->quantity, false];
        }

        return $all;
    }

    /** @return array<string, true> what is measured as things stand, by "mode target quantity" */
    private function taken(BenchState $state): array
    {
        $taken = array_fill_keys(array_keys($state->standing()), true);
        foreach ($state->partTests as $test) {
            if ($test['quantity'] === DeadCheck::ESR && $test['replaced'] === $state->replaced()) {
                foreach (array_keys($this->supply->modes) as $mode) {
                    $taken["{$mode} {$test['part']}.esr " . DeadCheck::ESR] = true;
                }
            }
        }

        return $taken;
    }

    /**
     * @param array<string, true>  $taken     as taken() gives it
     * @param array<string, float> $plausible
     */
    private function isDone(array $taken, string $key, string $mode, bool $energised, array $plausible): bool
    {
        if (isset($taken["{$mode} {$key}"]) || $energised) {
            return isset($taken["{$mode} {$key}"]);
        }
        // With the plug out another mode is only another set of loads: worth a second look if that changes something.
        foreach (array_keys($this->supply->modes) as $other) {
            if (isset($taken["{$other} {$key}"]) && $this->readsAlike($key, $mode, (string) $other, $plausible)) {
                return true;
            }
        }

        return false;
    }

    /** @param array<string, float> $plausible */
    private function readsAlike(string $key, string $mode, string $other, array $plausible): bool
    {
        $moved = $this->dictionary->movers($mode, $key) + $this->dictionary->movers($other, $key);
        foreach ([Hypothesis::HEALTHY, ...array_keys(array_intersect_key($plausible, $moved))] as $id) {
            if (
                !Likelihood::indistinguishable(
                    $key,
                    $this->dictionary->reading($mode, (string) $id, $key),
                    $this->dictionary->reading($other, (string) $id, $key),
                )
            ) {
                return false;
            }
        }

        return true;
    }

    /** A blown fuse is replaced once, after the dead checks; until then there is nothing to measure live. */
    public function fuseIsKnownOpen(BenchState $state): bool
    {
        // What was seen of a fuse counts until that fuse is replaced.
        $stands = static fn(string $fuse, array $replacedThen): bool => !in_array(
            $fuse,
            array_diff($state->replaced(), $replacedThen),
            true,
        );
        foreach ($state->readings as $reading) {
            $part = $this->supply->parts[$reading->target] ?? null;
            if (
                $part?->kind instanceof Fuse &&
                $reading->quantity === DeadCheck::RESISTANCE &&
                $reading->value > self::OPEN_OHMS &&
                $stands($part->ref, $reading->replaced)
            ) {
                return true;
            }
        }
        foreach ($state->fuses as $fuse) {
            if ($fuse['state'] !== 'intact' && $stands($fuse['part'], $fuse['replaced'])) {
                return true;
            }
        }

        return in_array(
            'fuse_open',
            array_column(
                array_filter($state->symptoms, static fn(array $s): bool => $s['replaced'] === $state->replaced()),
                'symptom',
            ),
            true,
        );
    }

    /**
     * Most measurements are moved by none of the faults that are still possible: they tell nothing.
     *
     * @param array<string, float> $plausible
     */
    private function isMoved(array $plausible, string $mode, string $key): bool
    {
        return array_intersect_key($plausible, $this->dictionary->movers($mode, $key)) !== [];
    }

    /**
     * Results that a meter can tell apart, and the entropy of which one comes.
     *
     * @param array<string, float>       $plausible
     * @param array<string, array<string, float>> $forms how likely each form of a fault is
     *
     * @return array{float, list<Outcome>}
     */
    private function information(array $plausible, array $forms, string $mode, string $key): array
    {
        $healthy = $this->dictionary->reading($mode, Hypothesis::HEALTHY, $key);
        [$target, $quantity] = explode(' ', $key);
        $window = $this->expectations[$mode]->windows[$target][$quantity] ?? null;
        $rows = [];
        $movers = $this->dictionary->movers($mode, $key);
        $unmoved = array_diff_key($plausible, $movers);
        foreach (array_intersect_key($plausible, $movers) as $id => $probability) {
            foreach ($this->foretold((string) $id, $forms[$id] ?? []) as [$row, $share]) {
                array_push($rows, ...$this->shown($mode, $row, $key, $window, [$id => $probability * $share]));
            }
        }
        if ($unmoved !== []) {
            array_push($rows, ...$this->shown($mode, Hypothesis::HEALTHY, $key, $window, $unmoved));
        }
        usort($rows, static fn(array $a, array $b): int => $a[0] <=> $b[0]);
        $bins = [];
        $edge = null;
        foreach ($rows as $row) {
            if ($edge === null || $row[0] - $edge > 3 * $row[2]) {
                $bins[] = [];
            }
            $bins[count($bins) - 1][] = $row;
            $edge = $row[0];
        }
        $edges = self::edges($rows);
        if (count($bins) === 1 && $edges !== []) {
            $bins = self::halved($rows, $edges, $plausible);
        }
        $outcomes = [];
        foreach (array_filter($bins) as $bin) {
            $ids = [];
            foreach ($bin as [, , , $shares]) {
                foreach ($shares as $id => $share) {
                    $ids[$id] = ($ids[$id] ?? 0.0) + $share;
                }
            }
            $values = array_column($bin, 1);
            $outcomes[] = new Outcome(min($values), max($values), array_sum($ids), $ids);
        }

        return [self::bits($rows, $plausible, $edges), $outcomes];
    }

    /**
     * Where everything grades into everything, the one edge that tells most is what a technician looks for.
     *
     * @param list<array{float, float, float, array<string, float>}> $rows as shown() gives them, in their order on the
     *     axis
     * @param non-empty-list<float>                                  $edges
     * @param array<string, float>                                   $plausible
     *
     * @return list<list<array{float, float, float, array<string, float>}>> what lies on either side of it
     */
    private static function halved(array $rows, array $edges, array $plausible): array
    {
        $best = $edges[0];
        $most = -1.0;
        foreach ($edges as $edge) {
            $bits = self::bits($rows, $plausible, [$edge]);
            if ($bits > $most) {
                [$best, $most] = [$edge, $bits];
            }
        }

        return [
            array_values(array_filter($rows, static fn(array $row): bool => $row[0] < $best)),
            array_values(array_filter($rows, static fn(array $row): bool => $row[0] >= $best)),
        ];
    }

    /**
     * @param list<array{float, float, float, array<string, float>}> $rows as shown() gives them, in their order on the
     *     axis
     *
     * @return list<float> half-way between readings that are apart
     */
    private static function edges(array $rows): array
    {
        $edges = [];
        foreach ($rows as $k => [$x, , $sigma]) {
            $before = $rows[$k - 1] ?? null;
            if ($before !== null && $x - $before[0] > self::APART * min($sigma, $before[2])) {
                $edges[] = ($x + $before[0]) / 2;
            }
        }

        return $edges;
    }

    /**
     * Mutual information of the reading and the fault. Readings overlap: each falls on either side of the edges
     * half-way between two foretold ones as often as its spread has it, so that a form that grades into another tells
     * what it tells, and no more.
     *
     * @param list<array{float, float, float, array<string, float>}> $rows as shown() gives them, in their order on the
     *     axis
     * @param array<string, float>                                   $plausible
     * @param list<float>                                            $edges
     */
    private static function bits(array $rows, array $plausible, array $edges): float
    {
        if ($edges === []) {
            return 0.0;
        }
        $cells = [];
        foreach ($rows as [$x, , $sigma, $shares]) {
            $below = 0.0;
            foreach ([...$edges, INF] as $cell => $edge) {
                $z = ($edge - $x) / $sigma;
                // Within 0.0002 of the normal distribution (Bowling et al. 2009, from memory).
                $upTo = is_infinite($edge)
                    ? 1.0
                    : 1 / (1 + exp(max(-60.0, min(60.0, -1.5976 * $z - 0.07056 * $z ** 3))));
                if ($upTo - $below > self::IGNORED) {
                    foreach ($shares as $id => $share) {
                        $cells[$cell][$id] = ($cells[$cell][$id] ?? 0.0) + $share * ($upTo - $below);
                    }
                }
                $below = $upTo;
            }
        }
        $bits = 0.0;
        foreach ($cells as $ids) {
            $probability = array_sum($ids);
            $bits -= $probability * log(max($probability, 1e-12), 2);
            // What it tells of how bad a fault is tells nothing of which one it is.
            foreach ($ids as $id => $share) {
                $bits += $share * log(max($share / $plausible[$id], 1e-12), 2);
            }
        }

        return max(0.0, $bits);
    }

    /**
     * A row of the dictionary as it is told apart from others: on the axis, what the meter shows, how far off that may
     * be, and by what.
     *
     * @param array<string, float> $ids probability by hypothesis
     *
     * @return list<array{float, float, float, array<string, float>}> one, or none where nothing is foretold
     */
    private function shown(string $mode, string $row, string $key, ?Window $window, array $ids): array
    {
        $value = $this->dictionary->reading($mode, $row, $key);
        if (is_nan($value)) {
            return [];
        }
        $quantity = Likelihood::quantity($key);
        [$low, $high] = array_map(
            static fn(float $end): float => Likelihood::scale($quantity, $end),
            $this->dictionary->span($mode, $row, $key),
        );
        $sigma = Likelihood::sigma(
            $quantity,
            $value,
            $this->dictionary->reading($mode, Hypothesis::HEALTHY, $key),
            $window,
        );

        // What may lie anywhere between two limits is told apart from what lies outside them.
        return [[($low + $high) / 2, $value, $sigma + ($high - $low) / 6, $ids]];
    }

    /**
     * What a fault may show: in each form that is still possible, as often as it is.
     *
     * @param array<string, float> $shares by form
     *
     * @return list<array{string, float}> row of the dictionary and share
     */
    private function foretold(string $id, array $shares): array
    {
        if ($shares === []) {
            return [[$id, 1.0]];
        }
        $foretold = [];
        foreach ($shares as $name => $share) {
            $form = $this->dictionary->form($id, $name);
            if ($form === null) {
                return [[$id, 1.0]];
            }
            $worse = ($form->from + $form->to) / 2;
            foreach (
                $form->state !== null ? [[$form->state, 1.0]] : [[$form->mild, 1 - $worse], [$form->worse, $worse]]
                as [$row, $part]
            ) {
                $foretold[$row] = [$row, ($foretold[$row][1] ?? 0.0) + $part * $share];
            }
        }

        return array_values(array_filter($foretold, static fn(array $one): bool => $one[1] > self::IGNORED));
    }

    /**
     * @param array<string, float> $plausible
     *
     * @return array{float, float} minutes, hazard factor
     */
    private function cost(
        BenchState $state,
        string $target,
        string $quantity,
        string $mode,
        bool $energised,
        array $plausible,
    ): array {
        $minutes = $energised
            ? $this->supply->points[$target]->minutes + ($quantity === 'ripple' ? self::SCOPE : 0.0)
            : $this->deadMinutes($target, $plausible);
        if ($mode !== $state->mode) {
            // Loads are changed with the power off.
            $minutes +=
                self::CHANGE_LOADS + ($state->power->isEnergised() && $energised ? self::UNPLUG + self::ENERGISE : 0.0);
        }
        if ($energised !== $state->power->isEnergised()) {
            $minutes += ($energised ? self::ENERGISE : self::UNPLUG) / self::SHARED_BY;
        }
        if (!$energised) {
            return [$minutes, 1.0];
        }
        $point = $this->supply->points[$target];
        $nominal = $this->expectations[$mode]->nominal;
        $peak = max(abs($nominal->reading($target, 'dc')), 1.4 * $nominal->reading($target, 'ac'));

        return [
            $minutes,
            match (true) {
                $this->supply->isHot($point->node) => self::HAZARD_HOT,
                $peak > 60 => self::HAZARD_HIGH,
                default => self::HAZARD_LIVE,
            },
        ];
    }

    /** @param array<string, float> $plausible */
    private function deadMinutes(string $target, array $plausible): float
    {
        if (isset($this->supply->points[$target])) {
            return self::DEAD_RAIL;
        }
        $part = explode('.', $target)[0];
        foreach ($plausible as $id => $probability) {
            if ($probability > 0.02 && ($this->dictionary->hypotheses[$id]->ref ?? null) === $part) {
                return self::DEAD_SUSPECT;
            }
        }

        return self::DEAD_OTHER;
    }
}
