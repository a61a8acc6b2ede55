<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;

/** Multilayer types crack when the board is bent and then short the rail they decouple (common practice). */
final class CeramicCapacitor extends FixedCapacitor
{
    public function name(): string
    {
        return 'ceramic_capacitor';
    }

    public function title(): string
    {
        return 'Ceramic capacitor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 105.0,
            limit: 'temperature class',
            warms: 300.0,
            letter: 'C',
            hot: Profile::COMPARE,
            family: Family::Capacitor,
            prefixes: ['C'],
            words: ['ceramic', 'disc'],
            symbols: ['C$', 'C_'],
        );
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'shorted',
                0.5,
                'Ohms across it; lift one leg.',
                looks: [Look::HairlineCrack],
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'leaky',
                'leaky',
                0.3,
                'Insulation test at its working voltage, one leg lifted.',
                graded: true,
                degrees: [100e3, 2e3, 50.0],
            ),
            new FaultMode(
                'open',
                'open',
                0.1,
                'Capacitance with one leg lifted.',
                silence: 'It steadies what the mean reading does not show: noise, or stability at the edge.',
            ),
        ];
    }

    protected function tolerance(): float
    {
        return 0.2;
    }
}
