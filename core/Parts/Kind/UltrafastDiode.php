<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Profile;

/**
 * An ultrafast rectifier: 0.9 to 1 V at rated current, 0.4 to 0.55 V on a diode test (MUR and UF400x families, from
 * memory).
 */
final class UltrafastDiode extends Rectifier
{
    public function name(): string
    {
        return 'ultrafast_diode';
    }

    public function title(): string
    {
        return 'Ultrafast diode';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 110.0,
            limit: 'junction 150 °C',
            warms: 300.0,
            letter: 'D',
            hot: Profile::HOT_RECTIFIER,
            meant: [50.0, 'an output rectifier is hot by trade'],
            probed: 13,
            family: Family::Rectifier,
            junction: [0.35, 0.65],
        );
    }

    protected function shortWeight(): float
    {
        return 2.5;
    }

    protected function curve(float $rating): SegmentTable
    {
        return SegmentTable::junction(60e-9 * $rating, 1.85, 0.06 / $rating);
    }
}
