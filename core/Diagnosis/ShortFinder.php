<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Quantity\Probability;

/**
 * Which of the parts along a shorted rail holds it down.
 *
 * Seen from any part the meter reads the short and the track on the way to it. Along the strip the readings therefore
 * fall towards the shorted part and rise behind it; with a current injected at the first part they stay where they are
 * behind it. For each part the best fit of that shape is found by least squares (pool-adjacent-violators; Barlow et al.
 * 1972, from memory), and what is left over is weighed against the scatter of the repeats and the meter's resolution.
 * A milliohm meter sends its current through its own contacts; millivolts are read without any, so that there the meter
 * alone is in doubt. Where that covers every difference nothing is ranked.
 *
 * @phpstan-type ShortView array{
 *     suspects: list<array{
 *         part: string,
 *         probability: float,
 *         share: string,
 *         ohms: float,
 *         spread: float,
 *     }>,
 *     sigma: float,
 *     isClear: bool,
 *     sentence: string,
 *     advice: string,
 * }
 */
final class ShortFinder
{
    /** Leads shift by a little each time they are put on (common practice: a few tenths of a milliohm with clips). */
    private const CONTACT_OHMS = 0.3e-3;

    private const CLEAR = 0.9;

    /** Standard deviations within which all readings lie that say nothing. */
    private const RESOLVED = 3.0;

    /**
     * With current flowing along it a stretch of track drops something: that it does not is less likely by the share
     * that the meter's doubt is of what others drop, within these limits.
     */
    private const FLAT = [0.02, 0.15];

    /** Squares left over per reading, in variances, beyond which the strip does not have the shape it should. */
    private const FITS = 6.0;

    /**
     * @param non-empty-list<array{part: string, ohms: non-empty-list<float>}> $readings in the order of the strip,
     *     repeats together
     * @param float                                                   $resolution ohms
     * @param array<string, float> $priors relative weight of a short by part; 1 if not given
     *
     * @return ShortView
     */
    public static function find(array $readings, float $resolution, string $method, array $priors = []): array
    {
        $means = array_map(static fn(array $r): float => array_sum($r['ohms']) / count($r['ohms']), $readings);
        $sigma = self::sigma($readings, $resolution, $method);
        if (max($means) - min($means) < self::RESOLVED * $sigma) {
            return self::unresolved($readings, $means, $sigma, $method);
        }
        $left = array_map(static fn(int $s): float => self::misfit($means, $s, $method), array_keys($means));
        $weights = [];
        foreach ($readings as $s => $reading) {
            $weights[$s] =
                ($priors[$reading['part']] ?? 1.0) *
                exp((-0.5 * ($left[$s] - min($left))) / $sigma ** 2) *
                ($method === 'injected' ? self::flat($means, $sigma) ** self::flatBefore($means, $s, $sigma) : 1.0);
        }
        $total = array_sum($weights) ?: 1.0;
        $suspects = [];
        foreach ($readings as $s => $reading) {
            $suspects[] = [
                'part' => $reading['part'],
                'probability' => $weights[$s] / $total,
                'share' => Probability::write($weights[$s] / $total),
                'ohms' => $means[$s],
                'spread' => max($reading['ohms']) - min($reading['ohms']),
            ];
        }
        $ranked = $suspects;
        usort($ranked, static fn(array $a, array $b): int => $b['probability'] <=> $a['probability']);
        $fits = min($left) < self::FITS * $sigma ** 2 * count($means);
        $isClear = $fits && $ranked[0]['probability'] >= self::CLEAR;

        return [
            'suspects' => $suspects,
            'sigma' => $sigma,
            'isClear' => $isClear,
            ...self::words($ranked, $sigma, $isClear, $fits, $method),
        ];
    }

    /**
     * @param non-empty-list<array{part: string, ohms: non-empty-list<float>}> $readings
     * @param non-empty-list<float> $means
     *
     * @return ShortView
     */
    private static function unresolved(array $readings, array $means, float $sigma, string $method): array
    {
        return [
            'suspects' => array_map(
                static fn(array $reading, float $mean): array => [
                    'part' => $reading['part'],
                    'probability' => 1 / count($readings),
                    'share' => 'not told',
                    'ohms' => $mean,
                    'spread' => max($reading['ohms']) - min($reading['ohms']),
                ],
                $readings,
                $means,
            ),
            'sigma' => $sigma,
            'isClear' => false,
            'sentence' => sprintf(
                'This meter cannot tell them apart: they lie within %s, and the readings are good to %s.',
                self::milli(max($means) - min($means)),
                self::milli($sigma),
            ),
            'advice' =>
                $method === 'injected'
                    ? 'Inject more current if the track and the supply allow it (0.1 to 0.25 A to begin with; stay ' .
                        'at a few volts), or take a range with one more digit.'
                    : sprintf(
                        'It takes a resolution of %s or less: millivolts at an injected current of 0.1 to 0.25 A ' .
                            'resolve what a milliohm range does not.',
                        self::milli(max(1e-5, (max($means) - min($means)) / 6)),
                    ),
        ];
    }

    private static function milli(float $ohms): string
    {
        return rtrim(rtrim(number_format($ohms * 1e3, $ohms < 1e-3 ? 2 : 1), '0'), '.') . ' mΩ';
    }

    /**
     * What each part's short makes of these readings, relative to the best.
     *
     * @param non-empty-list<array{part: string, ohms: non-empty-list<float>}> $readings
     *
     * @return array<string, float> by part
     */
    public static function likelihoods(array $readings, float $resolution, string $method): array
    {
        $found = self::find($readings, $resolution, $method);
        $most = max([0.0, ...array_column($found['suspects'], 'probability')]);

        return array_map(
            static fn(float $p): float => max(0.01, $p / max($most, 1e-9)),
            array_column($found['suspects'], 'probability', 'part'),
        );
    }

    /**
     * Standard deviation of one mean, ohms.
     *
     * @param list<array{part: string, ohms: non-empty-list<float>}> $readings
     */
    private static function sigma(array $readings, float $resolution, string $method): float
    {
        $contact = $method === 'injected' ? 0.0 : self::CONTACT_OHMS;
        $sum = $freedom = 0.0;
        foreach ($readings as ['ohms' => $ohms]) {
            $mean = array_sum($ohms) / count($ohms);
            $sum += array_sum(array_map(static fn(float $x): float => ($x - $mean) ** 2, $ohms));
            $freedom += count($ohms) - 1;
        }
        $scatter = $freedom > 0 ? sqrt($sum / $freedom) : $contact;
        $repeats =
            count($readings) /
            max(1e-9, array_sum(array_map(static fn(array $r): float => 1 / count($r['ohms']), $readings)));

        // A count either way, rectangular.
        return sqrt(max($scatter, $contact / 2) ** 2 / $repeats + $resolution ** 2 / 3);
    }

    /**
     * Sum of squares that is left if the short is at strip position $s.
     *
     * @param list<float> $means
     */
    private static function misfit(array $means, int $s, string $method): float
    {
        $behind = array_slice($means, $s);
        if ($method === 'injected') {
            // No current flows beyond the short: everything there shows its voltage.
            $level = array_sum($behind) / count($behind);
            $before = self::rising(
                [$level, ...array_reverse(array_slice($means, 0, $s))],
                [count($behind), ...array_fill(0, $s, 1)],
            );

            return self::squares(
                [...array_slice($means, 0, $s), ...$behind],
                [...array_slice(array_reverse($before), 0, $s), ...array_fill(0, count($behind), $before[0])],
            );
        }
        // Both arms rise away from the short, and nothing on the strip reads less than it: its true value is tried at
        // and below what was read.
        $arms = [array_reverse(array_slice($means, 0, $s)), array_slice($means, $s + 1)];
        $best = INF;
        foreach ($means as $other) {
            if ($other <= $means[$s]) {
                $floor = ($other + $means[$s]) / 2;
                $left = ($means[$s] - $floor) ** 2;
                foreach ($arms as $arm) {
                    $left += self::squares(
                        $arm,
                        array_map(
                            static fn(float $x): float => max($x, $floor),
                            self::rising($arm, array_fill(0, count($arm), 1)),
                        ),
                    );
                }
                $best = min($best, $left);
            }
        }

        return $best;
    }

    /** @param non-empty-list<float> $means */
    private static function flat(array $means, float $sigma): float
    {
        $drops = array_filter(
            array_map(
                static fn(float $a, float $b): float => $a - $b,
                array_slice($means, 0, -1),
                array_slice($means, 1),
            ),
            static fn(float $drop): bool => $drop >= 2 * $sigma,
        );

        return $drops === []
            ? self::FLAT[1]
            : min(self::FLAT[1], max(self::FLAT[0], (2 * $sigma * count($drops)) / array_sum($drops)));
    }

    /**
     * Stretches before strip position $s along which nothing seems to drop.
     *
     * @param list<float> $means
     */
    private static function flatBefore(array $means, int $s, float $sigma): int
    {
        $flat = 0;
        for ($k = 0; $k < $s; $k++) {
            $flat += $means[$k] - $means[$k + 1] < 2 * $sigma ? 1 : 0;
        }

        return $flat;
    }

    /**
     * The nearest rising sequence.
     *
     * @param list<float> $values
     * @param list<int>   $weights
     *
     * @return list<float>
     */
    private static function rising(array $values, array $weights): array
    {
        $blocks = [];
        foreach ($values as $k => $value) {
            $blocks[] = [$value, $weights[$k], 1];
            while (count($blocks) > 1 && $blocks[count($blocks) - 2][0] > $blocks[count($blocks) - 1][0]) {
                [$b, $wb, $nb] = array_pop($blocks);
                [$a, $wa, $na] = array_pop($blocks);
                $blocks[] = [($a * $wa + $b * $wb) / ($wa + $wb), $wa + $wb, $na + $nb];
            }
        }
        $out = [];
        foreach ($blocks as [$value, , $count]) {
            array_push($out, ...array_fill(0, $count, $value));
        }

        return $out;
    }

    /**
     * @param list<float> $values
     * @param list<float> $fit
     */
    private static function squares(array $values, array $fit): float
    {
        $sum = 0.0;
        foreach ($values as $k => $value) {
            $sum += ($value - $fit[$k]) ** 2;
        }

        return $sum;
    }

    /**
     * @param non-empty-list<array{part: string, probability: float, share: string, ohms: float, spread: float}> $ranked
     *
     * @return array{sentence: string, advice: string}
     */
    private static function words(array $ranked, float $sigma, bool $isClear, bool $fits, string $method): array
    {
        if (count($ranked) < 2) {
            return [
                'sentence' => 'One reading alone says nothing: measure at the other parts along the rail.',
                'advice' => '',
            ];
        }
        [$first, $second] = $ranked;
        if ($isClear) {
            return [
                'sentence' => sprintf(
                    $method === 'injected'
                        ? '%s: %s. The current leaves the track there: up to it something drops, behind it nothing.'
                        : '%s: %s. Its reading is the smallest, and the others rise away from it.',
                    $first['part'],
                    $first['probability'] > 0.99
                        ? 'more than 99 %'
                        : sprintf('%d %%', (int) round(100 * $first['probability'])),
                ),
                'advice' =>
                    'Lift one leg of ' .
                    "{$first['part']} and see whether the rail clears, before anything else comes out.",
            ];
        }
        $apart = max(abs($first['ohms'] - $second['ohms']), 1e-6);
        if ($fits && $apart < 3 * $sigma) {
            $needed = max($apart / 6, 1e-5);

            return [
                'sentence' => sprintf(
                    'This meter cannot tell %s from %s: they are %s apart, and the readings are good to %s.',
                    $first['part'],
                    $second['part'],
                    self::milli($apart),
                    self::milli($sigma),
                ),
                'advice' => sprintf(
                    $method === 'injected'
                        ? 'Repeat both three times without moving the clips, or inject %2$.0f times the current ' .
                            'if the track and the supply allow it (0.1 to 0.25 A to begin with; stay at a few ' .
                            'volts).'
                        : 'Repeat both three times with the probes pressed on the same spots; it takes a ' .
                            'resolution of %1$s, or millivolts at an injected current.',
                    self::milli($needed),
                    min(20.0, max(2.0, ceil((3 * $sigma) / $apart))),
                ),
            ];
        }

        return [
            'sentence' => sprintf(
                '%s (%d %%) or %s (%d %%).',
                $first['part'],
                (int) round(100 * $first['probability']),
                $second['part'],
                (int) round(100 * $second['probability']),
            ),
            'advice' =>
                'The readings do not fall and rise along the strip as they should: ' .
                "check its order, and repeat {$first['part']} and {$second['part']}.",
        ];
    }
}
