<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/** A kind with windings whose rated voltage holds at rated load only. */
interface NamesWindings
{
    /**
     * @return list<array{list<string>, float}> nodes from one end over the tap to the other, and rated volts from end
     *     to end
     */
    public function windings(Part $part): array;
}
