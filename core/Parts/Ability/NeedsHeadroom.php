<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/** A kind that gives up when its input comes too near its output. */
interface NeedsHeadroom
{
    /**
     * @return array{string, string, float} input node, common node, and the volts between them below which it drops out
     *     at rated current
     */
    public function headroom(Part $part): array;
}
