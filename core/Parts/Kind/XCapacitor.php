<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** Between line and neutral, IEC 60384-14 class X: made to fail open, loses value over the years. */
final class XCapacitor extends FixedCapacitor implements Guards
{
    public function name(): string
    {
        return 'x_capacitor';
    }

    public function title(): string
    {
        return 'Safety capacitor, class X';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'climatic category 40/100 (IEC 60384-14)',
            warms: 300.0,
            letter: 'C',
            hot: Profile::COMPARE,
            family: Family::Safety,
            prefixes: ['CX'],
            words: ['x-cap', 'x1', 'x2', 'xcap'],
        );
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'low',
                'value lost',
                0.8,
                'Capacitance with one leg lifted.',
                graded: true,
                degrees: [0.6, 0.15, 0.02],
                in: Unit::Ratio,
                silence: 'It only keeps interference in or out; a receiver tells, a meter does not.',
            ),
            new FaultMode(
                'short',
                'shorted',
                0.4,
                'Ohms across it; lift one leg.',
                looks: [Look::BurstCase],
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'leaky',
                'leaky',
                0.3,
                'Insulation test at its working voltage, one leg lifted.',
                graded: true,
                looks: [Look::Browned],
                degrees: [100e3, 2e3, 50.0],
            ),
            new FaultMode(
                'open',
                'open',
                0.2,
                'Capacitance with one leg lifted.',
                silence: 'It only keeps interference in or out; a receiver tells, a meter does not.',
            ),
        ];
    }

    protected function tolerance(): float
    {
        return 0.2;
    }
}
