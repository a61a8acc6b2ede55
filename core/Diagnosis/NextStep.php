<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/**
 * Ranks every measurement by expected information per minute of work (de Kleer and Williams 1987 for the entropy,
 * Heckerman, Breese, Rommelse 1995 for the cost).
 */
final class NextStep
{
    /** Times as long as it takes that a measurement counts which would certainly destroy a part. */
    private const HARM = 50.0;

    private const OPEN_OHMS = 1000.0;

    /** Bits below which a measurement tells next to nothing. */
    private const TELLS = 0.02;

    private FaultDictionary $dictionary;

    /** @var array<string, Expectations> by mode id */
    private array $expectations = [];

    private Telling $telling;

    private Effort $effort;

    public function __construct(private readonly Description $supply, Knowledge $knowledge, ?float $mainsVolts)
    {
        $this->dictionary = $knowledge->dictionary($mainsVolts);
        foreach ($supply->modes as $id => $mode) {
            $this->expectations[$id] = $knowledge->expectations((string) $id, $mainsVolts);
        }
        $this->telling = new Telling($this->dictionary, $this->expectations);
        $this->effort = new Effort($supply, $this->dictionary, $this->expectations);
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
                [$bits, $outcomes] = $this->telling->of($plausible, $belief->forms, $mode->id, $key);
                if ($doubt !== null) {
                    // Repeating tells whether it was a slip, and nothing else.
                    $bits = -$doubt * log($doubt, 2) - (1 - $doubt) * log(max(1e-9, 1 - $doubt), 2);
                }
                if ($bits > self::TELLS) {
                    [$minutes, $hazard] = $this->effort->of(
                        $state,
                        $target,
                        $quantity,
                        $mode->id,
                        $energised,
                        $plausible,
                    );
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
            $state->power->isEnergised() ? Effort::UNPLUG : 0.0,
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
        $ignored = Telling::IGNORED * max(1e-6, 1 - ($belief->probability[Hypothesis::UNKNOWN] ?? 0.0));
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
}
