<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Profile;

/**
 * A Schottky rectifier: 0.45 to 0.55 V at rated current, 0.15 to 0.3 V on a diode test (1N582x family, from memory).
 */
final class Schottky extends Rectifier
{
    public function name(): string
    {
        return 'schottky';
    }

    public function title(): string
    {
        return 'Schottky diode';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 95.0,
            limit: 'junction 125 °C; its leakage runs away when hot',
            warms: 300.0,
            letter: 'D',
            hot: Profile::HOT_RECTIFIER,
            meant: [50.0, 'an output rectifier is hot by trade'],
            probed: 12,
            family: Family::Rectifier,
            junction: [0.12, 0.45],
            words: ['schottky'],
            types: ['/^(1n58[12]\\d|sb\\d|mbr)/i'],
            symbols: ['D_Schottky'],
            pins: ['1' => 'k', '2' => 'a'],
        );
    }

    protected function shortWeight(): float
    {
        return 3.0;
    }

    protected function curve(float $rating): SegmentTable
    {
        return SegmentTable::junction(3e-6 * $rating, 1.1, 0.05 / $rating);
    }
}
