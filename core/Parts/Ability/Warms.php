<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/**
 * A kind whose size tells how warm a watt makes it, as it is usually mounted. Whoever designed it in gave it area or a
 * heatsink for some 40 to 50 K at its rated load (common practice), so that the rating stands for the area.
 */
interface Warms
{
    /** @return float kelvin per watt on its outside in still air */
    public function perWatt(Part $part): float;
}
