<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;

final class Connector extends Contact
{
    public function name(): string
    {
        return 'connector';
    }

    public function title(): string
    {
        return 'Connector';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'its springs lose their force',
            warms: 300.0,
            letter: 'J',
            hot: ['Crimp, spring and solder of the hot pin: voltage drop across it at full load.'],
            ages: Ageing::Contact,
            prefixes: ['J', 'P'],
            words: ['connector', 'plug'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function parameters(): array
    {
        return [];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'open',
                'not making contact',
                2.0,
                'Ohms through the mated connector while it is moved gently.',
                comesAndGoes: true,
            ),
            new FaultMode(
                'resistive',
                'high contact resistance',
                1.5,
                'Millivolts across the mated contact under load.',
                graded: true,
                degrees: [0.3, 30.0, 30e3],
                looks: [Look::Browned],
                comesAndGoes: true,
            ),
        ];
    }

    protected function goodOhms(Part $part): float
    {
        return 0.02;
    }
}
