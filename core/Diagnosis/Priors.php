<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Purpose;
use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/**
 * How likely each fault is before anything is measured: the weights of the kinds, moved by what is known of this unit's
 * life and by what this workshop has found on this board before.
 */
final readonly class Priors
{
    /** The weights of the kinds count as much as this many repairs of the same board (Dirichlet prior). */
    private const STRENGTH = 12.0;

    /**
     * A repair elsewhere counts so much of one here: those units led another life, and nobody here has seen them (a
     * guess). All of them together count a quarter of what the kinds themselves say at most.
     */
    private const ELSEWHERE = 0.25;

    private const MOST_ELSEWHERE = 3.0;

    /** Years after which a seal or an insulation gives up as often as the weights say (common practice). */
    private const AGE_YEARS = 20.0;

    /** Words in a part's notes that say that it stands in the heat. */
    private const HEAT = '/(?<!no )(?<!not )\b(heat ?sinks?|hot)\b|\bnext to\b.*\b(R\d+|valve|heater)\b/i';

    /** Share of units with nothing wrong with them, of those that came because something is wrong. */
    private const HEALTHY = 0.04;

    /**
     * @param array<string, float> $share   by hypothesis, sums to 1
     * @param float                $healthy share of units with nothing wrong with them
     */
    private function __construct(public array $share, public float $healthy = self::HEALTHY) {}

    /**
     * @param array<string, int> $seen      times this workshop found each hypothesis on this board
     * @param array<string, int> $elsewhere times others did whom it believes
     */
    public static function of(
        FaultDictionary $dictionary,
        Description $supply,
        BenchState $state,
        array $seen = [],
        array $elsewhere = [],
    ): self {
        $weights = [];
        foreach ($dictionary->hypotheses as $id => $hypothesis) {
            $part = $supply->parts[$hypothesis->ref] ?? null;
            $weights[$id] = $hypothesis->weight * ($part === null ? 1.0 : self::modifier($hypothesis, $part, $state));
        }
        $total = array_sum($weights) ?: 1.0;
        $others = array_intersect_key($elsewhere, $weights);
        $each = min(self::ELSEWHERE, self::MOST_ELSEWHERE / max(1, array_sum($others)));
        $found = array_map(
            static fn(string $id): float => ($seen[$id] ?? 0) + $each * ($others[$id] ?? 0),
            array_combine(array_keys($weights), array_keys($weights)),
        );
        $counted = array_sum($found);
        $share = [];
        foreach ($weights as $id => $weight) {
            $share[$id] = ((self::STRENGTH * $weight) / $total + $found[$id]) / (self::STRENGTH + $counted);
        }

        return new self($share, self::healthy($state->purpose));
    }

    /** What comes to be checked mostly works, what nobody knows often does (guesses; common practice). */
    private static function healthy(Purpose $purpose): float
    {
        return match ($purpose) {
            Purpose::Fault => self::HEALTHY,
            Purpose::Unknown => 0.3,
            Purpose::Recap => 0.5,
            Purpose::Check, Purpose::Calibration => 0.8,
        };
    }

    public static function plain(FaultDictionary $dictionary): self
    {
        $total = array_sum(array_map(static fn(Hypothesis $h): float => $h->weight, $dictionary->hypotheses)) ?: 1.0;

        return new self(array_map(static fn(Hypothesis $h): float => $h->weight / $total, $dictionary->hypotheses));
    }

    /**
     * Factors are common practice; heat follows the rule that life halves every ten degrees (Arrhenius, as data sheets
     * use it).
     */
    private static function modifier(Hypothesis $hypothesis, Part $part, BenchState $state): float
    {
        $factor = 1.0;
        $is = static fn(string $condition): bool => in_array($condition, $state->conditions, true);
        $ages = $part->kind->profile()->ages;
        $sealed = $ages === Ageing::Sealed;
        if ($sealed && $state->years !== null) {
            $factor *= min(4.0, max(0.5, $state->years / self::AGE_YEARS));
        }
        $notes = $part->written['notes'] ?? '';
        $isHot = is_string($notes) && preg_match(self::HEAT, $notes) === 1;
        if ($hypothesis->kind === 'electrolytic' && $hypothesis->fault === 'dried') {
            $factor *= ($isHot ? 2.0 : 1.0) * ($is('hot') ? 1.5 : 1.0);
        }
        if ($is('idle') && $sealed) {
            $factor *= $hypothesis->fault === 'leaky' ? 3.0 : 1.5;
        }
        if ($ages === Ageing::Contact) {
            $factor *= ($is('damp') ? 2.5 : 1.0) * ($is('moved') ? 2.5 : 1.0);
        }
        if ($is('damp') && in_array($hypothesis->fault, ['leaky', 'shorted_turns', 'insulation', 'carbonised'], true)) {
            $factor *= 2.0;
        }
        if ($is('moved') && $hypothesis->comesAndGoes) {
            $factor *= 1.5;
        }
        if ($is('worked_on')) {
            $factor *= match (true) {
                in_array($hypothesis->fault, ['reversed', 'wrong'], true) => 10.0,
                $hypothesis->kind === 'joint' => 3.0,
                default => 1.0,
            };
        }

        return $factor;
    }
}
