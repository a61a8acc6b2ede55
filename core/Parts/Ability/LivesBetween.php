<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/** A controller whose supply pin saws between two thresholds while it starts and gives up again. */
interface LivesBetween
{
    /**
     * @return array{string, string, float, float} supply pin, its ground, volts at which it stops and at which it
     *     starts
     */
    public function thresholds(Part $part): array;
}
