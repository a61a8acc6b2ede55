<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;

/**
 * Metallised paper in clear resin across the mains. After 20 to 30 years the resin cracks, moisture enters, and it
 * smokes or burns under power: replace on sight (common practice).
 */
final class PaperSuppressor extends FixedCapacitor implements Guards
{
    public function name(): string
    {
        return 'paper_suppressor';
    }

    public function title(): string
    {
        return 'Paper suppressor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 70.0,
            limit: 'paper and cast resin',
            warms: 300.0,
            letter: 'C',
            hot: Profile::COMPARE,
            family: Family::Safety,
            ages: Ageing::Sealed,
        );
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'shorted',
                3.0,
                'Ohms across it; look at the resin.',
                looks: [Look::CrackedResin, Look::SmokeTrace],
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'leaky',
                'leaky and warm',
                3.0,
                'Insulation test at 500 V with one leg lifted.',
                graded: true,
                degrees: [1e6, 100e3, 3e3],
                looks: [Look::CrackedResin],
            ),
            new FaultMode(
                'open',
                'burst open',
                1.0,
                'Capacitance with one leg lifted.',
                looks: [Look::BlownApart],
                silence: 'It only keeps interference in or out; a receiver tells, a meter does not.',
            ),
        ];
    }

    protected function tolerance(): float
    {
        return 0.2;
    }
}
