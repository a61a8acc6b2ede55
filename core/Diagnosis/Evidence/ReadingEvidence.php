<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;

/** What a meter showed, in the mode and state of repair in which it was taken. */
final readonly class ReadingEvidence implements Evidence
{
    /**
     * @param float        $value      volts or ohms, INF for OL
     * @param list<string> $replaced   references of parts replaced before
     * @param float|null   $mainsVolts as measured
     */
    public function __construct(private string $label, private string $mode, private string $target, private string $quantity, private float $value, private array $replaced = [], private ?float $mainsVolts = null)
    {
    }

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $key = "{$this->target} {$this->quantity}";
        $dictionary = $knowledge->dictionary($this->mainsVolts);
        $healthy = $dictionary->reading($this->mode, Hypothesis::HEALTHY, $key);
        if (is_nan($healthy)) {
            return 1.0;
        }
        $window = $knowledge->expectations($this->mode, $this->mainsVolts)->windows[$this->target][$this->quantity] ?? null;
        $value = $window?->asComputed($this->value) ?? $this->value;
        if ($id === Hypothesis::UNKNOWN) {
            // A fault outside the description leaves most readings alone.
            return 0.5 * Likelihood::of($key, $value, $healthy, $healthy, $window, false) + 0.5 * Likelihood::broad($key, $healthy);
        }
        $remaining = $dictionary->remaining($id, $this->replaced);

        return Likelihood::of($key, $value, $dictionary->reading($this->mode, $remaining, $key), $healthy, $window, $dictionary->hypotheses[$remaining]->graded ?? false);
    }
}
