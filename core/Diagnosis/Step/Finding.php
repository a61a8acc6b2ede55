<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Step;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/**
 * What is found as a step: how it is confirmed, what its test said, what may have taken it along, and what is left to
 * say when nothing is left to measure.
 *
 * @phpstan-import-type Step from StepView
 */
final readonly class Finding
{
    /** Share of a suspect that is still worth a word. */
    private const WORTH_NAMING = 1e-4;

    /** Share from which on a fault that takes along what is found is worth a test of its own. */
    private const WORTH_A_TEST = 2e-3;

    private Caution $caution;

    public function __construct(
        private Description $supply,
        private BenchState $state,
        private FaultDictionary $dictionary,
        private Measuring $measuring,
    ) {
        $this->caution = new Caution($supply, $state);
    }

    /**
     * @param list<Suspect> $suspects
     *
     * @return Step
     */
    public function of(Suspect $top, array $suspects): array
    {
        $charged = Gates::blocking(Gate::HandsIn, $this->supply, $this->state);
        if (!$this->state->power->isEnergised() && $charged !== []) {
            return [
                'sentence' => "Found: {$top->title}.",
                'detail' => "Before hands go in: {$charged[0]->sentence} Then confirm it: {$top->members[0]->proof}",
            ] + $this->measuring->gate($charged[0], count($charged), Gate::HandsIn);
        }
        $left = array_filter(
            $top->members[0]->each(),
            fn(Hypothesis $h): bool => !in_array($h->ref, $this->state->replaced(), true),
        );
        $likeliest = array_values($left)[0] ?? $top->members[0];
        if (in_array($likeliest->ref, $this->state->replaced(), true)) {
            return $this->exhausted($top);
        }
        if ($this->saidOf($likeliest->ref, isGood: true)) {
            return $this->stillLikeliest($top, $likeliest);
        }
        if ($this->saidOf($likeliest->ref, isGood: false)) {
            return [
                'part' => $likeliest->ref,
                'fault' => $likeliest->fault,
                'why' => sprintf('%d %% of all that could explain the evidence.', (int) round(100 * $top->probability)),
            ] +
                StepView::plain(
                    'cause',
                    "Found and confirmed: {$top->title}.",
                    "Name the cause, then repair it.{$this->behind($likeliest, $suspects)}",
                );
        }
        if ($this->isOutOfReach($likeliest->ref)) {
            return $this->untested("Found: {$top->title}.", $top, $likeliest, $this->behind($likeliest, $suspects));
        }
        $power = $this->state->power->isEnergised() ? 'Unplug and discharge first. ' : '';

        return [
            'kind' => 'confirm',
            'sentence' => "Found: {$top->title}.",
            'detail' =>
                "{$power}Confirm it: {$likeliest->proof}" .
                ($top->members[0]->isPair() && count($left) === 2
                    ? ' Two faults are needed to explain the evidence: begin with ' .
                        "{$likeliest->ref}, then measure again."
                    : '') .
                $this->behind($likeliest, $suspects),
            'target' => $likeliest->ref,
            'quantity' => Tested::BY_ITSELF,
            'part' => $likeliest->ref,
            'fault' => $likeliest->fault,
            'power' => PowerState::Unplugged->value,
            'caution' => $this->state->power->isEnergised() ? $this->caution->underWay(false) : null,
            'why' => sprintf('%d %% of all that could explain the evidence.', (int) round(100 * $top->probability)),
        ] + StepView::blank();
    }

    /**
     * @param list<string> $checks what to check about the description
     *
     * @return Step
     */
    public function exhausted(Suspect $top, array $checks = []): array
    {
        if ($top->id === Hypothesis::HEALTHY) {
            return StepView::plain(
                'look',
                'Every reading is what a good unit shows.',
                trim(
                    ($this->caution->interlock($this->state->mode) ?? '') .
                        ' Try it warm, under its real load, and tap gently along the boards: the fault may come ' .
                        'and go. Record what you see.',
                ),
            );
        }
        if ($top->id === Hypothesis::UNKNOWN || $top->members === []) {
            return StepView::plain(
                'look',
                'No fault in this description explains the evidence.',
                'Repeat the reading that surprised you most; then compare the description with the board: a ' .
                    'part may be missing or joined differently. ' .
                    implode(' ', array_slice($checks, 0, 3)),
            );
        }
        $first = $top->members[0];
        if ($this->saidOf($first->ref, isGood: true)) {
            return $this->stillLikeliest($top, $first);
        }

        if ($this->isOutOfReach($first->ref)) {
            return $this->untested("Most likely: {$top->title}.", $top, $first);
        }

        return [
            'target' => $first->ref,
            'quantity' => Tested::BY_ITSELF,
            'part' => $first->ref,
            'fault' => $first->fault,
            'why' => 'No measurement that is left would separate the suspects further.',
        ] + StepView::plain('confirm', "Most likely: {$top->title}.", "Confirm it: {$first->proof}");
    }

    /**
     * A test that cleared a part, where nothing else explains the evidence.
     *
     * @return Step
     */
    public function again(Hypothesis $fault): array
    {
        $charged = Gates::blocking(Gate::HandsIn, $this->supply, $this->state);
        $sentence = "Nothing else fits: test {$fault->ref} once more.";
        $detail =
            'It tested good, and nothing in this description explains what was measured ' .
            "but {$fault->title}. Take it out completely, warm it, test it under voltage if " .
            "it can stand it, and look at its joints. {$fault->proof}";
        if (!$this->state->power->isEnergised() && $charged !== []) {
            return ['sentence' => $sentence, 'detail' => "Before hands go in: {$charged[0]->sentence} {$detail}"] +
                $this->measuring->gate($charged[0], count($charged), Gate::HandsIn);
        }

        return [
            'target' => $fault->ref,
            'quantity' => Tested::BY_ITSELF,
            'part' => $fault->ref,
            'fault' => $fault->fault,
            'power' => PowerState::Unplugged->value,
            'caution' => $this->state->power->isEnergised() ? $this->caution->underWay(false) : null,
            'why' => 'If it tests good again, it is out for good.',
        ] +
            StepView::plain(
                'confirm',
                $sentence,
                ($this->state->power->isEnergised() ? 'Unplug and discharge first. ' : '') . $detail,
            );
    }

    /** @return Step */
    private function stillLikeliest(Suspect $top, Hypothesis $likeliest): array
    {
        return [
            'part' => $likeliest->ref,
            'fault' => $likeliest->fault,
            'why' => sprintf(
                '%d %% of all that could explain the evidence, its good test considered.',
                (int) round(100 * $top->probability),
            ),
        ] +
            StepView::plain(
                'confirm',
                "Still likeliest: {$top->title}, although it tested good.",
                'Look at its joints and at the way to it, test it warm and under load, or ' .
                    "put a known good one in its place. {$likeliest->proof}",
            );
    }

    /** Whether nobody can test it by itself. */
    private function isOutOfReach(string $ref): bool
    {
        return isset($this->state->skipped["{$ref} " . Tested::BY_ITSELF]);
    }

    /** @return Step */
    private function untested(string $sentence, Suspect $top, Hypothesis $likeliest, string $behind = ''): array
    {
        return [
            'part' => $likeliest->ref,
            'fault' => $likeliest->fault,
            'why' => sprintf('%d %% of all that could explain the evidence.', (int) round(100 * $top->probability)),
        ] +
            StepView::plain(
                'confirm',
                $sentence,
                'It cannot be tested by itself: put a known good one in its place and measure ' .
                    "again, or name it as the cause and let the repair prove it.{$behind}",
            );
    }

    /** Whether the part that came in was last tested good, or bad, by itself. */
    public function saidOf(string $ref, bool $isGood): bool
    {
        $last = array_values(
            array_filter($this->state->tested, static fn(array $t): bool => $t['part'] === $ref && !$t['isNew']),
        );

        return $last !== [] && end($last)['isGood'] === $isGood;
    }

    /**
     * What may have taken a part along that is found bad, likeliest first. A fuse is a consequence until proven
     * otherwise (common practice); of anything else it is said where a fault that does so is still worth a test.
     *
     * @param list<Suspect> $suspects
     */
    private function behind(Hypothesis $fault, array $suspects): string
    {
        $isFuse = ($this->supply->parts[$fault->ref] ?? null)?->kind instanceof Fuse;
        $behind = [];
        foreach ($suspects as $suspect) {
            foreach ($suspect->members as $member) {
                if (
                    $this->dictionary->breaking($member->id, $fault->ref) !== null &&
                    $suspect->probability > ($isFuse ? self::WORTH_NAMING : self::WORTH_A_TEST)
                ) {
                    $behind[] = $member->title;
                }
            }
        }
        $behind = implode(', ', array_slice($behind, 0, 4));
        if (!$isFuse) {
            return $behind === ''
                ? ''
                : ' It may itself have been taken along. Test before power comes back, or ' .
                        "the new one goes the same way: {$behind}.";
        }

        return ' A fuse is a consequence until proven otherwise: put in the same rating and characteristic once, ' .
            'and power up behind a lamp limiter.' .
            ($behind === '' ? '' : " If it goes again: {$behind}.");
    }
}
