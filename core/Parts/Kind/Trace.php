<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A track on the board that can burn or crack. */
final class Trace extends Contact
{
    public function name(): string
    {
        return 'trace';
    }

    public function title(): string
    {
        return 'Board track';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 105.0,
            limit: 'laminate, glass transition at 130 °C',
            warms: 300.0,
            letter: 'W',
            hot: Profile::COMPARE,
        );
    }

    public function parameters(): array
    {
        return [Parameter::optional('value', 'resistance', Unit::Ohm, 0.01)];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'open',
                'burnt or cracked',
                0.4,
                'Ohms along the track with a needle probe.',
                looks: [Look::BrownedBoard, Look::LiftedCopper],
                comesAndGoes: true,
            ),
        ];
    }

    protected function goodOhms(Part $part): float
    {
        return $part->value('value');
    }
}
