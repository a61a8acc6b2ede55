<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\SegmentTable;

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

    protected function shortWeight(): float
    {
        return 3.0;
    }

    protected function curve(float $rating): SegmentTable
    {
        return SegmentTable::junction(3e-6 * $rating, 1.1, 0.05 / $rating);
    }
}
