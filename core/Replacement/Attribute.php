<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Parts\Family;

use Oculant\Core\Quantity\Unit;

/** What a part is chosen by. The name of a case is also the heading of its column in stock lists. */
enum Attribute: string
{
    case Value = 'value';
    case Tolerance = 'tolerance';
    /** Working voltage of a capacitor, resistor or fuse; reverse, drain or collector voltage of a semiconductor. */
    case Voltage = 'voltage';
    case Temperature = 'temperature';
    case Life = 'life';
    case Ripple = 'ripple';
    case Esr = 'esr';
    case Height = 'height';
    case Diameter = 'diameter';
    case Pitch = 'pitch';
    case Power = 'power';
    case Tempco = 'tempco';
    case Current = 'current';
    case Surge = 'surge';
    case Drop = 'drop';
    /** Reverse recovery time. */
    case Recovery = 'recovery';
    /** Capacitance of a junction without bias. */
    case Junction = 'junction';
    /** The most a fuse can interrupt. */
    case Breaking = 'breaking';
    case Dropout = 'dropout';
    case Gain = 'gain';
    /** Current transfer ratio of an optocoupler. */
    case Transfer = 'transfer';
    case On = 'on';
    case Threshold = 'threshold';
    /** What an isolation barrier withstands. */
    case Isolation = 'isolation';

    public function title(): string
    {
        return match ($this) {
            self::Voltage => 'voltage rating',
            self::Temperature => 'temperature class',
            self::Life => 'life at that temperature',
            self::Ripple => 'ripple current',
            self::Esr => 'ESR',
            self::Pitch => 'lead pitch',
            self::Tempco => 'temperature coefficient',
            self::Current => 'current rating',
            self::Surge => 'surge current',
            self::Drop => 'forward drop',
            self::Recovery => 'recovery time',
            self::Junction => 'junction capacitance',
            self::Breaking => 'breaking capacity',
            self::Transfer => 'transfer ratio',
            self::On => 'on resistance',
            self::Threshold => 'gate threshold',
            self::Isolation => 'isolation voltage',
            self::Power => 'power rating',
            default => $this->value,
        };
    }

    public function unit(Family $family): Unit
    {
        return match ($this) {
            self::Value => $family->unit() ?? Unit::Ratio,
            self::Tolerance, self::Gain, self::Transfer => Unit::Ratio,
            self::Voltage, self::Drop, self::Dropout, self::Threshold, self::Isolation => Unit::Volt,
            self::Temperature => Unit::Celsius,
            self::Life => Unit::Hour,
            self::Ripple, self::Current, self::Surge, self::Breaking => Unit::Ampere,
            self::Esr, self::On => Unit::Ohm,
            self::Height, self::Diameter, self::Pitch => Unit::Metre,
            self::Power => Unit::Watt,
            self::Tempco => Unit::PerMillion,
            self::Recovery => Unit::Second,
            self::Junction => Unit::Farad,
        };
    }

    /** True if a part with less of it will do as well: sizes, drops, losses. */
    public function isBetterSmall(): bool
    {
        return in_array(
            $this,
            [
                self::Tolerance,
                self::Esr,
                self::Height,
                self::Diameter,
                self::Pitch,
                self::Tempco,
                self::Drop,
                self::Recovery,
                self::Junction,
                self::Dropout,
                self::On,
            ],
            true,
        );
    }
}
