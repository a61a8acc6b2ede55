<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** The moments at which people are hurt, a unit is destroyed, or leaves with a forgotten jumper. */
enum Gate: string
{
    case HandsIn = 'hands';
    case Limited = 'limited';
    case Mains = 'mains';
    case HandBack = 'handback';

    public function words(): string
    {
        return match ($this) {
            self::HandsIn => 'before hands go in',
            self::Limited => 'before limited power',
            self::Mains => 'before mains',
            self::HandBack => 'before hand-back',
        };
    }

    /** The gate that a change of the power state passes through; null if none. */
    public static function onTheWayTo(PowerState $to, PowerState $from): ?self
    {
        return match (true) {
            $to === PowerState::Limited && !$from->isEnergised() => self::Limited,
            $to === PowerState::Live && $from !== PowerState::Live => self::Mains,
            default => null,
        };
    }
}
