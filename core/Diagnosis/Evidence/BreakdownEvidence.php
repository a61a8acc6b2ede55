<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Parts\Ability\BreaksDown;
use Oculant\Core\Parts\Part;

/** A zener under current, one leg lifted: its axis is shares of the marked voltage. */
final readonly class BreakdownEvidence implements Evidence
{
    /** Type tolerance and a current other than the data sheet's. */
    private const SIGMA = 0.06;

    /** A fault's severity is a guess. */
    private const GRADED = 0.09;

    private const SLIPS = 0.04;

    /** The source gives no more than this multiple of the marked voltage. */
    private const COMPLIANCE = 2.0;

    /** @param list<string> $replaced references of parts replaced before */
    public function __construct(
        private string $label,
        private Part $part,
        private float $volts,
        private array $replaced = [],
    ) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $dictionary = $knowledge->dictionary(null);
        $hypothesis = $dictionary->hypotheses[$dictionary->remaining($id, $this->replaced)] ?? null;
        $fault = $hypothesis?->faultOf($this->part->ref);
        $mean =
            $this->part->kind instanceof BreaksDown
                ? $this->share($this->part->kind->breakdown($this->part, $fault))
                : 1.0;
        $sigma = self::SIGMA + ($fault !== null && $mean > 0.0 && $mean < 1.0 ? self::GRADED : 0.0);

        return Likelihood::mixture($this->share($this->volts) - $mean, $sigma, self::SLIPS, self::COMPLIANCE);
    }

    private function share(float $volts): float
    {
        return min(self::COMPLIANCE, $volts / $this->part->value('value'));
    }
}
