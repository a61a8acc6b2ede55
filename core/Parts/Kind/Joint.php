<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;

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
