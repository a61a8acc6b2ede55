<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Rating;

/** A kind that carries limits. */
interface Rated
{
    /** @return list<Rating> */
    public function ratings(Part $part): array;
}
