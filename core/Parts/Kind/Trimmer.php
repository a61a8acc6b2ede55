<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

/** A preset: seldom moved, so its wiper oxidises where it stands. */
final class Trimmer extends Potentiometer
{
    public function name(): string
    {
        return 'trimmer';
    }

    public function title(): string
    {
        return 'Trimmer';
    }
}
