<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/** Keeps a charge that no bleeder takes away. */
interface HoldsHighVoltage
{
    /** @return array{volts: float, farads: float} */
    public function anode(Part $part): array;
}
