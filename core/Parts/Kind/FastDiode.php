<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\SegmentTable;

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

    protected function shortWeight(): float
    {
        return 2.5;
    }

    protected function curve(float $rating): SegmentTable
    {
        return SegmentTable::junction(3e-9 * $rating, 1.9, 0.08 / $rating);
    }
}
