<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/**
 * How warm a part gets of the power it turns into heat. Only a rough idea, since nobody describes heatsinks and
 * air: good for telling a part that carries far too much, or nothing at all, from one that works.
 */
final class Warmth
{
    /** Decades by which a rise may differ from the rule: airflow, heatsink, board (common practice). */
    public const SIGMA = 0.25;

    /** Kelvin per watt of what no rating tells the size of. */
    private const OTHERWISE = 40.0;

    /** Kelvin that anything in a closed case is above the room (common practice). */
    private const INSIDE = 5.0;

    /** @return float kelvin above the room */
    public static function rise(Part $part, float $watts): float
    {
        $perWatt = $part->kind instanceof Warms ? $part->kind->perWatt($part) : self::OTHERWISE;

        // Convection gets better as a part gets hotter: nothing rises in proportion for ever.
        return self::INSIDE + 400.0 * tanh(($perWatt * $watts) / 400.0);
    }

    /** Watts that make a part so much warmer, the other way round. */
    public static function watts(Part $part, float $kelvin): float
    {
        $perWatt = $part->kind instanceof Warms ? $part->kind->perWatt($part) : self::OTHERWISE;

        return (400.0 * atanh(min(0.99, max(0.0, ($kelvin - self::INSIDE) / 400.0)))) / $perWatt;
    }

    /** What its warmth says of its load, for a resistor; empty for anything else, or where it says nothing. */
    private static function load(Part $part, float $rise): string
    {
        $words = $part->kind instanceof Resistor ? WattsRead::ofPart($part, self::watts($part, $rise)) : '';

        return $words === '' ? '' : " By its warmth {$words}";
    }

    /** The axis on which rises are compared: decades of kelvin. */
    public static function decades(float $kelvin): float
    {
        return log10(max(self::INSIDE, $kelvin));
    }

    /** @param float $watts that a good unit would turn into heat there */
    public static function judge(Part $part, float $rise, float $watts): Verdict
    {
        $good = self::rise($part, $watts);
        $off = (self::decades($rise) - self::decades($good)) / self::SIGMA;
        $word = match (true) {
            $off > 4.0 => VerdictWord::VeryHigh,
            $off > 2.0 => VerdictWord::High,
            $off < -2.0 && $good > 4 * self::INSIDE => VerdictWord::Low,
            default => VerdictWord::AsExpected,
        };
        $spread = 10 ** (1.645 * self::SIGMA);

        return new Verdict(
            $word,
            sprintf(
                '%s %d K above the room: %s.',
                $part->ref,
                (int) round($rise),
                match ($word) {
                    VerdictWord::VeryHigh => 'far too hot',
                    VerdictWord::High => 'hotter than it should be',
                    VerdictWord::Low => 'colder than it should be, it does not work',
                    default => $word->value,
                },
            ),
            sprintf(
                'A good unit turns %s into heat here, which makes it some %d to %d K warmer than the room (a ' .
                    'rule of thumb: heatsink and air decide).',
                $watts < 0.005 ? 'next to nothing' : Quantity::write($watts, Unit::Watt, 2),
                (int) round($good / $spread),
                (int) round($good * $spread),
            ) . self::load($part, $rise),
        );
    }
}
