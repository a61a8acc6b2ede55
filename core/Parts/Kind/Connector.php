<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;

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
