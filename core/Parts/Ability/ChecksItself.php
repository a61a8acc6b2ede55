<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/** A kind whose values depend on one another. */
interface ChecksItself
{
    /** What is wrong with the part's values and how to mend it, or null. */
    public function complaint(Part $part): ?string;
}
