<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Instrument;

use Oculant\Core\Quantity\Unit;

/**
 * Reads the numbers that instruments answer with: NR1, NR2 or NR3 (IEEE 488.2, 8.7), perhaps with a unit behind it.
 *
 * SCPI-99, volume 1, 7.2.1.4 and 7.2.1.5: 9.9E37 stands for infinity, which meters send at overload, and 9.91E37 for
 * not a number.
 */
final class ScpiNumber
{
    private const INFINITY = 9.9e37;

    private const NOT_A_NUMBER = 9.91e37;

    private const PREFIXES = ['' => 1.0, 'N' => 1e-9, 'U' => 1e-6, 'M' => 1e-3, 'K' => 1e3, 'MA' => 1e6];

    /** Unit suffixes (IEEE 488.2, table 7-1) and the unit each stands for. */
    private const SUFFIXES = [
        'V' => Unit::Volt,
        'VDC' => Unit::Volt,
        'VAC' => Unit::Volt,
        'A' => Unit::Ampere,
        'ADC' => Unit::Ampere,
        'AAC' => Unit::Ampere,
        'OHM' => Unit::Ohm,
        'W' => Unit::Watt,
        'HZ' => Unit::Hertz,
        'CEL' => Unit::Celsius,
        'F' => Unit::Farad,
    ];

    /**
     * @param Unit $unit that was asked for
     *
     * @throws AnswerUnreadable if it is no number, or one of another unit
     */
    public static function read(string $answer, Unit $unit): Measured
    {
        if (preg_match('/^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)\s*([A-Za-z]*)\s*$/', $answer, $m) !== 1) {
            throw AnswerUnreadable::text($answer);
        }
        $value = (float) $m[1];
        if (abs(abs($value) - self::INFINITY) < 1e33) {
            return Measured::overload();
        }
        if (abs(abs($value) - self::NOT_A_NUMBER) < 1e33) {
            return Measured::none();
        }

        return Measured::of($value * self::scale($answer, strtoupper($m[2]), $unit));
    }

    /**
     * Several, with commas between.
     *
     * @return list<Measured> as many as were asked for
     *
     * @throws AnswerUnreadable if one of them is no number, or there are more or fewer
     */
    public static function list(string $answer, Unit $unit, int $count): array
    {
        $parts = explode(',', $answer);
        if (count($parts) !== $count) {
            throw AnswerUnreadable::count($answer, count($parts), $count);
        }

        return array_map(static fn(string $one): Measured => self::read($one, $unit), $parts);
    }

    private static function scale(string $answer, string $suffix, Unit $unit): float
    {
        if ($suffix === '') {
            return 1.0;
        }
        foreach (self::PREFIXES as $prefix => $factor) {
            $rest = str_starts_with($suffix, $prefix) ? substr($suffix, strlen($prefix)) : '';
            if (isset(self::SUFFIXES[$rest])) {
                return self::SUFFIXES[$rest] === $unit
                    ? $factor
                    : throw AnswerUnreadable::unit($answer, self::SUFFIXES[$rest]->word(), $unit->word());
            }
        }

        throw AnswerUnreadable::text($answer);
    }
}
