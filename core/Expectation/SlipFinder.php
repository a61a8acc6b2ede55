<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Ability\NamesWindings;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** Compares a doubtful reading with what a good unit shows under common measuring mistakes. */
final class SlipFinder
{
    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(private readonly Description $supply, private readonly array $expectations) {}

    /**
     * Slips that explain the reading within a few per cent, best first; none if the reading is as expected.
     *
     * @param string $quantity dc or ac; $value in volts
     *
     * @return list<Slip>
     */
    public function explain(string $pointId, string $mode, string $quantity, float $value): array
    {
        $expected = $this->expectations[$mode];
        if (is_infinite($value)) {
            return [$this->overload($pointId, $expected, $quantity)];
        }
        if (
            $quantity === 'ripple' ||
            !$expected->window($pointId, $quantity)->isKnown() ||
            $expected->window($pointId, $quantity)->holds($value)
        ) {
            return [];
        }
        if (!isset($this->supply->points[$pointId])) {
            return array_values(
                array_filter(
                    $this->leads($pointId, $expected, $quantity),
                    static fn(Slip $slip): bool => abs($slip->wouldRead) > 0.05 && self::distance($slip, $value) < 1.0,
                ),
            );
        }
        $slips = array_filter(
            [
                ...$this->leads($pointId, $expected, $quantity),
                ...$this->wrongFunction($pointId, $expected, $quantity),
                ...$this->tap($pointId, $expected, $quantity),
                ...$this->otherMode($pointId, $mode, $quantity),
                ...$this->otherGround($pointId, $expected, $quantity),
                ...$this->neighbour($pointId, $expected, $quantity),
                ...$this->loading($pointId, $expected, $quantity),
            ],
            fn(Slip $slip): bool => (abs($slip->wouldRead) > 0.05 || $slip->explainsNothing) &&
                self::distance($slip, $value) < 1.0,
        );
        usort($slips, static fn(Slip $a, Slip $b): int => self::distance($a, $value) <=> self::distance($b, $value));

        return array_slice($slips, 0, 3);
    }

    /**
     * Slips that explain a dead check.
     *
     * @param float $value ohms; $good likewise
     *
     * @return list<Slip>
     */
    public static function explainDead(DeadCheck $check, float $value, float $good): array
    {
        $excess = $value - $good;

        return $check->quantity === DeadCheck::RESISTANCE && $good < 10.0 && $excess > 0.15 && $excess < 1.0
            ? [
                new Slip(
                    'lead resistance',
                    sprintf(
                        'Short the leads together, note what they read (0.2 to 0.6 ohm is usual) and take it ' .
                            'off, or zero the meter; the part itself should read %s.',
                        Quantity::write($good, Unit::Ohm),
                    ),
                    $good + $excess,
                ),
            ]
            : [];
    }

    private function overload(string $pointId, Expectations $expected, string $quantity): Slip
    {
        $nominal = $expected->window($pointId, $quantity)->nominal;

        return new Slip(
            'range overload',
            sprintf(
                'OL on volts only says that the range is too small: a good unit reads %s here, which takes the ' .
                    '%s range.',
                Quantity::volts($nominal),
                Quantity::volts(Meter::range($nominal)),
            ),
            $nominal,
        );
    }

    private static function distance(Slip $slip, float $value): float
    {
        return abs($value - $slip->wouldRead) /
            (max(0.05 * abs($slip->wouldRead), $slip->spread) + Meter::forDc()->halfWidth($value));
    }

    /** @return list<Slip> */
    private function leads(string $pointId, Expectations $expected, string $quantity): array
    {
        if ($quantity !== 'dc') {
            return [];
        }
        $point = $this->supply->point($pointId);

        return [
            new Slip(
                'swapped leads',
                sprintf(
                    'A good unit shows this with the leads swapped: red belongs on %s, black on %s.',
                    $point->name,
                    $point->against,
                ),
                -$expected->window($pointId, 'dc')->nominal,
                self::spread($expected->window($pointId, 'dc')),
            ),
        ];
    }

    private static function spread(Window $window): float
    {
        return max($window->high - $window->nominal, $window->nominal - $window->low);
    }

    /** @return list<Slip> */
    private function wrongFunction(string $pointId, Expectations $expected, string $quantity): array
    {
        if ($expected->functions[$pointId] === 'dc') {
            // The AC function shows the ripple of a true-rms meter, or about 1.1 times the DC on a meter without a
            // coupling capacitor.
            $reads = $expected->window($pointId, $quantity === 'dc' ? 'ac' : 'dc');

            return [
                new Slip(
                    'wrong AC/DC function',
                    'This is what the meter shows on AC here: set it to DC volts and measure again.',
                    $reads->nominal,
                    self::spread($reads),
                ),
                new Slip(
                    'wrong AC/DC function',
                    'A simple meter on AC shows about twice the DC voltage here: set it to DC volts and measure again.',
                    2.22 * $expected->window($pointId, 'dc')->nominal,
                    2.22 * self::spread($expected->window($pointId, 'dc')),
                ),
            ];
        }

        return $quantity === 'dc'
            ? [
                new Slip(
                    'wrong AC/DC function',
                    'This point carries AC: set the meter to AC volts and measure again.',
                    $expected->window($pointId, 'ac')->nominal,
                    self::spread($expected->window($pointId, 'ac')),
                ),
            ]
            : [];
    }

    /** @return list<Slip> */
    private function tap(string $pointId, Expectations $expected, string $quantity): array
    {
        $point = $this->supply->point($pointId);
        foreach ($quantity === 'ac' ? $this->supply->parts : [] as $ref => $part) {
            foreach ($part->kind instanceof NamesWindings ? $part->kind->windings($part) : [] as [$nodes]) {
                if (
                    count($nodes) === 3 &&
                    in_array($point->node, [$nodes[0], $nodes[2]], true) &&
                    in_array($point->against, [$nodes[0], $nodes[2]], true)
                ) {
                    $half = $expected->window($pointId, 'ac')->nominal / 2;

                    return [
                        new Slip(
                            'end to tap instead of end to end',
                            sprintf(
                                'Half of the winding reads %s: measure %s from end to end, not from one end to ' .
                                    'its tap.',
                                Quantity::volts($half),
                                $ref,
                            ),
                            $half,
                            self::spread($expected->window($pointId, 'ac')) / 2,
                        ),
                    ];
                }
            }
        }

        return [];
    }

    /**
     * The black lead on another ground. Across an isolation barrier nothing drives a meter: it shows next to nothing.
     *
     * @return list<Slip>
     */
    private function otherGround(string $pointId, Expectations $expected, string $quantity): array
    {
        $point = $this->supply->point($pointId);
        $levels = $expected->nominal->levels;
        $slips = [];
        foreach ($quantity === 'dc' ? $levels : [] as $node => $level) {
            $node = (string) $node;
            $apart = $this->supply->islands[$node] !== $this->supply->islands[$point->against];
            $reads = $apart ? 0.0 : $expected->window($pointId, 'dc')->nominal + $levels[$point->against] - $level;
            if ($node !== $point->against && $node !== $point->node && isset($this->supply->grounds[$node])) {
                $slips[] = new Slip(
                    'other ground',
                    sprintf(
                        $apart
                            ? 'With the black lead on %s, on the other side of the isolation, a good unit shows ' .
                                'nothing here: put it on %s.'
                            : 'A good unit shows this with the black lead on %s: put it on %s.',
                        $this->supply->groundName($node),
                        $this->supply->groundName($point->against),
                    ),
                    $reads,
                    explainsNothing: $apart,
                );
            }
        }

        return $slips;
    }

    /** @return list<Slip> */
    private function neighbour(string $pointId, Expectations $expected, string $quantity): array
    {
        $here = $this->supply->point($pointId);
        $slips = [];
        foreach ($this->supply->points as $id => $point) {
            $reads = $expected->window((string) $id, $quantity)->nominal;
            if (
                $id !== $pointId &&
                $point->node !== $here->node &&
                $point->against === $here->against &&
                $this->isNear($here->stage, $point->stage) &&
                $expected->functions[$id] === $quantity &&
                abs($reads - $expected->window($pointId, $quantity)->nominal) > 0.1 * abs($reads)
            ) {
                $slips[] = new Slip(
                    'neighbouring point',
                    sprintf(
                        'This is what a good unit shows at %s, %s: red belongs on %s.',
                        $id,
                        $point->name,
                        $here->how,
                    ),
                    $reads,
                );
            }
        }

        return $slips;
    }

    private function isNear(?string $a, ?string $b): bool
    {
        return $a !== null &&
            $b !== null &&
            ($a === $b ||
                ($this->supply->stages[$a]->from ?? null) === $b ||
                ($this->supply->stages[$b]->from ?? null) === $a);
    }

    /** @return list<Slip> */
    private function loading(string $pointId, Expectations $expected, string $quantity): array
    {
        return $quantity === 'dc' && isset($expected->loaded[$pointId])
            ? [
                new Slip(
                    'meter loading',
                    'A meter on its low-impedance function, or an old one with a needle, pulls this point down ' .
                        'to that: use an ordinary 10 Mohm input.',
                    $expected->loaded[$pointId],
                ),
            ]
            : [];
    }

    /** @return list<Slip> */
    private function otherMode(string $pointId, string $mode, string $quantity): array
    {
        $slips = [];
        foreach ($this->expectations as $id => $other) {
            $here = $this->expectations[$mode]->window($pointId, $quantity)->nominal;
            $there = $other->window($pointId, $quantity)->nominal;
            if ($id !== $mode && abs($there - $here) > 0.08 * abs($here)) {
                $slips[] = new Slip(
                    'other mode',
                    sprintf(
                        'A good unit shows this in the mode "%s": check which loads are connected.',
                        $other->mode->name,
                    ),
                    $there,
                    self::spread($other->window($pointId, $quantity)),
                );
            }
        }

        return $slips;
    }
}
