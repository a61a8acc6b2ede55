<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/** The SI units that values in a supply description carry. */
enum Unit: string
{
    case Volt = 'V';
    case Ampere = 'A';
    case Ohm = 'Ω';
    case Farad = 'F';
    case Henry = 'H';
    case Hertz = 'Hz';
    case Watt = 'W';
    case VoltAmpere = 'VA';
    case Celsius = '°C';
    case Second = 's';
    case Joule = 'J';
    case Metre = 'm';
    /** Life of capacitors is given in hours, nowhere in seconds. */
    case Hour = 'h';
    /** Change of a value per kelvin, in parts per million. */
    case PerMillion = 'ppm';
    /** A plain ratio; "5 %" reads as 0.05. */
    case Ratio = '';

    /** @return list<string> the spellings accepted after the prefix, longest first */
    public function spellings(): array
    {
        return match ($this) {
            self::Volt => ['VDC', 'VAC', 'V'],
            self::Ampere => ['A'],
            self::Ohm => ['ohms', 'ohm', 'Ohm', 'Ω', 'Ω', 'R'],
            self::Farad => ['F'],
            self::Henry => ['H'],
            self::Hertz => ['Hz', 'hz'],
            self::Watt => ['W'],
            self::VoltAmpere => ['VA'],
            self::Celsius => ['°C', 'C'],
            self::Second => ['s'],
            self::Joule => ['J'],
            self::Metre => ['m'],
            self::Hour => ['hours', 'h'],
            self::PerMillion => ['ppm/K', 'ppm'],
            self::Ratio => [],
        };
    }

    /** Beyond this nothing is at any bench: it was mistyped. In SI units. */
    public function most(): float
    {
        return match ($this) {
            self::Volt => 1e6,
            self::Ampere => 1e5,
            self::Ohm => 1e15,
            self::Farad, self::Henry => 1e4,
            self::Hertz => 1e12,
            self::Watt, self::VoltAmpere, self::Joule => 1e8,
            self::Celsius => 5e3,
            self::Second => 1e10,
            self::Metre => 1e3,
            self::Hour, self::PerMillion, self::Ratio => 1e9,
        };
    }

    public function word(): string
    {
        return match ($this) {
            self::Volt => 'volts',
            self::Ampere => 'amperes',
            self::Ohm => 'ohms',
            self::Farad => 'farads',
            self::Henry => 'henries',
            self::Hertz => 'hertz',
            self::Watt => 'watts',
            self::VoltAmpere => 'volt-amperes',
            self::Celsius => 'degrees Celsius',
            self::Second => 'seconds',
            self::Joule => 'joules',
            self::Metre => 'metres',
            self::Hour => 'hours',
            self::PerMillion => 'parts per million per kelvin',
            self::Ratio => 'a ratio or percentage',
        };
    }

    /** A correctly written example, used in messages. */
    public function example(): string
    {
        return match ($this) {
            self::Volt => '"15 V"',
            self::Ampere => '"315mA"',
            self::Ohm => '"4k7" or "0R1"',
            self::Farad => '"2200u"',
            self::Henry => '"10m"',
            self::Hertz => '"50 Hz"',
            self::Watt => '"0.25 W"',
            self::VoltAmpere => '"30 VA"',
            self::Celsius => '"60 °C"',
            self::Second => '"10 ms"',
            self::Joule => '"20 J"',
            self::Metre => '"31 mm"',
            self::Hour => '"5000 h"',
            self::PerMillion => '"50 ppm"',
            self::Ratio => '"5 %"',
        };
    }
}
