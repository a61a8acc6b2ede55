<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Quantity\Unit;

/** Kinds of part that are chosen by the same rules. */
enum Family: string
{
    case Capacitor = 'capacitor';
    case Safety = 'safety capacitor';
    case Rectifier = 'rectifier';
    case Zener = 'zener';
    case Resistor = 'resistor';
    case Fuse = 'fuse';
    case Regulator = 'regulator';
    case Transistor = 'transistor';
    case Mosfet = 'mosfet';
    case Optocoupler = 'optocoupler';
    case Varistor = 'varistor';
    case Other = 'other';

    /** Kinds that stock and lists know, by the word of the description. */
    private const KINDS = [
        'electrolytic' => self::Capacitor,
        'tantalum' => self::Capacitor,
        'film_capacitor' => self::Capacitor,
        'ceramic_capacitor' => self::Capacitor,
        'capacitor' => self::Capacitor,
        'x_capacitor' => self::Safety,
        'y_capacitor' => self::Safety,
        'paper_suppressor' => self::Safety,
        'diode' => self::Rectifier,
        'fast_diode' => self::Rectifier,
        'ultrafast_diode' => self::Rectifier,
        'schottky' => self::Rectifier,
        'bridge' => self::Rectifier,
        'zener' => self::Zener,
        'resistor' => self::Resistor,
        'fuse' => self::Fuse,
        'regulator' => self::Regulator,
        'adjustable_regulator' => self::Regulator,
        'transistor' => self::Transistor,
        'mosfet' => self::Mosfet,
        'optocoupler' => self::Optocoupler,
        'varistor' => self::Varistor,
        'ntc' => self::Other,
    ];

    public static function of(string $kind): self
    {
        return self::KINDS[$kind] ?? self::Other;
    }

    /** @return non-empty-list<string> */
    public static function kinds(): array
    {
        return array_keys(self::KINDS);
    }

    /** True for kinds whose values add up to others: resistors and ordinary capacitors. */
    public static function combines(string $kind): bool
    {
        return in_array(self::of($kind), [self::Resistor, self::Capacitor], true);
    }

    /** The unit of the main value; null if parts of this family go by their type. */
    public function unit(): ?Unit
    {
        return match ($this) {
            self::Capacitor, self::Safety => Unit::Farad,
            self::Resistor => Unit::Ohm,
            self::Zener, self::Regulator, self::Varistor => Unit::Volt,
            self::Fuse => Unit::Ampere,
            default => null,
        };
    }
}
