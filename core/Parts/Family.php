<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

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

    public static function of(string $kind): self
    {
        return PartKinds::profiles()[PartKinds::named($kind)?->name() ?? '']->family ?? self::Other;
    }

    /** @return list<string> kinds that stock and lists know, by the word of the description */
    public static function kinds(): array
    {
        static $kinds = null;

        return $kinds ??= array_keys(
            array_filter(PartKinds::profiles(), static fn(Profile $profile): bool => $profile->family !== null),
        );
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
