<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Mistake;

use Oculant\Core\Supply\Description;

/** What a hand did to a unit, where no part failed: two parts in each other's place, a bridge of solder. */
interface Mistake
{
    /** The supply as it is then. */
    public function made(Description $supply): Description;

    /** Whether a part is the wrong one where it sits. */
    public function misplaces(string $ref): bool;

    /**
     * Whether it is undone once some parts were replaced, or resoldered.
     *
     * @param list<string> $replaced references
     */
    public function isUndone(array $replaced): bool;
}
