<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** A forward converter, one or two switches: an output choke smooths the current into the capacitors. */
final class ForwardTransformer extends AveragedConverter
{
    public function name(): string
    {
        return 'forward';
    }

    public function title(): string
    {
        return 'Forward transformer';
    }

    protected function alone(): float
    {
        return 0.03;
    }

    protected function swing(): float
    {
        return 0.3;
    }
}
