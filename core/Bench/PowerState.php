<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** How the unit stands; part of every reading's context. */
enum PowerState: string
{
    /** Plug out. Whether it is empty is another question: StoredCharge answers it. */
    case Unplugged = 'unplugged';
    /** Through a lamp, a variable transformer or a current-limited bench supply. */
    case Limited = 'limited';
    case Live = 'live';

    public function isEnergised(): bool
    {
        return $this !== self::Unplugged;
    }

    public function words(): string
    {
        return match ($this) {
            self::Unplugged => 'Unplugged and discharged',
            self::Limited => 'On limited power',
            self::Live => 'Live on mains',
        };
    }
}
