<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/**
 * What a hand-held multimeter adds to a reading: percentage of reading plus counts of the last digit,
 * on a 6000-count display with decade ranges (common practice for a mid-class instrument).
 */
final readonly class Meter
{
    public const INPUT_RESISTANCE = 10e6;

    public const COUNTS = 6000;

    /** Share of the reading and counts of the last digit, by function. */
    public const ACCURACY = [
        'dc' => [0.005, 2],
        'ac' => [0.01, 3],
        'resistance' => [0.008, 3],
        'current' => [0.012, 3],
        'temperature' => [0.01, 10],
    ];

    /** Of the counter in a meter; no instrument has to state it. */
    private const FREQUENCY = [0.001, 1];

    private function __construct(private float $ratio, private int $counts) {}

    public static function forDc(): self
    {
        static $meter = null;

        return $meter ??= new self(...self::ACCURACY['dc']);
    }

    public static function forAc(): self
    {
        static $meter = null;

        return $meter ??= new self(...self::ACCURACY['ac']);
    }

    public static function forResistance(): self
    {
        static $meter = null;

        return $meter ??= new self(...self::ACCURACY['resistance']);
    }

    public static function forFrequency(): self
    {
        static $meter = null;

        return $meter ??= new self(...self::FREQUENCY);
    }

    /** Half-width of the accuracy limit at a reading, in the reading's unit. */
    public function halfWidth(float $reading): float
    {
        return abs($reading) * $this->ratio + $this->counts * self::resolution($reading);
    }

    /** Top of the smallest range (6 · 10^n) that shows the value. */
    public static function range(float $value, float $smallest = 0.6): float
    {
        $range = $smallest;
        while ($range < abs($value) * 1.001) {
            $range *= 10;
        }

        return $range;
    }

    private static function resolution(float $reading): float
    {
        return self::range($reading) / self::COUNTS;
    }
}
