<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A bimetal switch or thermal fuse on a heatsink or under a winding: closed until it is too warm. */
final class ThermalSwitch extends Contact implements Guards
{
    public function name(): string
    {
        return 'thermal_switch';
    }

    public function title(): string
    {
        return 'Thermal switch';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 90.0,
            limit: 'near what it opens at it opens',
            warms: 300.0,
            letter: 'S',
            hot: Profile::COMPARE,
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::optional('opens', 'temperature at which it opens', Unit::Celsius, 90.0),
            Parameter::optional('temperature', 'temperature of its place', Unit::Celsius, 40.0),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('open', 'open although cool', 1.2, 'Ohms across it at room temperature.'),
            new FaultMode(
                'resistive',
                'burnt contact',
                0.4,
                'Ohms across it while it is tapped.',
                graded: true,
                degrees: [0.3, 30.0, 30e3],
            ),
        ];
    }

    protected function goodOhms(Part $part): float
    {
        return $part->value('temperature') < $part->value('opens') ? 0.02 : self::OPEN_OHMS;
    }
}
