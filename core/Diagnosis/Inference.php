<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Mishap\MishapFinder;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\MinimumLoad;

/** What the log makes of every fault; of pairs and mishaps as well, where no single fault explains it. */
final class Inference
{
    /** Beyond this share for "none of these" two faults at once are considered. */
    private const UNEXPLAINED = 0.3;

    /** A point that reads as much as the mains, up to this share, is the mains. */
    private const IS_THE_MAINS = 0.01;

    /** Volts for which the faults are solved: as measured, or null for nominal and on the way up. */
    public readonly ?float $mains;

    /** @var array<string, Expectations> by mode id, at the mains as it now stands */
    public readonly array $expectations;

    /** The supply as it stands now, temporary changes and what feeds it considered. */
    public readonly Description $stands;

    /** What that does. */
    public readonly Knowledge $here;

    /** With the pairs and mishaps that were weighed as well. */
    public readonly Knowledge $knowledge;

    public readonly FaultDictionary $dictionary;

    public readonly Belief $belief;

    public readonly Doubts $doubts;

    /** @var list<Suspect> likeliest first */
    public readonly array $suspects;

    public readonly ReadingVerdicts $verdicts;

    /** @var array<string, float>|null */
    private ?array $suspicion = null;

    /**
     * @param array<string, int> $seen      times this workshop found each hypothesis on this board
     * @param array<string, int> $elsewhere times others did whom it believes
     */
    public function __construct(
        public readonly Description $supply,
        public readonly BenchState $state,
        Knowledge $knowledge,
        array $seen = [],
        array $elsewhere = [],
    ) {
        $this->mains = EvidenceList::isFar($state->mainsVolts, $supply) ? null : $state->mainsVolts;
        $plain = [];
        foreach (array_keys($supply->modes) as $mode) {
            $plain[(string) $mode] = $knowledge->expectations((string) $mode, $this->mains);
        }
        $evidence = EvidenceList::from(
            $supply,
            $state,
            fn(TakenReading $reading): bool => $this->isExplained($reading, $plain[$reading->mode]),
            $this->mainsSeen($plain),
        );
        $priors = Priors::of($knowledge->dictionary($this->mains), $supply, $state, $seen, $elsewhere);
        [$this->knowledge, $this->belief, $this->doubts] = $this->weigh($knowledge, $priors, $evidence, $plain);
        $this->dictionary = $this->knowledge->dictionary($this->mains);
        $this->suspects = Suspects::of($this->dictionary, $this->belief);
        $this->verdicts = new ReadingVerdicts($supply, $this->knowledge, $plain, $this->mains);
        $context = $state->context();
        $this->stands = $context->isPlain() ? $supply : $context->on($supply, $state->mode);
        $this->here = $context->isPlain() ? $this->knowledge : $this->knowledge->altered($this->stands);
        $this->expectations =
            [
                $state->mode => $this->here->expectations($state->mode, $state->mainsVolts),
            ] + $plain;
    }

    /**
     * Each fault by itself first; two at once, and what no part of the description does, only where none explains it.
     *
     * @param list<Evidence\Evidence>    $evidence
     * @param array<string, Expectations> $expectations by mode
     *
     * @return array{Knowledge, Belief, Doubts}
     */
    private function weigh(Knowledge $knowledge, Priors $priors, array $evidence, array $expectations): array
    {
        $belief = (new Reasoner($knowledge, $priors))->weigh($evidence);
        if (!$knowledge->isWhole()) {
            return [$knowledge, $belief, Doubts::none()];
        }
        $doubts = Doubts::of($belief, $knowledge);
        $isUnexplained = $doubts->all !== [] || $belief->probability[Hypothesis::UNKNOWN] > self::UNEXPLAINED;
        $beyond = (new MishapFinder($this->supply, $this->state, $expectations))->worthSolving($isUnexplained);
        if (!$isUnexplained && $beyond === []) {
            return [$knowledge, $belief, $doubts];
        }
        $hypotheses = $knowledge->dictionary($this->mains)->hypotheses;
        $pairs = $isUnexplained ? PairFinder::worthSolving($hypotheses, $belief, $this->supply->isLarge()) : [];
        $wider = new PairKnowledge($knowledge, $this->supply, [...$pairs, ...$beyond]);
        $belief = (new Reasoner($wider, $priors))->weigh($evidence);

        return [$wider, $belief, Doubts::of($belief, $wider)];
    }

    /** Of the mode that the unit is in. */
    public function expected(): Expectations
    {
        return $this->expectations[$this->state->mode];
    }

    /** Probability that nothing in the description explains what was found. */
    public function unknown(): float
    {
        return $this->belief->probability[Hypothesis::UNKNOWN] ?? 0.0;
    }

    public function isUnexplained(): bool
    {
        return $this->unknown() > self::UNEXPLAINED;
    }

    /** Probability that nothing is wrong any more once the replaced parts are out. */
    public function fixed(): float
    {
        $sum = 0.0;
        foreach ($this->belief->probability as $id => $probability) {
            if ($this->dictionary->remaining((string) $id, $this->state->replaced()) === Hypothesis::HEALTHY) {
                $sum += $probability;
            }
        }

        return $sum;
    }

    /**
     * @return array<string, float> probability that a part is at fault, by reference; what was replaced is out of it
     */
    public function suspicion(): array
    {
        if ($this->suspicion !== null) {
            return $this->suspicion;
        }
        $suspicion = [];
        foreach ($this->belief->probability as $id => $probability) {
            $hypothesis = $this->dictionary->hypotheses[$id] ?? null;
            if (
                $hypothesis !== null &&
                $this->dictionary->remaining((string) $id, $this->state->replaced()) !== Hypothesis::HEALTHY
            ) {
                foreach ($hypothesis->each() as $fault) {
                    $suspicion[$fault->ref] = ($suspicion[$fault->ref] ?? 0.0) + $probability;
                }
            }
        }

        return $this->suspicion = $suspicion;
    }

    /** @return array<string, float> volts of a good unit by point, in the present mode */
    public function nominal(): array
    {
        $expected = $this->expected();
        $nominal = [];
        foreach ($expected->functions as $id => $function) {
            $nominal[$id] = $expected->window((string) $id, $function)->nominal;
        }

        return $nominal;
    }

    /**
     * What stands at the mains, where a point that simply carries it was read.
     *
     * @param array<string, Expectations> $expectations by mode
     *
     * @return array<string, float> volts by mode
     */
    private function mainsSeen(array $expectations): array
    {
        $seen = [];
        foreach ($this->state->readings as $reading) {
            $expected = $expectations[$reading->mode] ?? null;
            if (
                $expected === null ||
                $reading->isDeadCheck() ||
                $reading->power !== PowerState::Live ||
                !isset($expected->functions[$reading->target]) ||
                $expected->functions[$reading->target] !== $reading->quantity ||
                !$reading->context->isPlain()
            ) {
                continue;
            }
            $mains = $this->supply->mainsVoltage * $this->supply->mode($reading->mode)->mains;
            $good = $expected->nominal->reading($reading->target, $reading->quantity);
            if (
                abs($good / $mains - 1) < self::IS_THE_MAINS &&
                $expected->windows[$reading->target][$reading->quantity]->holds($reading->value)
            ) {
                $seen[$reading->mode] = ($mains * $reading->value) / $good;
            }
        }

        return $seen;
    }

    /**
     * Without its load a supply shows what the description says of that; where the engine foretells otherwise, such a
     * reading speaks against nothing.
     */
    private function isExplained(TakenReading $reading, Expectations $expected): bool
    {
        $need =
            $reading->quantity === 'dc' && !$reading->isResidual() && isset($this->supply->points[$reading->target])
                ? MinimumLoad::missing($this->supply, $this->supply->mode($reading->mode))
                : null;

        return $need !== null &&
            $need->explains($reading->target, $reading->value) &&
            !$expected->window($reading->target, 'dc')->holds($reading->value);
    }
}
