<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/** A kind with a state of its own once powered. The state stands among the part's values while a circuit is solved. */
interface HasState
{
    /** @return array<string, float> the state with no power */
    public function rest(Part $part): array;
}
