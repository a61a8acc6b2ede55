<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

/** What is more than one part that failed by itself. */
enum Twist: string
{
    /** Two faults that have nothing to do with each other. */
    case Two = 'two';

    /**
     * Somebody has worked on it before, and fitted a part the wrong way round, of the wrong value, or a larger
     * fuse.
     */
    case Slip = 'slip';

    /** It is there at one start and not at the next. */
    case ComesAndGoes = 'comes_and_goes';

    /** One part of this unit is of another value than its description says, and good. */
    case Differs = 'differs';
}
