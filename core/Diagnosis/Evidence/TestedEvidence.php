<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\PartTests;

/** A part tested by itself. One that a fault has taken along tests bad as well, and does not clear that fault. */
final readonly class TestedEvidence implements Evidence
{
    /** How often a part tests bad beside a fault that is not in the description. */
    private const ELSEWHERE = 1e-4;

    /**
     * A part that tested good is out of it (common practice); that a test errs is seen to by repeating it where nothing
     * else fits.
     */
    private const CLEARED = 3e-4;

    /** @param int $times that it tested so */
    public function __construct(public string $part, public bool $isGood, private int $times = 1) {}

    public function label(): string
    {
        return $this->part . ($this->isGood ? ' tested good' : ' tested bad');
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        if ($id === Hypothesis::UNKNOWN && !$this->isGood) {
            // A part of this description that tests bad is something that it knows.
            return self::ELSEWHERE;
        }
        $dictionary = $knowledge->dictionary(null);
        if ($this->isGood && ($dictionary->hypotheses[$id] ?? null)?->faultOf($this->part) !== null) {
            return self::CLEARED ** $this->times;
        }
        $bad = PartTests::saysBad($dictionary->broken($id, $this->part));

        return $this->isGood ? 1.0 - $bad : $bad;
    }
}
