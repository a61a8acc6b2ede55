<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Foretold;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Diagnosis\TwinComparison;
use Oculant\Core\Expectation\Window;
use Oculant\Core\Quantity\Uncertainty;
use Oculant\Core\Supply\Description;

/** What a meter showed, in the mode and state of repair in which it was taken. */
final class ReadingEvidence implements Evidence
{
    /** A twin further off than this from what is computed is not of the same kind, or not set up alike. */
    private const SAME_KIND = 0.35;

    private readonly string $key;

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
        return $this->altered === null && $this->replaced === [] && in_array($this->quantity, ['dc', 'ac', 'ripple', 'swing', 'hertz'], true);
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
        if ($this->isListed && ! $dictionary->changes($this->mode, $remaining, $this->key)) {
            return $this->unchanged ??= $reading->under($dictionary->reading($this->mode, Hypothesis::HEALTHY, $this->key));
        }
        $predicted = $this->isListed ? $dictionary->reading($this->mode, $remaining, $this->key) : $this->foretold($this->there ?? $knowledge, $remaining);
        $hypothesis = $dictionary->hypotheses[$remaining] ?? null;

        return $reading->under($predicted, match (true) {
            $hypothesis === null || ! $hypothesis->graded => null,
            $hypothesis->isPair() => $this->gradedOf($hypothesis, $this->there ?? $knowledge),
            default => $predicted,
        });
    }

    /**
     * What all the faults share that leave this reading alone.
     *
     * @return array{float, array<string, true>}|null likelihood, and the hypotheses that it does not hold for; null if it must be asked for one by one
     */
    public function unmoved(Knowledge $knowledge): ?array
    {
        if ($this->replaced !== [] || ($context = $this->context($knowledge)) === null || ! $this->isListed) {
            return null;
        }

        return [$this->likelihood(Hypothesis::HEALTHY, $knowledge), $context[1]->movers($this->mode, $this->key) + [Hypothesis::UNKNOWN => true]];
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
     * @return array{Likelihood, FaultDictionary}|null of the reading on the scale of the solved circuit, and what the faults do; null if a good unit has no stable reading
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
            if (! $knowledge->isWhole()) {
                return $this->context = null;
            }
        }
        $dictionary = $knowledge->dictionary($this->mainsVolts);
        $this->isListed = $dictionary->changes($this->mode, Hypothesis::HEALTHY, $this->key);
        $healthy = $this->foretold($knowledge, Hypothesis::HEALTHY);
        if (is_nan($healthy)) {
            return $this->context = null;
        }
        $isLive = in_array($this->quantity, ['dc', 'ac', 'ripple'], true);
        $window = $isLive ? $knowledge->expectations($this->mode, $this->mainsVolts)->window($this->target, $this->quantity) : null;
        $value = $window?->asComputed($this->value) ?? $this->value;
        if ($this->twin !== null && abs($healthy) > 0.2 && abs($this->twin / $healthy - 1) < self::SAME_KIND) {
            // A good twin shows what mains, load and model make of both: only the parts' own spread is left between the two.
            $value = $this->value * $healthy / $this->twin;
            $window = new Window($healthy, $healthy, $healthy, TwinComparison::ALIKE / Uncertainty::COVERAGE_90 * abs($healthy), []);
        }

        return $this->context = [new Likelihood($this->key, $value, $healthy, $window), $dictionary];
    }

    /** Density of the reading as a slip of the hand, on the scale of likelihood(); 0 if a good unit has no stable reading there. */
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
