<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Expectation\CurrentRead;
use Oculant\Core\Parts\Part;

/** A current through a resistor, against what flows there under each hypothesis; its axis is decades of amperes. */
final readonly class CurrentEvidence implements Evidence
{
    private const SLIPS = 0.05;

    private const WIDTH = 3.0;

    /** @param list<string> $replaced references of parts replaced before */
    public function __construct(
        private string $label,
        private Part $part,
        private string $mode,
        private float $amperes,
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
        $watts = $dictionary->heat($this->mode, $dictionary->remaining($id, $this->replaced), $this->part->ref);

        return Likelihood::mixture(
            CurrentRead::decades($this->part, $this->amperes) -
                CurrentRead::decades($this->part, CurrentRead::amperes($this->part, $watts)),
            CurrentRead::SIGMA,
            self::SLIPS,
            self::WIDTH,
        );
    }
}
