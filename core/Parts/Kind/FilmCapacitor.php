<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** Plastic film: the most reliable of all, until it carries pulses or mains. */
final class FilmCapacitor extends FixedCapacitor
{
    public function name(): string
    {
        return 'film_capacitor';
    }

    public function title(): string
    {
        return 'Film capacitor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'film softens',
            warms: 300.0,
            letter: 'C',
            hot: Profile::COMPARE,
            family: Family::Capacitor,
            words: ['film', 'foil'],
        );
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'shorted',
                0.15,
                'Ohms across it; lift one leg.',
                looks: [Look::Melted],
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
                0.15,
                'Capacitance with one leg lifted.',
                silence: 'It steadies what the mean reading does not show: noise, or stability at the edge.',
            ),
            new FaultMode(
                'low',
                'value lost',
                0.3,
                'Capacitance with one leg lifted.',
                graded: true,
                degrees: [0.6, 0.15, 0.02],
                in: Unit::Ratio,
                silence: 'It steadies what the mean reading does not show: noise, or stability at the edge.',
            ),
        ];
    }
}
