<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

/** What would have hurt somebody, an instrument or the unit, had it been real. */
final readonly class Incident
{
    /** A gate stood in the way: nothing has happened. */
    public const GATE = 'gate';

    /** It would have happened. */
    public const NEAR_MISS = 'near miss';

    public function __construct(public string $kind, public string $sentence) {}
}
