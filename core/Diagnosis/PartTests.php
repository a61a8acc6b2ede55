<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Supply\Description;

/** Tests of single parts as next steps: they settle what no meter on the board can, at the price of soldering. */
final readonly class PartTests
{
    /**
     * Share of such tests that say the wrong thing: the fault shows only warm, under voltage, or not on that day
     * (common practice).
     */
    public const ERROR = 0.03;

    /** Nobody takes out a part that is suspected less. */
    private const SUSPECTED = 0.03;

    public function __construct(private Description $supply, private FaultDictionary $dictionary) {}

    /**
     * @param array<string, float> $plausible probability by the fault still in the unit, healthy included
     * @param float                $minutes   to come to the parts: pulling the plug, discharging
     *
     * @return list<Candidate>
     */
    public function candidates(array $plausible, BenchState $state, float $minutes): array
    {
        // Nor any from a unit that is more likely well than not.
        if (($plausible[Hypothesis::HEALTHY] ?? 0.0) > 0.5) {
            return [];
        }
        $known = [...$state->replaced(), ...array_column($state->tested, 'part')];
        $candidates = [];
        foreach ($this->suspected($plausible) as $ref => $own) {
            $part = $this->supply->parts[$ref] ?? null;
            if (
                $own < self::SUSPECTED ||
                $part === null ||
                in_array((string) $ref, $known, true) ||
                isset($state->skipped["{$ref} " . Tested::BY_ITSELF])
            ) {
                continue;
            }
            $bad = $good = [];
            $bits = 0.0;
            foreach ($plausible as $id => $probability) {
                $broken = $this->dictionary->broken((string) $id, (string) $ref);
                $bad[$id] = $probability * $broken;
                $good[$id] = $probability * (1 - $broken);
                $bits -= $probability * self::entropy(self::saysBad($broken));
            }
            $isBad = array_sum($bad);
            $bits += self::entropy(self::saysBad($isBad));
            $apart = $part->kind->apart();
            $candidates[] = new Candidate(
                (string) $ref,
                Tested::BY_ITSELF,
                $state->mode,
                false,
                $bits,
                $minutes + $apart->minutes(),
                $apart->harm(),
                [
                    new Outcome(0.0, 0.0, 1 - $isBad, array_filter($good)),
                    new Outcome(1.0, 1.0, $isBad, array_filter($bad)),
                ],
            );
        }

        return $candidates;
    }

    /**
     * @param array<string, float> $plausible
     *
     * @return array<string, float> probability that the part failed by itself, by reference
     */
    private function suspected(array $plausible): array
    {
        $own = [];
        foreach ($plausible as $id => $probability) {
            foreach (($this->dictionary->hypotheses[$id] ?? null)?->each() ?? [] as $fault) {
                $own[$fault->ref] = ($own[$fault->ref] ?? 0.0) + $probability;
            }
        }

        return $own;
    }

    /** Probability that the test says bad of a part that is bad with probability $broken. */
    public static function saysBad(float $broken): float
    {
        return $broken * (1 - self::ERROR) + (1 - $broken) * self::ERROR;
    }

    private static function entropy(float $p): float
    {
        return $p <= 0.0 || $p >= 1.0 ? 0.0 : -$p * log($p, 2) - (1 - $p) * log(1 - $p, 2);
    }
}
