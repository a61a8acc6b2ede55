<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\SegmentTable;

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

    protected function shortWeight(): float
    {
        return 2.5;
    }

    protected function curve(float $rating): SegmentTable
    {
        return SegmentTable::junction(60e-9 * $rating, 1.85, 0.06 / $rating);
    }
}
