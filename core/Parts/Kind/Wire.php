<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A lead or cable between boards. */
final class Wire extends Contact
{
    public function name(): string
    {
        return 'wire';
    }

    public function title(): string
    {
        return 'Wire';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 70.0,
            limit: 'PVC insulation (IEC 60227)',
            warms: 300.0,
            letter: 'W',
            hot: Profile::COMPARE,
            ages: Ageing::Contact,
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
                'broken or off',
                0.6,
                'Ohms from end to end while it is moved gently.',
                looks: [Look::BrokenStrands],
                comesAndGoes: true,
            ),
            new FaultMode(
                'resistive',
                'corroded',
                0.3,
                'Millivolts along it under load.',
                graded: true,
                degrees: [0.3, 30.0, 30e3],
                looks: [Look::GreenCopper],
                comesAndGoes: true,
            ),
        ];
    }

    protected function goodOhms(Part $part): float
    {
        return $part->value('value');
    }
}
