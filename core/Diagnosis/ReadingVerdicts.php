<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\Alarm;
use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Expectation\ClockLaw;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\Slip;
use Oculant\Core\Expectation\SlipFinder;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\WattsRead;
use Oculant\Core\Expectation\Window;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\MinimumLoad;
use OutOfBoundsException;

/**
 * Verdicts on readings, each in the context in which it was taken.
 *
 * @phpstan-type SlipAnswer array{
 *     name: string,
 *     advice: string,
 * }
 *
 * @phpstan-type ReadingView array{
 *     entry: string,
 *     target: string,
 *     text: string,
 *     quantity: string,
 *     mode: string,
 *     power: string,
 *     // what was different from the description when it was taken
 *     context: string,
 *     word: string,
 *     mark: string,
 *     good: bool,
 *     sentence: string,
 *     why: string,
 *     expected: string,
 *     slips: list<SlipAnswer>,
 *     name?: string,
 *     uncertainty?: ?string,
 * }
 */
final class ReadingVerdicts
{
    /** @var array<string, Description> by mode and context: asked for several times a reading */
    private array $stood = [];

    /**
     * @param array<string, Expectations> $expectations by mode id, of the supply as described
     * @param float|null                  $mainsVolts   that they are for
     */
    public function __construct(
        private readonly Description $supply,
        private readonly Knowledge $knowledge,
        private readonly array $expectations,
        private readonly ?float $mainsVolts,
    ) {}

    /** The verdict on a reading, in the context in which it was taken. */
    public function verdict(TakenReading $reading): Verdict
    {
        if ($reading->isDeadCheck()) {
            $verdict = Judge::dead(
                $this->check($reading),
                $reading->value,
                $this->good($reading),
                $this->span($reading),
            );
            // Another way of setting it up changes what stands beside it: then it matters which one this is for.
            $others = $this->otherwise($reading);

            return $others === [] || !$reading->context->isPlain()
                ? $verdict
                : new Verdict(
                    $verdict->word,
                    $verdict->sentence,
                    sprintf('%s That is set up as "%s".', $verdict->why, $this->supply->mode($reading->mode)->name),
                );
        }
        if ($reading->isResidual()) {
            return $this->residual($reading);
        }
        if ($this->isBeyond($reading)) {
            return new Verdict(
                VerdictWord::CannotTell,
                Quantity::volts($reading->value) . ': cannot tell this far from its mains.',
                'What it does at such a mains is on the ramp of the power-up plan.',
            );
        }
        if (!EvidenceList::isKnown($reading)) {
            return new Verdict(
                VerdictWord::CannotTell,
                Quantity::volts($reading->value) . ': cannot tell on limited power.',
                'Measure the mains at the unit and record it; then this reading can be judged.',
            );
        }
        if ($reading->quantity === 'hertz') {
            $window = $this->clock($reading);

            return Judge::frequency(
                $reading->value,
                $this->good($reading),
                $window,
                $window->isKnown()
                    ? ClockLaw::words($this->supply, $this->supply->point($reading->target), $reading->value, $window)
                    : '',
            );
        }

        $stood = $this->stood($reading);
        $verdict = (new Judge($stood, $this->expectationsOf($reading)))->live(
            $reading->target,
            $reading->mode,
            $reading->quantity,
            $reading->value,
            $reading->swing,
        );
        $watts = $reading->quantity === 'ripple' ? '' : WattsRead::words($stood, $reading->target, $reading->value);

        return $watts === ''
            ? $verdict
            : new Verdict($verdict->word, $verdict->sentence, trim("{$verdict->why} {$watts}"));
    }

    /** @return list<Slip> */
    public function slips(TakenReading $reading): array
    {
        if ($reading->isDeadCheck()) {
            $good = $this->good($reading);

            return is_nan($good)
                ? []
                : [
                    ...SlipFinder::explainDead($this->check($reading), $reading->value, $good),
                    ...$this->setUpOtherwise($reading, $good),
                ];
        }
        if (
            $reading->quantity === 'hertz' ||
            $reading->isResidual() ||
            (!EvidenceList::counts($reading, $this->supply) && !is_infinite($reading->value)) ||
            EvidenceList::isFar($reading->mainsVolts, $this->supply)
        ) {
            return [];
        }

        return (new SlipFinder($this->stood($reading), $this->expectationsOf($reading)))->explain(
            $reading->target,
            $reading->mode,
            $reading->quantity,
            $reading->value,
        );
    }

    /**
     * @return array{entry: string, target: string, text: string, quantity: string, mode: string, power: string,
     *     context: string, word: string, mark: string, good: bool, sentence: string, why: string, expected: string,
     *     slips: list<SlipAnswer>}
     */
    public function view(TakenReading $reading): array
    {
        $verdict = $this->verdict($reading);

        return [
            'entry' => $reading->entryId,
            'target' => $reading->target,
            'text' => Reading::write($reading->quantity, $reading->value, $reading->swing),
            'quantity' => $reading->quantity,
            'mode' => $reading->mode,
            'power' => $reading->power->value,
            'context' => $reading->context->words(),
            'word' => $verdict->word->value,
            'mark' => $verdict->word->mark(),
            'good' => $verdict->word->isGood(),
            'sentence' => $verdict->sentence,
            'why' => $verdict->why,
            'expected' => $this->expectedText($reading),
            'slips' => array_map(
                static fn(Slip $slip): array => ['name' => $slip->name, 'advice' => $slip->advice],
                $this->slips($reading),
            ),
        ];
    }

    /** What a clock may run at; unknown where what sets it is not described. */
    private function clock(TakenReading $reading): Window
    {
        return $this->expectationsOf($reading)[$reading->mode]->window($reading->target, 'hertz');
    }

    /** What a good unit would read in the context in which the reading was taken. */
    private function expectedText(TakenReading $reading): string
    {
        if ($reading->isDeadCheck()) {
            $good = $this->good($reading);

            return is_nan($good)
                ? Judge::range(Window::unknown())
                : DeadSheet::expected($reading->quantity, $good, $this->span($reading));
        }
        if ($reading->quantity === 'hertz') {
            return match (true) {
                is_nan($this->good($reading)) => Judge::range(Window::unknown()),
                $this->clock($reading)->isKnown() => Judge::hertz($this->clock($reading)),
                default => Reading::write('hertz', $this->good($reading)),
            };
        }
        if ($reading->isResidual()) {
            return 'under 60 V';
        }
        if ($this->isBeyond($reading)) {
            return 'see the ramp';
        }
        $window = $this->expectationsOf($reading)[$reading->mode]->window($reading->target, $reading->quantity);

        $need =
            $reading->quantity === 'ripple'
                ? null
                : MinimumLoad::missing($this->supply, $this->supply->mode($reading->mode));
        if (
            $need?->interlock->does !== null &&
            $need->feeds($reading->target) &&
            $this->supply->point($reading->target)->rail !== null
        ) {
            return $need->range($reading->target);
        }

        return $reading->quantity === 'ripple' && $window->isKnown()
            ? 'up to ' . Quantity::volts($window->most())
            : Judge::range($window);
    }

    /**
     * What a good unit reads there set up otherwise, where that is something else.
     *
     * @return array<string, float> ohms or volts by mode id
     */
    private function otherwise(TakenReading $reading): array
    {
        $check = $this->check($reading);
        $good = $this->good($reading);
        $dictionary = $this->knowledgeOf($reading)->dictionary(null);
        $here = $this->supply->mode($reading->mode)->absent;
        $others = [];
        foreach ($this->supply->modes as $id => $mode) {
            // Only what is solved already: nobody waits for a hint.
            $there =
                $mode->absent === $here
                    ? NAN
                    : $dictionary->readings[$id][Hypothesis::HEALTHY]["{$reading->target} {$reading->quantity}"] ?? NAN;
            if (!is_nan($there) && !is_nan($good) && !Judge::dead($check, $there, $good)->word->isGood()) {
                $others[(string) $id] = $there;
            }
        }

        return $others;
    }

    /** @return list<Slip> */
    private function setUpOtherwise(TakenReading $reading, float $good): array
    {
        $check = $this->check($reading);
        if (Judge::dead($check, $reading->value, $good, $this->span($reading))->word->isGood()) {
            return [];
        }
        foreach ($this->otherwise($reading) as $id => $there) {
            if (Judge::dead($check, $reading->value, $there)->word->isGood()) {
                return [
                    new Slip(
                        'set up otherwise',
                        sprintf(
                            'Set up as "%s" a good unit reads %s there: if it stands so, record it (Space, P) and ' .
                                'type the reading again.',
                            $this->supply->mode($id)->name,
                            Reading::write($reading->quantity, $there),
                        ),
                        $there,
                    ),
                ];
            }
        }

        return [];
    }

    /** A large supply is not solved for whatever mains somebody dials. */
    private function isBeyond(TakenReading $reading): bool
    {
        return $this->supply->isLarge() &&
            !$reading->isDeadCheck() &&
            !$reading->isResidual() &&
            EvidenceList::isFar($reading->mainsVolts, $this->supply);
    }

    private function check(TakenReading $reading): DeadCheck
    {
        return $this->supply->deadCheck($reading->target)?->on($reading->quantity) ??
            throw new OutOfBoundsException("There is no place \"{$reading->target}\" to check.");
    }

    /** What a good unit reads there; NAN if it has no stable reading. */
    private function good(TakenReading $reading): float
    {
        return Foretold::at(
            $this->knowledgeOf($reading),
            EvidenceList::isFar($reading->mainsVolts, $this->supply) ? null : $reading->mainsVolts,
            $reading->mode,
            Hypothesis::HEALTHY,
            $reading->target,
            $reading->quantity,
        );
    }

    /**
     * @return array{float, float}|null what good meters and types may show there; null where all show the same, or
     *     nobody has looked
     */
    private function span(TakenReading $reading): ?array
    {
        [$low, $high] = $this->knowledgeOf($reading)
            ->dictionary(null)
            ->span($reading->mode, Hypothesis::HEALTHY, "{$reading->target} {$reading->quantity}");

        return $low < $high ? [$low, $high] : null;
    }

    /** The supply as it stood when the reading was taken. */
    private function stood(TakenReading $reading): Description
    {
        return $reading->isPlain($this->supply)
            ? $this->supply
            : ($this->stood[$reading->standing($this->supply)] ??= $reading->stood($this->supply));
    }

    private function knowledgeOf(TakenReading $reading): Knowledge
    {
        return $reading->isPlain($this->supply) ? $this->knowledge : $this->knowledge->altered($this->stood($reading));
    }

    /** @return array<string, Expectations> by mode id: expected values follow what was different */
    private function expectationsOf(TakenReading $reading): array
    {
        return $reading->isPlain($this->supply) && !EvidenceList::isFar($reading->mainsVolts, $this->supply)
            ? $this->expectationsAt($reading->mainsVolts)
            : [$reading->mode => $this->knowledgeOf($reading)->expectations($reading->mode, $reading->mainsVolts)];
    }

    /** @return array<string, Expectations> */
    private function expectationsAt(?float $mainsVolts): array
    {
        if ($mainsVolts === $this->mainsVolts) {
            return $this->expectations;
        }
        $expectations = [];
        foreach (array_keys($this->supply->modes) as $mode) {
            $expectations[$mode] = $this->knowledge->expectations((string) $mode, $mainsVolts);
        }

        return $expectations;
    }

    private function residual(TakenReading $reading): Verdict
    {
        $says = Quantity::volts($reading->value);

        if ($reading->quantity === 'ac' && abs($reading->value) >= Alarm::ALTERNATING) {
            return new Verdict(
                VerdictWord::VeryHigh,
                "{$says} AC: it is plugged in, or fed from somewhere else. Hands off.",
                'What alternates cannot have been stored. The unit is recorded as unplugged: look at the plug, ' .
                    'and for a second cord.',
            );
        }

        return abs($reading->value) >= StoredCharge::TOUCH
            ? new Verdict(
                VerdictWord::VeryHigh,
                "{$says}: still charged. Hands off, discharge it through a resistor.",
                'Above 60 V DC a part is hazardous live (IEC 61010-1). The unit is recorded as unplugged: check ' .
                    'the plug too.',
            )
            : new Verdict(
                VerdictWord::Fine,
                "{$says}: below the touch limit with the plug out.",
                'Up to 60 V DC is not hazardous live (IEC 61010-1). A large reservoir may still hold enough ' .
                    'energy to burn.',
            );
    }
}
