<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Step\StepView;
use Oculant\Core\Expectation\Slip;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Supply\Description;

/**
 * Everything a technician sees of a job, computed from the description and the log.
 *
 * @phpstan-import-type ReadingView from ReadingVerdicts
 * @phpstan-import-type Step from StepView
 */
final class Workup
{
    /**
     * Share of all faults, by how often they are met, that must be known before one is suspected or a step is chosen.
     */
    public const ENOUGH = 0.4;

    public readonly Inference $inference;

    public readonly PointViews $points;

    public readonly Proofs $proofs;

    public readonly StepChoice $choice;

    private ?Reasons $reasons = null;

    /**
     * @param array<string, int> $seen      times this workshop found each hypothesis on this board
     * @param array<string, int> $elsewhere times others did whom it believes
     */
    public function __construct(
        Description $supply,
        BenchState $state,
        Knowledge $knowledge,
        private readonly array $seen = [],
        private readonly array $elsewhere = [],
    ) {
        $this->inference = new Inference($supply, $state, $knowledge, $seen, $elsewhere);
        $this->points = new PointViews($this->inference);
        $this->proofs = new Proofs($this->inference, $this->tests());
        $this->choice = new StepChoice($this->inference, $this->proofs, $this->tests());
    }

    /** @return list<Suspect> likeliest first */
    public function suspects(): array
    {
        return $this->inference->suspects;
    }

    /** @return list<Candidate> best first */
    public function candidates(): array
    {
        return $this->choice->candidates();
    }

    /**
     * The next step in words, and the next best others.
     *
     * @return array{next: Step, alternatives: list<Step>}
     */
    public function next(): array
    {
        return $this->choice->next();
    }

    /** The verdict on a reading, in the context in which it was taken. */
    public function verdict(TakenReading $reading): Verdict
    {
        return $this->inference->verdicts->verdict($reading);
    }

    /** @return list<Slip> */
    public function slips(TakenReading $reading): array
    {
        return $this->inference->verdicts->slips($reading);
    }

    /** @return ReadingView */
    public function readingView(TakenReading $reading): array
    {
        return $this->inference->verdicts->view($reading);
    }

    /** Verdicts on what was tested beside readings. */
    public function tests(): TestVerdicts
    {
        return new TestVerdicts(
            $this->inference->supply,
            $this->inference->state,
            $this->inference->dictionary,
            $this->inference->knowledge,
        );
    }

    /**
     * Every unpowered check with what a good unit shows there: fuses and contacts first, then part by part, then the
     * rails.
     *
     * @return list<array{id: string, quantity: string, where: string, red: string, black: string, expected: string,
     *     reading: ?array<string, mixed>}>
     */
    public function deadSheet(): array
    {
        return DeadSheet::of(
            $this->inference->stands,
            $this->inference->state,
            $this->inference->here->dictionary($this->inference->mains),
            $this->inference->verdicts->view(...),
        );
    }

    /**
     * @return array{rows: list<array{point: string, name: string, mine: ?string, twin: ?string, parts: ?bool}>,
     *     first: ?string, sentence: string}
     */
    public function twin(): array
    {
        return TwinComparison::of($this->inference->supply, $this->inference->state, $this->points->functions());
    }

    /**
     * @return list<array{point: string, name: string, parts: list<string>}> rails along which a short can be looked
     *     for, the one that read lowest first
     */
    public function strips(): array
    {
        $ohms = [];
        foreach ($this->inference->state->readings as $reading) {
            if ($reading->quantity === 'resistance') {
                $ohms[$reading->target] = $reading->value;
            }
        }
        $strips = ShortRails::of($this->inference->supply);
        usort(
            $strips,
            static fn(array $a, array $b): int => ($ohms[$a['point']] ?? INF) <=> ($ohms[$b['point']] ?? INF),
        );

        return $strips;
    }

    /**
     * @return array{suspects: list<array{part: string, probability: float, share: string, ohms: float, spread: float}>,
     *     sigma: float, isClear: bool, sentence: string, advice: string}|null of the newest strip
     */
    public function short(): ?array
    {
        $short = $this->inference->state->shorts[count($this->inference->state->shorts) - 1] ?? null;

        return $short === null
            ? null
            : ShortFinder::find(
                $short['readings'],
                $short['resolution'],
                $short['method'],
                ShortRails::priors($this->inference->dictionary),
            );
    }

    /** Whether more of a board that is known in part is worth tracing now. */
    public function worthTracing(): WorthTracing
    {
        $wrong = array_filter(
            $this->inference->state->readings,
            fn(TakenReading $r): bool => !$r->isResidual() &&
                $r->replaced === $this->inference->state->replaced() &&
                !in_array(
                    $this->inference->verdicts->verdict($r)->word,
                    [VerdictWord::Unknown, VerdictWord::CannotTell],
                    true,
                ) &&
                !$this->inference->verdicts->verdict($r)->word->isGood(),
        );

        return new WorthTracing(
            $this->inference->supply,
            $this->inference->suspects,
            $this->inference->unknown(),
            array_values($wrong),
            $this->inference->state->readings !== [],
            $this->inference->suspicion(),
        );
    }

    /**
     * @return array{for: list<array{label: string, weight: float, strength: string}>,
     *     against: list<array{label: string, weight: float, strength: string}>} as Reasons::of() gives them
     */
    public function reasons(Suspect $suspect): array
    {
        return ($this->reasons ??= new Reasons($this->inference->belief))->of($suspect->members[0]->id ?? $suspect->id);
    }

    /** How bad the likeliest fault of a suspect is, in words; null if it has no degree, or nothing tells it. */
    public function severity(Suspect $suspect): ?string
    {
        return $suspect->members === []
            ? null
            : Severity::of($suspect->members[0], $this->inference->belief, $this->inference->knowledge)?->words();
    }

    /** @return array{int, int} times that one of a suspect's faults was found on this board, here and elsewhere */
    public function seenBefore(Suspect $suspect): array
    {
        $times = static fn(array $seen): int => array_sum(
            array_map(static fn(Hypothesis $h): int => $seen[$h->id] ?? 0, $suspect->members),
        );

        return [$times($this->seen), $times($this->elsewhere)];
    }

    /** @return list<array{part: string, label: string, looks: string, notes: string}> what to look at first */
    public function looks(): array
    {
        return Looks::first($this->inference->supply->parts, $this->inference->dictionary, $this->inference->belief);
    }

    /**
     * How the likeliest suspects came to be so: their probability after each piece of evidence.
     *
     * @return array{labels: list<string>, lines: list<array{title: string, values: list<float>}>}
     */
    public function course(): array
    {
        return Course::of($this->inference->belief, array_slice($this->inference->suspects, 0, 4));
    }
}
