<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Step;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\Purpose;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Supply\Description;

/**
 * Decides what the one next thing is: measure on, confirm what is found, prove the repair, close it, hand it back.
 *
 * @phpstan-import-type Step from StepView
 */
final readonly class StepWriter
{
    /** Above this one group is as good as found: confirm it and repair (stop rule of the design). */
    public const FOUND = 0.9;

    /**
     * Beyond this nothing more is measured first; below it only while a cheap measurement (bits per minute) still tells
     * something.
     */
    private const CERTAIN = 0.94;

    private const CHEAP = 0.2;

    public Measuring $measuring;

    private Finding $finding;

    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(
        private Description $supply,
        private BenchState $state,
        private array $expectations,
        FaultDictionary $dictionary,
    ) {
        $this->measuring = new Measuring($supply, $state, $expectations, $dictionary);
        $this->finding = new Finding($supply, $state, $dictionary, $this->measuring);
    }

    /**
     * @param list<Candidate> $candidates best first
     * @param list<Suspect>   $suspects   likeliest first
     * @param float           $fixed      probability that what was replaced cured it
     * @param list<string>    $badProof   points that read wrong after the repair
     * @param bool            $fuseIsOpen true while a fuse known to be open has not been replaced
     * @param list<string>    $checks     what to check about the description
     * @param Hypothesis|null $again      whose part is to be tested once more before anything else is doubted
     * @param list<TakenReading> $wrongBefore read wrong before anything was done, and not since
     *
     * @return Step
     */
    public function write(
        array $candidates,
        array $suspects,
        float $fixed,
        array $badProof,
        bool $fuseIsOpen,
        array $checks = [],
        ?Hypothesis $again = null,
        array $wrongBefore = [],
    ): array {
        if ($this->state->handedBackAt !== null) {
            return StepView::plain(
                'done',
                'Handed back. Nothing is left to do on this unit.',
                'The report stays available.',
            );
        }
        if ($this->state->closedAt !== null) {
            return StepView::plain(
                'handback',
                'Hand the unit back with its report.',
                'Print or save the report, then record the hand-back.',
            );
        }
        if (
            $badProof === [] &&
            !$fuseIsOpen &&
            ($this->state->isLeftAsItIs() ||
                ($this->state->isMended() && ($this->state->cause !== null || $fixed > 0.3)))
        ) {
            return (new Proving(
                $this->supply,
                $this->state,
                $this->expectations,
                $this->measuring,
                $wrongBefore,
            ))->next();
        }
        if ($this->state->purpose === Purpose::Recap && $this->state->cause === null && !$this->state->isMended()) {
            return ['leads' => 'recap'] +
                StepView::plain(
                    'gate',
                    'Plan the recap, and record each capacitor that goes in.',
                    'The plan says which go, which are measured first, and what to buy.',
                );
        }
        $settled = $this->settled($suspects);
        if ($settled !== null) {
            return $this->finding->of($settled, $suspects);
        }
        $top = $suspects[0];
        $cheap = $candidates !== [] && $candidates[0]->score() > self::CHEAP;
        if ($top->members !== [] && $top->probability > ($cheap ? self::CERTAIN : self::FOUND)) {
            $doubtful =
                array_values(array_filter($candidates, static fn(Candidate $c): bool => $c->doubt !== null))[0] ?? null;
            if ($doubtful !== null) {
                return $this->measuring->of($doubtful);
            }
            // What tested good is not proposed again while anything else is left to measure.
            if ($candidates === [] || !$this->finding->saidOf($top->members[0]->ref, isGood: true)) {
                return $this->finding->of($top, $suspects);
            }
        }
        // Before the description is doubted, and when nothing else is left.
        if ($again !== null && ($candidates === [] || $top->id === Hypothesis::UNKNOWN)) {
            return $this->finding->again($again);
        }
        if ($candidates === []) {
            return $this->finding->exhausted($top, $checks);
        }

        return $this->measuring->of($candidates[0]);
    }

    /**
     * A part that tested bad, and that the evidence speaks of in one way or another: how exactly it failed is no
     * matter for whoever replaces it.
     *
     * @param list<Suspect> $suspects likeliest first
     */
    private function settled(array $suspects): ?Suspect
    {
        $shares = $first = [];
        foreach ($suspects as $suspect) {
            $parts = $suspect->parts();
            if (count($parts) === 1 && $this->finding->saidOf($parts[0], isGood: false)) {
                $shares[$parts[0]] = ($shares[$parts[0]] ?? 0.0) + $suspect->probability;
                $first[$parts[0]] ??= $suspect;
            }
        }
        foreach ($shares as $ref => $share) {
            if ($share > self::FOUND && !in_array($ref, $this->state->replaced(), true)) {
                return new Suspect(
                    $first[$ref]->id,
                    $first[$ref]->title,
                    $share,
                    $first[$ref]->members,
                    $first[$ref]->chain,
                );
            }
        }

        return null;
    }

    /**
     * While the engine still works out what the faults do.
     *
     * @return Step
     */
    public function unready(): array
    {
        return StepView::plain(
            'wait',
            'Measure where you like: every reading is kept and judged.',
            'The engine is still working out what each fault would do here; suspects and the next step appear ' .
                'by themselves as soon as the likely ones are known. Expected values are rough until then.',
        );
    }

    /** @return Step */
    public function condemned(Verdict $verdict): array
    {
        return ['power' => PowerState::Unplugged->value, 'why' => $verdict->sentence] +
            StepView::plain(
                'look',
                'Condemned: mains where people touch. Leave it unplugged and mark it.',
                $verdict->why,
                'Local codes and licensed practice decide whether it may be repaired at all. It does not go ' .
                    'back before the isolation has been measured again.',
            );
    }
}
