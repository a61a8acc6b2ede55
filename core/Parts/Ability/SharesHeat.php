<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/** A kind whose losses in the averaged circuit are those of several parts. */
interface SharesHeat
{
    /**
     * @param array<string, float> $watts as the averaged circuit has them, by reference
     * @param array<string, Part>  $parts by reference
     *
     * @return array<string, float> watts where they turn into heat
     */
    public function shareHeat(Part $part, array $watts, array $parts): array;
}
