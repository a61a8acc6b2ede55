<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\SegmentTable;

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
