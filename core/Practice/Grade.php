<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Diagnosis\Knowledge;

/**
 * A run beside the best strategy on the same unit from the same start. The figure from 0 to 100: finding it counts 10;
 * the other 90 go by how quick it was (the best strategy's minutes over its own) times how much each measurement told
 * (beside the best then available), to the power of 0.7, so that neither luck nor care alone makes it; hints, near
 * misses and good parts taken out or replaced cost.
 *
 * @phpstan-type PracticeGrade array{
 *     figure: float,
 *     found: float,
 *     quick: float,
 *     telling: float,
 *     minutes: float,
 *     best_minutes: float,
 *     deducted: list<array{
 *         what: string,
 *         points: float,
 *     }>,
 *     better: list<string>,
 * }
 */
final readonly class Grade
{
    private const FOUND = 10.0;

    private const WAY = 90.0;

    private const POWER = 0.7;

    /** Of a run that did not find it: how well it was measured counts so much at most. */
    private const LOST = 20.0;

    /** Share of the figure for the right part named with another fault. */
    private const RIGHT_PART = 0.85;

    private const HINTS = ['where' => 3.0, 'what' => 6.0, 'why' => 10.0];

    private const INCIDENTS = [Incident::GATE => 1.0, Incident::NEAR_MISS => 12.0];

    private const GOOD_PART = 4.0;

    /** Share of what the best would have told below which a measurement was a detour. */
    private const DETOUR = 0.3;

    private const THINGS = 3;

    /**
     * @param float        $found   1 for the part and how it failed, less for the part alone, 0 for neither; of several
     *     faults their mean
     * @param float        $quick   the best strategy's minutes over those of the run, at most 1
     * @param float        $telling mean share of what the best measurement would have told
     * @param list<array{what: string, points: float}> $deducted
     * @param list<string> $better  what to do better, what cost most first
     */
    private function __construct(
        public float $found,
        public float $quick,
        public float $telling,
        public array $deducted,
        public array $better,
        public float $minutes,
        public float $bestMinutes,
    ) {}

    public static function of(Run $run, Knowledge $knowledge): self
    {
        $best = (new Player($run->exercise, $knowledge))->play(Strategy::NextStep);
        $steps = $run->steps();
        $telling = array_map(static fn(Step $s): float => $s->telling(), $steps);
        $good = array_filter(
            $steps,
            static fn(Step $s): bool => $s->quantity === Tested::BY_ITSELF &&
                $s->shown === 'good' &&
                $s->telling() < self::DETOUR,
        );
        $deducted = [
            ...array_map(
                static fn(string $h): array => ['what' => "hint: {$h}", 'points' => self::HINTS[$h] ?? 10.0],
                $run->hints(),
            ),
            ...array_map(
                static fn(Incident $i): array => [
                    'what' => "{$i->kind}: {$i->sentence}",
                    'points' => self::INCIDENTS[$i->kind],
                ],
                $run->incidents(),
            ),
            ...array_map(
                static fn(Step $s): array => [
                    'what' => "{$s->target} taken out, and good",
                    'points' => self::GOOD_PART,
                ],
                array_values($good),
            ),
            ...array_map(
                static fn(string $ref): array => ['what' => "{$ref} replaced, and good", 'points' => self::GOOD_PART],
                $run->wasted(),
            ),
        ];

        return new self(
            self::found($run, $knowledge),
            $run->minutes() > 0.0 ? min(1.0, max(0.5, $best->minutes()) / $run->minutes()) : 0.0,
            $telling === [] ? 0.0 : array_sum($telling) / count($telling),
            $deducted,
            self::better($run, $deducted),
            $run->minutes(),
            $best->minutes(),
        );
    }

    /** How much of what was hidden was named: 1 for all of it, with how each part failed. */
    public static function found(Run $run, Knowledge $knowledge): float
    {
        $unit = $run->exercise->faults;
        $named = $run->named();
        $said = $run->mended() + ($named === null ? [] : [$named['part'] => $named['fault']]);
        $found = $unit === [] ? ($named !== null && $named['part'] === '' ? 1.0 : 0.0) : 0.0;
        foreach ($unit as $part => $fault) {
            $found +=
                match (true) {
                    !isset($said[$part]) => 0.0,
                    $said[$part] === $fault ||
                        $knowledge->dictionary(null)->alike("{$part}:{$fault}", "{$part}:{$said[$part]}")
                        => 1.0,
                    default => self::RIGHT_PART,
                } / count($unit);
        }

        return $found;
    }

    /** From 0 to 100. */
    public function figure(): float
    {
        $told =
            $this->found > 0.0
                ? $this->found * (self::FOUND + self::WAY * ($this->quick * $this->telling) ** self::POWER)
                : self::LOST * $this->telling;

        return max(0.0, min(100.0, $told - array_sum(array_column($this->deducted, 'points'))));
    }

    /** @return PracticeGrade */
    public function toArray(): array
    {
        return [
            'figure' => round($this->figure(), 1),
            'found' => $this->found,
            'quick' => round($this->quick, 3),
            'telling' => round($this->telling, 3),
            'minutes' => round($this->minutes, 1),
            'best_minutes' => round($this->bestMinutes, 1),
            'deducted' => $this->deducted,
            'better' => $this->better,
        ];
    }

    /**
     * @param list<array{what: string, points: float}> $deducted
     *
     * @return list<string>
     */
    private static function better(Run $run, array $deducted): array
    {
        $things = [];
        foreach ($deducted as $one) {
            if (str_starts_with($one['what'], Incident::NEAR_MISS)) {
                $things[] = [1000.0, ucfirst(substr($one['what'], strlen(Incident::NEAR_MISS) + 2))];
            }
        }
        foreach ($run->steps() as $k => $step) {
            $best = $step->best;
            if ($best !== null && $step->telling() < self::DETOUR && $best['bits'] > 0.1) {
                $things[] = [
                    ($best['bits'] - $step->bits) * $step->minutes,
                    sprintf(
                        'Step %d: %s could tell %s of what was open; %s would have told %.1f bits (%s).',
                        $k + 1,
                        $step->target,
                        $step->bits < 0.02 ? 'nothing' : sprintf('%.2f bits', $step->bits),
                        $best['quantity'] === Tested::BY_ITSELF ? "{$best['target']} by itself" : $best['target'],
                        $best['bits'],
                        implode(
                            ', ',
                            array_map(
                                static fn(array $b): string => sprintf(
                                    '%s %d %%',
                                    $b['title'],
                                    (int) round(100 * $b['probability']),
                                ),
                                array_slice($step->belief, 0, 3),
                            ),
                        ),
                    ),
                ];
            }
        }
        usort($things, static fn(array $a, array $b): int => $b[0] <=> $a[0]);

        return array_values(array_unique(array_column(array_slice($things, 0, self::THINGS), 1)));
    }
}
