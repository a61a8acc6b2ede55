<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;

/**
 * From the mains side to earth or to the output, IEC 60384-14 class Y. It bridges the isolation barrier on purpose and
 * passes a harmless current; the two sides stay separate for measuring.
 */
final class YCapacitor extends FixedCapacitor implements Guards
{
    public function name(): string
    {
        return 'y_capacitor';
    }

    public function title(): string
    {
        return 'Safety capacitor, class Y';
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
            prefixes: ['CY'],
            words: ['y-cap', 'y1', 'y2', 'ycap'],
        );
    }

    public function islands(Part $part): array
    {
        return [['a'], ['b']];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'leaky',
                'leaky',
                0.2,
                'Insulation test at 500 V with the part out; never accept a doubtful one.',
                graded: true,
                degrees: [1e6, 20e3, 300.0],
                silence: 'Its leakage goes to the case: the touch-current test tells.',
            ),
            new FaultMode(
                'short',
                'shorted',
                0.1,
                'Ohms from the mains side to the output: any low reading condemns the unit until the part is found.',
                looks: [Look::Crack],
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'open',
                'open',
                0.1,
                'Capacitance with one leg lifted.',
                silence: 'It only keeps interference in or out; a receiver tells, a meter does not.',
            ),
        ];
    }

    protected function tolerance(): float
    {
        return 0.2;
    }

    protected function leakOhms(Part $part): float
    {
        return 1e6;
    }
}
