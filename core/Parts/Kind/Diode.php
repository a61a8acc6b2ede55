<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Profile;

/**
 * A standard silicon rectifier: 0.93 V at its rated current (1N400x and 1N540x data-sheet families; Is = 14.1 nA, n =
 * 1.98,
 * Rs = 34 mOhm per ampere of rating).
 */
final class Diode extends Rectifier
{
    public function name(): string
    {
        return 'diode';
    }

    public function title(): string
    {
        return 'Diode';
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
            probed: 14,
            family: Family::Rectifier,
            junction: [0.45, 0.75],
            prefixes: ['D'],
            words: ['diode'],
            types: ['/^(1n400\\d|1n540\\d|by\\d)/i'],
            symbols: ['D$', 'D_', '1N'],
            pins: ['1' => 'k', '2' => 'a'],
        );
    }

    protected function curve(float $rating): SegmentTable
    {
        return self::standard($rating);
    }

    /** @param float $rating amperes */
    public static function standard(float $rating): SegmentTable
    {
        return SegmentTable::junction(14.1e-9 * $rating, 1.984, 0.034 / $rating);
    }
}
