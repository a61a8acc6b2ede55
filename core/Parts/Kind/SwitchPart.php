<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Part;

final class SwitchPart extends Contact
{
    public function name(): string
    {
        return 'switch';
    }

    public function title(): string
    {
        return 'Switch';
    }

    public function parameters(): array
    {
        return [];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('open', 'contact open', 1.5, 'Ohms across the closed switch.', comesAndGoes: true),
            new FaultMode(
                'resistive',
                'burnt contact',
                0.7,
                'Work it ten times, ohms each time; a burnt contact wanders.',
                graded: true,
                degrees: [0.3, 30.0, 30e3],
                comesAndGoes: true,
            ),
        ];
    }

    protected function goodOhms(Part $part): float
    {
        return 0.03;
    }
}
