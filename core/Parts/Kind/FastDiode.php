<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Profile;

/**
 * A fast-recovery rectifier: 1.1 V at rated current, 0.5 to 0.6 V on a diode test (BA15x and BYW families, from
 * memory).
 */
final class FastDiode extends Rectifier
{
    public function name(): string
    {
        return 'fast_diode';
    }

    public function title(): string
    {
        return 'Fast diode';
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
            family: Family::Rectifier,
            junction: [0.4, 0.75],
            words: ['fast'],
            types: ['/^(uf\\d|fr\\d|byv|byw|mur)/i'],
        );
    }

    protected function shortWeight(): float
    {
        return 2.5;
    }

    protected function curve(float $rating): SegmentTable
    {
        return SegmentTable::junction(3e-9 * $rating, 1.9, 0.08 / $rating);
    }
}
