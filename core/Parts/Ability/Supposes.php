<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/**
 * A kind that has to suppose what a description leaves out, from what it does say; such a value is less sure than a
 * stated one.
 */
interface Supposes
{
    /**
     * @return array<string, array{float, float}> value and relative half-width by parameter, for those that are not
     *     stated
     */
    public function supposed(Part $part): array;
}
