<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;

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

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'its springs lose their force',
            warms: 300.0,
            letter: 'S',
            hot: ['Voltage drop across its contacts at full load.'],
            ages: Ageing::Contact,
            prefixes: ['SW', 'S'],
            words: ['switch'],
            symbols: ['SW_'],
        );
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
