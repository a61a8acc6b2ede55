<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;

final class Joint extends Contact
{
    public function name(): string
    {
        return 'joint';
    }

    public function title(): string
    {
        return 'Solder joint';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 90.0,
            limit: 'solder ages',
            warms: 300.0,
            letter: 'X',
            hot: ['Resolder it with fresh solder; look for a crack around the pin.'],
            ages: Ageing::Contact,
        );
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
                'cracked',
                2.0,
                'Look with a loupe for a ring around the pin; ohms from pin to track.',
                looks: [Look::Ring],
                comesAndGoes: true,
            ),
        ];
    }

    protected function goodOhms(Part $part): float
    {
        return 0.01;
    }
}
