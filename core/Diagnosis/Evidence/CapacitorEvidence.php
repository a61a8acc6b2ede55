<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Expectation\CapacitorMeter;

/** A capacitor test: its axis is decades, because worn ones are off by factors. */
final readonly class CapacitorEvidence implements Evidence
{
    /** Decades: part tolerance and meter; what data sheets leave open about ESR; leakage varies most of all. */
    private const SIGMA = [
        CapacitorMeter::CAPACITANCE => 0.09,
        CapacitorMeter::ESR => 0.2,
        CapacitorMeter::LEAKAGE => 0.5,
    ];

    /** A fault's severity is a guess: share of the distance from good by which it may differ. */
    private const GRADED = 0.35;

    private const SLIPS = 0.04;

    private const WIDTH = 9.0;

    /** @param list<string> $replaced */
    public function __construct(
        private string $label,
        private CapacitorMeter $meter,
        private string $part,
        private string $quantity,
        private bool $isLifted,
        private float $value,
        private array $replaced = [],
    ) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        if ($id === Hypothesis::UNKNOWN) {
            return 0.5 * $this->likelihood(Hypothesis::HEALTHY, $knowledge) + 0.5 / self::WIDTH;
        }
        $dictionary = $knowledge->dictionary(null);
        $remaining = $dictionary->remaining($id, $this->replaced);
        $hypothesis = $dictionary->hypotheses[$remaining] ?? null;
        $faults = $hypothesis === null ? [] : $hypothesis->faults() + ($dictionary->broken[$remaining] ?? []);
        $good = self::decades($this->meter->read($this->part, $this->quantity, $this->isLifted));
        $mean =
            $faults === []
                ? $good
                : self::decades($this->meter->read($this->part, $this->quantity, $this->isLifted, $faults));
        $sigma =
            self::SIGMA[$this->quantity] + ($hypothesis->graded ?? false ? self::GRADED * abs($mean - $good) : 0.0);
        $x = self::decades($this->value);

        return Likelihood::mixture($x - $mean, $sigma, self::SLIPS, self::WIDTH);
    }

    private static function decades(float $value): float
    {
        return log10(min(1e3, max(1e-13, $value)));
    }
}
