<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/**
 * What every fault of a supply does to every reading. Plain data, so that it can be cached.
 *
 * Keys of readings are "target quantity", for example "TP4 dc" or "F1 resistance"; volts or ohms; INF for OL,
 * missing where there is no stable reading.
 */
final readonly class FaultDictionary
{
    /**
     * @param array<string, Hypothesis>                              $hypotheses by id, without healthy and unknown
     * @param array<string, array<string, array<string, float>>>     $readings   [mode][hypothesis or "healthy"][key]
     * @param array<string, array<string, list<string>>>             $signs      [mode][hypothesis or "healthy"]
     * @param array<string, array<string, string>>                   $broken     fault mode of what a fault takes with it, [hypothesis][reference]
     * @param array<string, array<string, string>>                   $how        how that breaks, [hypothesis][reference]
     * @param array<string, int>                                     $groups     hypotheses no measurement separates share a number
     */
    public function __construct(
        public array $hypotheses,
        public array $readings,
        public array $signs,
        public array $broken,
        public array $how,
        public array $groups,
    ) {
    }

    /** NAN where there is no stable reading. */
    public function reading(string $mode, string $hypothesis, string $key): float
    {
        return $this->readings[$mode][$hypothesis][$key] ?? NAN;
    }

    /**
     * The fault that is still in the unit under a hypothesis once some parts have been replaced.
     *
     * What a short took with it stays broken until it is replaced too, and breaks again while the short is there.
     *
     * @param list<string> $replaced references
     */
    public function remaining(string $hypothesis, array $replaced): string
    {
        $fault = $this->hypotheses[$hypothesis] ?? null;
        if ($fault === null || ! in_array($fault->ref, $replaced, true)) {
            return $hypothesis;
        }
        foreach ($this->broken[$hypothesis] ?? [] as $ref => $becomes) {
            if (! in_array($ref, $replaced, true) && isset($this->hypotheses["{$ref}:{$becomes}"])) {
                return "{$ref}:{$becomes}";
            }
        }

        return Hypothesis::HEALTHY;
    }
}
