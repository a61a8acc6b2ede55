<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Mishap;

use Oculant\Core\Supply\Description;

/**
 * Where no part failed: two parts in each other's place, a bridge of solder, two good regulators that hold each other
 * down.
 */
interface Mishap
{
    /** The supply as it runs then. */
    public function made(Description $supply): Description;

    /** The supply as it is then with the plug out. */
    public function asleep(Description $supply): Description;

    /** Whether it goes away with a part. */
    public function endsWithout(string $ref): bool;

    /** Whether a part is the wrong one where it sits. */
    public function misplaces(string $ref): bool;

    /**
     * Whether it is undone once some parts were replaced, or resoldered.
     *
     * @param list<string> $replaced references
     */
    public function isUndone(array $replaced): bool;
}
