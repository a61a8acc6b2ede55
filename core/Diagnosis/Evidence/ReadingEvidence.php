<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Foretold;
use Oculant\Core\Diagnosis\Form;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Diagnosis\TwinComparison;
use Oculant\Core\Expectation\Window;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Quantity\Uncertainty;
use Oculant\Core\Supply\Description;

/** What a meter showed, in the mode and state of repair in which it was taken. */
final class ReadingEvidence implements Evidence, Graded
{
    /** A twin further off than this from what is computed is not of the same kind, or not set up alike. */
    private const SAME_KIND = 0.35;

    /** Two readings are the same up to this: in decades; in volts and as a share of them. */
    private const SAME_DECADES = 0.06;

    private const SAME_VOLTS = 0.03;

    private const SAME_SHARE = 0.03;

    /** Share of readings through semiconductors that are as the usual type and meter have them (a guess). */
    private const USUAL = 0.4;

    /**
     * Share of readings that do not follow the severity from one that was solved to the next, but stand as at the
     * nearer one (a guess).
     */
    private const FALLS_OVER = 0.15;

    private readonly string $key;

    /** Signs of a supply that tries to start again and again. */
    private const TRIES = ['ticks', 'squeals'];

    /**
     * Share of a good output that the mean of such bursts, or their height, comes to (common practice: well below a
     * third).
     */
    private const BURST = 0.3;

    private const LESS_SURE = 0.5;

    /** Ohms of a shorted part, least and most (common practice; degrees of Parts). */
    private const SHORT = [0.05, 2.0];

    private ?Knowledge $weighedBy = null;

    /** Of the supply as it stood then, if that was different. */
    private ?Knowledge $there = null;

    /** @var array{Likelihood, FaultDictionary}|null */
    private ?array $context = null;

    /** True if the dictionary itself says what each fault does here. */
    private bool $isListed = false;

    /** Likelihood under all the faults that leave this reading alone. */
    private ?float $unchanged = null;

    /**
     * @param float        $value      volts, ohms or hertz; INF for OL
     * @param list<string> $replaced   references of parts replaced before
     * @param float|null   $mainsVolts as measured
     * @param float|null   $twin       what a twin that works shows at the same place
     * @param float|null   $mainsSeen  as a reading beside this one shows it, where nobody measured it as such
     * @param string $place what lies under the two leads, the same for all that lies across the same two nodes
     * @param Description|null $altered the supply as it stood then, if anything was different from the description
     */
    public function __construct(
        private readonly string $label,
        public readonly string $mode,
        public readonly string $target,
        public readonly string $quantity,
        private readonly float $value,
        private readonly array $replaced = [],
        private readonly ?float $mainsVolts = null,
        private readonly ?float $twin = null,
        private readonly ?Description $altered = null,
        private readonly ?float $mainsSeen = null,
        private readonly string $place = '',
    ) {
        $this->key = "{$target} {$quantity}";
    }

    public function label(): string
    {
        return $this->label;
    }

    /** Taken under power on the unit as it came in. */
    public function isLive(): bool
    {
        return $this->altered === null && $this->replaced === [] && $this->isUnderPower();
    }

    /**
     * Whether the same two nodes were read alike before, in the same state: what one such reading misjudges the other
     * does too.
     */
    public function repeats(self $earlier): bool
    {
        return $this->place !== '' &&
            $this->place === $earlier->place &&
            $this->mode === $earlier->mode &&
            $this->quantity === $earlier->quantity &&
            $this->replaced === $earlier->replaced &&
            $this->altered?->hash() === $earlier->altered?->hash() &&
            abs(
                Likelihood::scale($this->quantity, $this->value) - Likelihood::scale($this->quantity, $earlier->value),
            ) <=
                (in_array($this->quantity, [DeadCheck::RESISTANCE, DeadCheck::ESR], true)
                    ? self::SAME_DECADES
                    : self::SAME_VOLTS + self::SAME_SHARE * abs($this->value));
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $context = $this->weighedBy === $knowledge ? $this->context : $this->context($knowledge);
        if ($context === null) {
            return 1.0;
        }
        [$reading, $dictionary] = $context;
        if ($id === Hypothesis::UNKNOWN) {
            return $reading->unexplained();
        }
        $remaining = $this->replaced === [] ? $id : $dictionary->remaining($id, $this->replaced);
        if ($this->isListed && !$dictionary->changes($this->mode, $remaining, $this->key)) {
            return $this->unchanged ??= $this->spanned($reading, $dictionary, Hypothesis::HEALTHY);
        }
        $forms = $this->isListed ? $dictionary->forms($remaining) : [];
        if ($forms !== []) {
            return array_sum(
                array_map(fn(Form $form): float => $form->share * $this->inForm($reading, $dictionary, $form), $forms),
            );
        }
        [$low, $high] = $this->isListed ? $dictionary->span($this->mode, $remaining, $this->key) : [NAN, NAN];
        if ($low < $high) {
            return $this->spanned($reading, $dictionary, $remaining);
        }
        $hypothesis = $dictionary->hypotheses[$remaining] ?? null;
        $predicted = $this->isListed
            ? $dictionary->reading($this->mode, $remaining, $this->key)
            : $this->foretold($this->there ?? $knowledge, $remaining);
        $across = $hypothesis?->faultOf(explode('.', $this->target)[0]);
        if ($across !== null && FailureClass::of($across)->isAbsence()) {
            return max($reading->under($predicted), $reading->provesOpen());
        }

        $usual = $reading->under(
            $predicted,
            match (true) {
                $hypothesis === null || !$hypothesis->graded => null,
                $hypothesis->isPair() => $this->gradedOf($hypothesis, $this->there ?? $knowledge),
                default => $predicted,
            },
        );

        if ($hypothesis !== null && $this->isShortOfAnyDegree($hypothesis, $predicted, $dictionary)) {
            return $reading->between(self::SHORT[0], self::SHORT[1]);
        }

        return $this->isListed ? $this->inBursts($reading, $dictionary, [$remaining], $usual) : $usual;
    }

    /** A large supply has its shorts solved at one degree, and none is like another: milliohms to some ohms. */
    private function isShortOfAnyDegree(Hypothesis $fault, float $predicted, FaultDictionary $dictionary): bool
    {
        return $this->quantity === DeadCheck::RESISTANCE &&
            $this->isListed &&
            $fault->degrees === [] &&
            !$fault->isPair() &&
            $predicted < self::SHORT[1] &&
            FailureClass::of($fault->fault)->burdens() &&
            $dictionary->reading($this->mode, Hypothesis::HEALTHY, $this->key) > 3 * self::SHORT[1];
    }

    /**
     * What tries to start again and again gives its output in bursts: what a meter makes of them is nobody's to
     * foretell, only their order.
     *
     * @param list<string> $rows of the dictionary
     */
    private function inBursts(Likelihood $reading, FaultDictionary $dictionary, array $rows, float $usual): float
    {
        $signs = $dictionary->signs[$this->mode] ?? [];
        $tries = static fn(string $row): bool => array_intersect($signs[$row] ?? [], self::TRIES) !== [];
        if (
            !in_array($this->quantity, ['dc', 'ripple'], true) ||
            array_filter($rows, $tries) === [] ||
            $tries(Hypothesis::HEALTHY)
        ) {
            return $usual;
        }
        $good = $dictionary->reading($this->mode, Hypothesis::HEALTHY, "{$this->target} dc");
        $foretold = array_map(fn(string $row): float => $dictionary->reading($this->mode, $row, $this->key), $rows);
        $most = max([0.0, ...array_map(abs(...), $foretold)]);
        if (array_filter([$good, ...$foretold], is_nan(...)) !== [] || $most > 0.5 * abs($good)) {
            return $usual;
        }
        $reach = max(3 * $most, self::BURST * abs($good));

        return (1 - self::LESS_SURE) * $usual +
            self::LESS_SURE * $reading->between(0.0, $this->quantity === 'dc' && $good < 0.0 ? -$reach : $reach);
    }

    public function within(string $id, string $form, Knowledge $knowledge): float
    {
        $context = $this->weighedBy === $knowledge ? $this->context : $this->context($knowledge);
        if ($context === null) {
            return 1.0;
        }
        [$reading, $dictionary] = $context;
        if (!$this->isListed || ($this->replaced !== [] && $dictionary->remaining($id, $this->replaced) !== $id)) {
            return $this->likelihood($id, $knowledge);
        }

        $met = $dictionary->form($id, $form);

        return $met === null ? $this->likelihood($id, $knowledge) : $this->inForm($reading, $dictionary, $met);
    }

    /**
     * What it tells of a severity between two that were solved.
     *
     * @param string $from row of the dictionary
     * @param string $to   likewise
     *
     * @return array{seen: float, good: float, from: float, to: float, share: float, apart: float}|null the reading,
     *     that of a good unit and those at both ends; share and distance as Likelihood::along() gives them. Null if it
     *     tells nothing of it
     */
    public function places(string $from, string $to, Knowledge $knowledge): ?array
    {
        $context = $this->weighedBy === $knowledge ? $this->context : $this->context($knowledge);
        if ($context === null || !$this->isListed || $this->replaced !== []) {
            return null;
        }
        [$reading, $dictionary] = $context;
        [$first, $last, $good] = array_map(
            fn(string $row): float => $dictionary->reading($this->mode, $row, $this->key),
            [$from, $to, Hypothesis::HEALTHY],
        );

        return is_nan($first) || is_nan($last)
            ? null
            : [
                'seen' => $this->value,
                'good' => $good,
                'from' => $first,
                'to' => $last,
                ...$reading->along($first, $last),
            ];
    }

    /** Of what good meters and types may show the usual is likelier than the rest. */
    private function spanned(Likelihood $reading, FaultDictionary $dictionary, string $row): float
    {
        [$low, $high] = $dictionary->span($this->mode, $row, $this->key);
        $usual = $reading->under($dictionary->reading($this->mode, $row, $this->key));

        return $low < $high ? self::USUAL * $usual + (1 - self::USUAL) * $reading->between($low, $high) : $usual;
    }

    private function inForm(Likelihood $reading, FaultDictionary $dictionary, Form $form): float
    {
        return $this->inBursts(
            $reading,
            $dictionary,
            $form->state === null ? [$form->mild, $form->worse] : [$form->state],
            $this->asSolved($reading, $dictionary, $form),
        );
    }

    private function asSolved(Likelihood $reading, FaultDictionary $dictionary, Form $form): float
    {
        if (
            $form->state !== null &&
            ($this->isUnderPower() || array_intersect($form->given, [explode('.', $this->target)[0]]) !== [])
        ) {
            return $this->inState($reading, $dictionary, $form);
        }
        [$low, $high] = $dictionary->span($this->mode, $form->mild, $this->key);
        [$lower, $higher] = $dictionary->span($this->mode, $form->worse, $this->key);
        if (is_nan($low) || is_nan($lower)) {
            return $reading->between($low, $lower);
        }
        $good = $dictionary->reading($this->mode, Hypothesis::HEALTHY, $this->key);
        $ends = [...$form->readings($good, $low, $lower), ...$form->readings($good, $high, $higher)];
        $between = $reading->between(min([INF, ...$ends]), max([-INF, ...$ends]));

        // Much stands as at one of the severities that were solved and falls over somewhere between: a fuse, a
        // junction, a dropout.
        return $form->course === null
            ? $between
            : (1 - self::FALLS_OVER) * $between +
                    self::FALLS_OVER * $reading->under($dictionary->reading($this->mode, $form->nearest(), $this->key));
    }

    /** As the row reads of which it has the state; with nothing given way yet it may have gone some way from there. */
    private function inState(Likelihood $reading, FaultDictionary $dictionary, Form $form): float
    {
        $predicted = $dictionary->reading($this->mode, (string) $form->state, $this->key);

        return $reading->under(
            $predicted,
            $form->state === $form->mild && $form->from + $form->to > 0.0 ? $predicted : null,
        );
    }

    private function isUnderPower(): bool
    {
        return in_array($this->quantity, ['dc', 'ac', 'ripple', 'swing', 'hertz'], true);
    }

    /**
     * What all the faults share that leave this reading alone.
     *
     * @return array{float, array<string, true>}|null likelihood, and the hypotheses that it does not hold for; null if
     *     it must be asked for one by one
     */
    public function unmoved(Knowledge $knowledge): ?array
    {
        if ($this->replaced !== [] || ($context = $this->context($knowledge)) === null || !$this->isListed) {
            return null;
        }

        return [
            $this->likelihood(Hypothesis::HEALTHY, $knowledge),
            $context[1]->movers($this->mode, $this->key) + [Hypothesis::UNKNOWN => true],
        ];
    }

    /** Density where nothing is known of what was read; NAN if a good unit has no stable reading there. */
    public function broad(Knowledge $knowledge): float
    {
        $context = $this->context($knowledge);

        return $context === null ? NAN : $context[0]->broad();
    }

    /** What the graded one of two faults does here by itself: only that is in doubt. */
    private function gradedOf(Hypothesis $pair, Knowledge $knowledge): float
    {
        $graded = array_values(array_filter($pair->each(), static fn(Hypothesis $h): bool => $h->graded))[0];

        return $this->foretold($knowledge, $graded->id);
    }

    /**
     * What does not depend on the hypothesis.
     *
     * @return array{Likelihood, FaultDictionary}|null of the reading on the scale of the solved circuit, and what the
     *     faults do; null if a good unit has no stable reading
     */
    private function context(Knowledge $knowledge): ?array
    {
        if ($this->weighedBy === $knowledge) {
            return $this->context;
        }
        $this->weighedBy = $knowledge;
        $this->unchanged = null;
        if ($this->altered !== null) {
            $knowledge = $this->there = $knowledge->altered($this->altered);
            if (!$knowledge->isWhole()) {
                return $this->context = null;
            }
        }
        $dictionary = $knowledge->dictionary($this->mainsVolts);
        $this->isListed = $dictionary->changes($this->mode, Hypothesis::HEALTHY, $this->key);
        $healthy = $this->foretold($knowledge, Hypothesis::HEALTHY);
        if (is_nan($healthy)) {
            return $this->context = null;
        }
        $isLive = in_array($this->quantity, ['dc', 'ac', 'ripple', 'hertz'], true);
        $expected = $isLive ? $knowledge->expectations($this->mode, $this->mainsVolts) : null;
        $window = ($this->mainsSeen === null ? $expected : $expected?->atMains($this->mainsSeen))?->window(
            $this->target,
            $this->quantity,
        );
        $value = $window?->asComputed($this->value) ?? $this->value;
        if ($this->twin !== null && abs($healthy) > 0.2 && abs($this->twin / $healthy - 1) < self::SAME_KIND) {
            // A good twin shows what mains, load and model make of both: only the parts' own spread is left between the
            // two.
            $value = ($this->value * $healthy) / $this->twin;
            $window = new Window(
                $healthy,
                $healthy,
                $healthy,
                (TwinComparison::ALIKE / Uncertainty::COVERAGE_90) * abs($healthy),
                [],
            );
        }

        return $this->context = [new Likelihood($this->key, $value, $healthy, $window), $dictionary];
    }

    /**
     * Density of the reading as a slip of the hand, on the scale of likelihood(); 0 if a good unit has no stable
     * reading there.
     */
    public function slip(Knowledge $knowledge): float
    {
        $context = $this->context($knowledge);

        return $context === null ? 0.0 : $context[0]->slip();
    }

    private function foretold(Knowledge $knowledge, string $hypothesis): float
    {
        return Foretold::at($knowledge, $this->mainsVolts, $this->mode, $hypothesis, $this->target, $this->quantity);
    }
}
