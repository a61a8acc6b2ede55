<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;

/** Compares a doubtful reading with what a good unit shows under common measuring mistakes. */
final class SlipFinder
{
    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(private readonly Description $supply, private readonly array $expectations)
    {
    }

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
        if (is_infinite($value) || $quantity === 'ripple' || $expected->window($pointId, $quantity)->holds($value)) {
            return [];
        }
        $slips = array_filter(
            [...$this->leads($pointId, $expected, $quantity), ...$this->wrongFunction($pointId, $expected, $quantity), ...$this->tap($pointId, $expected, $quantity), ...$this->otherMode($pointId, $mode, $quantity)],
            fn(Slip $slip): bool => abs($slip->wouldRead) > 0.05 && self::distance($slip, $value) < 1.0,
        );
        usort($slips, static fn(Slip $a, Slip $b): int => self::distance($a, $value) <=> self::distance($b, $value));

        return array_slice($slips, 0, 3);
    }

    private static function distance(Slip $slip, float $value): float
    {
        return abs($value - $slip->wouldRead) / (0.05 * abs($slip->wouldRead) + Meter::forDc()->halfWidth($value));
    }

    /** @return list<Slip> */
    private function leads(string $pointId, Expectations $expected, string $quantity): array
    {
        if ($quantity !== 'dc') {
            return [];
        }
        $point = $this->supply->point($pointId);

        return [new Slip('swapped leads', sprintf('A good unit shows this with the leads swapped: red belongs on %s, black on %s.', $point->name, $point->against), -$expected->window($pointId, 'dc')->nominal)];
    }

    /** @return list<Slip> */
    private function wrongFunction(string $pointId, Expectations $expected, string $quantity): array
    {
        if ($expected->functions[$pointId] === 'dc') {
            // The AC function shows the ripple of a true-rms meter, or about 1.1 times the DC on a meter without a coupling capacitor.
            $reads = $quantity === 'dc' ? $expected->window($pointId, 'ac')->nominal : $expected->window($pointId, 'dc')->nominal;

            return [
                new Slip('wrong AC/DC function', 'This is what the meter shows on AC here: set it to DC volts and measure again.', $reads),
                new Slip('wrong AC/DC function', 'A simple meter on AC shows about twice the DC voltage here: set it to DC volts and measure again.', 2.22 * $expected->window($pointId, 'dc')->nominal),
            ];
        }

        return $quantity === 'dc'
            ? [new Slip('wrong AC/DC function', 'This point carries AC: set the meter to AC volts and measure again.', $expected->window($pointId, 'ac')->nominal)]
            : [];
    }

    /** @return list<Slip> */
    private function tap(string $pointId, Expectations $expected, string $quantity): array
    {
        $point = $this->supply->point($pointId);
        foreach ($this->supply->parts as $ref => $part) {
            if ($part->kind->name() !== 'transformer' || ! $part->has('ct')) {
                continue;
            }
            $ends = [$part->node('s1'), $part->node('s2')];
            if ($quantity === 'ac' && in_array($point->node, $ends, true) && in_array($point->against, $ends, true)) {
                $half = $expected->window($pointId, 'ac')->nominal / 2;

                return [new Slip('end to tap instead of end to end', sprintf('Half of the winding reads %s: measure %s from end to end, not from one end to its tap.', Quantity::volts($half), $ref), $half)];
            }
        }

        return [];
    }

    /** @return list<Slip> */
    private function otherMode(string $pointId, string $mode, string $quantity): array
    {
        $slips = [];
        foreach ($this->expectations as $id => $other) {
            $here = $this->expectations[$mode]->window($pointId, $quantity)->nominal;
            $there = $other->window($pointId, $quantity)->nominal;
            if ($id !== $mode && abs($there - $here) > 0.08 * abs($here)) {
                $slips[] = new Slip('other mode', sprintf('A good unit shows this in the mode "%s": check which loads are connected.', $other->mode->name), $there);
            }
        }

        return $slips;
    }
}
