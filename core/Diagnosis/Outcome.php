<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** One distinguishable result of a measurement and what it would mean. */
final readonly class Outcome
{
    /**
     * @param float        $low      least predicted value in it, volts or ohms; INF for OL
     * @param float        $high     greatest predicted value in it
     * @param float        $probability
     * @param array<string, float> $shares probability by the hypotheses that would show it
     */
    public function __construct(
        public float $low,
        public float $high,
        public float $probability,
        public array $shares,
    ) {}
}
