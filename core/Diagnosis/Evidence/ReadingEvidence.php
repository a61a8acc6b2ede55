<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Foretold;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Diagnosis\TwinComparison;
use Oculant\Core\Expectation\Window;
use Oculant\Core\Quantity\Uncertainty;

/** What a meter showed, in the mode and state of repair in which it was taken. */
final readonly class ReadingEvidence implements Evidence
{
    /** A twin further off than this from what is computed is not of the same kind, or not set up alike. */
    private const SAME_KIND = 0.35;

    /**
     * @param float        $value      volts, ohms or hertz; INF for OL
     * @param list<string> $replaced   references of parts replaced before
     * @param float|null   $mainsVolts as measured
     * @param float|null   $twin       what a twin that works shows at the same place
     */
    public function __construct(private string $label, public string $mode, public string $target, public string $quantity, private float $value, private array $replaced = [], private ?float $mainsVolts = null, private ?float $twin = null)
    {
    }

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $key = "{$this->target} {$this->quantity}";
        $healthy = $this->foretold($knowledge, Hypothesis::HEALTHY);
        if (is_nan($healthy)) {
            return 1.0;
        }
        $isLive = in_array($this->quantity, ['dc', 'ac', 'ripple'], true);
        $window = $isLive ? $knowledge->expectations($this->mode, $this->mainsVolts)->window($this->target, $this->quantity) : null;
        $value = $window?->asComputed($this->value) ?? $this->value;
        if ($this->twin !== null && abs($healthy) > 0.2 && abs($this->twin / $healthy - 1) < self::SAME_KIND) {
            // A good twin shows what mains, load and model make of both: only the parts' own spread is left between the two.
            $value = $this->value * $healthy / $this->twin;
            $window = new Window($healthy, $healthy, $healthy, TwinComparison::ALIKE / Uncertainty::COVERAGE_90 * abs($healthy), []);
        }
        if ($id === Hypothesis::UNKNOWN) {
            // A fault outside the description leaves most readings alone.
            return 0.5 * Likelihood::of($key, $value, $healthy, $healthy, $window, false) + 0.5 * Likelihood::broad($key, $healthy);
        }
        $dictionary = $knowledge->dictionary($this->mainsVolts);
        $remaining = $dictionary->remaining($id, $this->replaced);

        return Likelihood::of($key, $value, $this->foretold($knowledge, $remaining), $healthy, $window, $dictionary->hypotheses[$remaining]->graded ?? false);
    }

    /** Probability that the reading is a slip of the hand, if a hypothesis holds. */
    public function slip(string $id, Knowledge $knowledge): float
    {
        $key = "{$this->target} {$this->quantity}";
        $healthy = $this->foretold($knowledge, Hypothesis::HEALTHY);

        return is_nan($healthy) || $id === Hypothesis::UNKNOWN ? 0.0 : min(1.0, Likelihood::slip($key, $this->value, Likelihood::broad($key, $healthy)) / $this->likelihood($id, $knowledge));
    }

    private function foretold(Knowledge $knowledge, string $hypothesis): float
    {
        return Foretold::at($knowledge, $this->mainsVolts, $this->mode, $hypothesis, $this->target, $this->quantity);
    }
}
