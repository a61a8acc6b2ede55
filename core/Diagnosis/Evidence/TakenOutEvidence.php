<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Parts\FailureClass;

/**
 * A part was taken out, or a leg of it lifted, and what was wrong is still so, or is gone. What a fault does then
 * follows from its kind: a short goes with its part, an open part was not there before either, and what gives way under
 * load recovers with a load gone (common practice).
 */
final readonly class TakenOutEvidence implements Evidence
{
    /** A leg that still touches, a part put back by mistake, a fault that comes and goes. */
    private const MISTAKEN = 0.06;

    /**
     * A fault elsewhere that goes away with this part: rarely; if the part draws current and the fault gives way under
     * load, often.
     */
    private const ELSEWHERE_GONE = 0.12;

    private const RELIEVED = 0.6;

    /** @param bool $draws whether the part is one that draws current from a rail */
    public function __construct(
        private string $label,
        private string $part,
        private bool $isStill,
        private bool $draws,
    ) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $hypothesis = $knowledge->dictionary(null)->hypotheses[$id] ?? null;
        $gone = match (true) {
            $id === Hypothesis::UNKNOWN => 0.3,
            $hypothesis === null => self::ELSEWHERE_GONE,
            default => $this->gone($hypothesis),
        };

        return $this->isStill ? 1 - $gone : $gone;
    }

    /** How likely what is wrong goes away with the part. */
    private function gone(Hypothesis $hypothesis): float
    {
        if ($hypothesis->mishap?->endsWithout($this->part) === true) {
            return 1 - self::MISTAKEN;
        }
        $here = $hypothesis->faultOf($this->part);
        if ($here === null) {
            $gives = array_filter(
                $hypothesis->faults(),
                static fn(string $fault): bool => FailureClass::of($fault)->yieldsToLoad(),
            );

            return $this->draws && $gives !== [] ? self::RELIEVED : self::ELSEWHERE_GONE;
        }
        // Of two faults the other one stays.
        $most = $hypothesis->isPair() ? 0.4 : 1 - self::MISTAKEN;

        return match (true) {
            FailureClass::of($here)->burdens() => $most,
            FailureClass::of($here)->isAbsence() => self::MISTAKEN,
            default => 0.5,
        };
    }
}
