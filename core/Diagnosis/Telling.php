<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Window;

/** How much a measurement would tell of which fault it is, and what may come of it. */
final readonly class Telling
{
    /** Probability that nobody reckons with. */
    public const IGNORED = 5e-4;

    /** Standard deviations between two foretold readings from which an edge between them tells anything. */
    private const APART = 0.7;

    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(private FaultDictionary $dictionary, private array $expectations) {}

    /**
     * Results that a meter can tell apart, and the entropy of which one comes.
     *
     * @param array<string, float>       $plausible
     * @param array<string, array<string, float>> $forms how likely each form of a fault is
     *
     * @return array{float, list<Outcome>}
     */
    public function of(array $plausible, array $forms, string $mode, string $key): array
    {
        $healthy = $this->dictionary->reading($mode, Hypothesis::HEALTHY, $key);
        [$target, $quantity] = explode(' ', $key);
        $window = $this->expectations[$mode]->windows[$target][$quantity] ?? null;
        $rows = [];
        $movers = $this->dictionary->movers($mode, $key);
        $unmoved = array_diff_key($plausible, $movers);
        foreach (array_intersect_key($plausible, $movers) as $id => $probability) {
            foreach ($this->foretold((string) $id, $forms[$id] ?? []) as [$row, $share]) {
                array_push($rows, ...$this->shown($mode, $row, $key, $window, [$id => $probability * $share]));
            }
        }
        if ($unmoved !== []) {
            array_push($rows, ...$this->shown($mode, Hypothesis::HEALTHY, $key, $window, $unmoved));
        }
        usort($rows, static fn(array $a, array $b): int => $a[0] <=> $b[0]);
        $bins = [];
        $edge = null;
        foreach ($rows as $row) {
            if ($edge === null || $row[0] - $edge > 3 * $row[2]) {
                $bins[] = [];
            }
            $bins[count($bins) - 1][] = $row;
            $edge = $row[0];
        }
        $edges = self::edges($rows);
        if (count($bins) === 1 && $edges !== []) {
            $bins = self::halved($rows, $edges, $plausible);
        }
        $outcomes = [];
        foreach (array_filter($bins) as $bin) {
            $ids = [];
            foreach ($bin as [, , , $shares]) {
                foreach ($shares as $id => $share) {
                    $ids[$id] = ($ids[$id] ?? 0.0) + $share;
                }
            }
            $values = array_column($bin, 1);
            $outcomes[] = new Outcome(min($values), max($values), array_sum($ids), $ids);
        }

        return [self::bits($rows, $plausible, $edges), $outcomes];
    }

    /**
     * Where everything grades into everything, the one edge that tells most is what a technician looks for.
     *
     * @param list<array{float, float, float, array<string, float>}> $rows as shown() gives them, in their order on the
     *     axis
     * @param non-empty-list<float>                                  $edges
     * @param array<string, float>                                   $plausible
     *
     * @return list<list<array{float, float, float, array<string, float>}>> what lies on either side of it
     */
    private static function halved(array $rows, array $edges, array $plausible): array
    {
        $best = $edges[0];
        $most = -1.0;
        foreach ($edges as $edge) {
            $bits = self::bits($rows, $plausible, [$edge]);
            if ($bits > $most) {
                [$best, $most] = [$edge, $bits];
            }
        }

        return [
            array_values(array_filter($rows, static fn(array $row): bool => $row[0] < $best)),
            array_values(array_filter($rows, static fn(array $row): bool => $row[0] >= $best)),
        ];
    }

    /**
     * @param list<array{float, float, float, array<string, float>}> $rows as shown() gives them, in their order on the
     *     axis
     *
     * @return list<float> half-way between readings that are apart
     */
    private static function edges(array $rows): array
    {
        $edges = [];
        foreach ($rows as $k => [$x, , $sigma]) {
            $before = $rows[$k - 1] ?? null;
            if ($before !== null && $x - $before[0] > self::APART * min($sigma, $before[2])) {
                $edges[] = ($x + $before[0]) / 2;
            }
        }

        return $edges;
    }

    /**
     * Mutual information of the reading and the fault. Readings overlap: each falls on either side of the edges
     * half-way between two foretold ones as often as its spread has it, so that a form that grades into another tells
     * what it tells, and no more.
     *
     * @param list<array{float, float, float, array<string, float>}> $rows as shown() gives them, in their order on the
     *     axis
     * @param array<string, float>                                   $plausible
     * @param list<float>                                            $edges
     */
    public static function bits(array $rows, array $plausible, array $edges): float
    {
        if ($edges === []) {
            return 0.0;
        }
        $cells = [];
        foreach ($rows as [$x, , $sigma, $shares]) {
            $below = 0.0;
            foreach ([...$edges, INF] as $cell => $edge) {
                $z = ($edge - $x) / $sigma;
                // Within 0.0002 of the normal distribution (Bowling et al. 2009, from memory).
                $upTo = is_infinite($edge)
                    ? 1.0
                    : 1 / (1 + exp(max(-60.0, min(60.0, -1.5976 * $z - 0.07056 * $z ** 3))));
                if ($upTo - $below > self::IGNORED) {
                    foreach ($shares as $id => $share) {
                        $cells[$cell][$id] = ($cells[$cell][$id] ?? 0.0) + $share * ($upTo - $below);
                    }
                }
                $below = $upTo;
            }
        }
        $bits = 0.0;
        foreach ($cells as $ids) {
            $probability = array_sum($ids);
            $bits -= $probability * log(max($probability, 1e-12), 2);
            // What it tells of how bad a fault is tells nothing of which one it is.
            foreach ($ids as $id => $share) {
                $bits += $share * log(max($share / $plausible[$id], 1e-12), 2);
            }
        }

        return max(0.0, $bits);
    }

    /**
     * A row of the dictionary as it is told apart from others: on the axis, what the meter shows, how far off that may
     * be, and by what.
     *
     * @param array<string, float> $ids probability by hypothesis
     *
     * @return list<array{float, float, float, array<string, float>}> one, or none where nothing is foretold
     */
    private function shown(string $mode, string $row, string $key, ?Window $window, array $ids): array
    {
        $value = $this->dictionary->reading($mode, $row, $key);
        if (is_nan($value)) {
            return [];
        }
        $quantity = Likelihood::quantity($key);
        [$low, $high] = array_map(
            static fn(float $end): float => Likelihood::scale($quantity, $end),
            $this->dictionary->span($mode, $row, $key),
        );
        $sigma = Likelihood::sigma(
            $quantity,
            $value,
            $this->dictionary->reading($mode, Hypothesis::HEALTHY, $key),
            $window,
        );

        // What may lie anywhere between two limits is told apart from what lies outside them.
        return [[($low + $high) / 2, $value, $sigma + ($high - $low) / 6, $ids]];
    }

    /**
     * What a fault may show: in each form that is still possible, as often as it is.
     *
     * @param array<string, float> $shares by form
     *
     * @return list<array{string, float}> row of the dictionary and share
     */
    private function foretold(string $id, array $shares): array
    {
        if ($shares === []) {
            return [[$id, 1.0]];
        }
        $foretold = [];
        foreach ($shares as $name => $share) {
            $form = $this->dictionary->form($id, $name);
            if ($form === null) {
                return [[$id, 1.0]];
            }
            $worse = ($form->from + $form->to) / 2;
            foreach (
                $form->state !== null ? [[$form->state, 1.0]] : [[$form->mild, 1 - $worse], [$form->worse, $worse]]
                as [$row, $part]
            ) {
                $foretold[$row] = [$row, ($foretold[$row][1] ?? 0.0) + $part * $share];
            }
        }

        return array_values(array_filter($foretold, static fn(array $one): bool => $one[1] > self::IGNORED));
    }
}
