<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** How a part is got by itself to be tested, what that takes, and what it may harm (all common practice). */
enum Apart: string
{
    case Pulled = 'pulled';
    case Bridged = 'bridged';
    case LegLifted = 'leg lifted';
    case Disconnected = 'disconnected';
    case TakenOut = 'taken out';
    case Exchanged = 'exchanged';

    /** With the soldering, the test and putting it back. */
    public function minutes(): float
    {
        return match ($this) {
            self::Pulled => 1.5,
            self::Bridged => 2.0,
            self::LegLifted => 3.0,
            self::Disconnected => 5.0,
            self::TakenOut => 6.0,
            self::Exchanged => 12.0,
        };
    }

    /** Factor on the minutes: legs, tracks and good parts do not stand it often. */
    public function harm(): float
    {
        return match ($this) {
            self::Pulled, self::Bridged => 1.0,
            self::LegLifted, self::Disconnected => 1.3,
            self::TakenOut, self::Exchanged => 1.6,
        };
    }

    public function sentence(string $ref): string
    {
        return match ($this) {
            self::Pulled => "Test {$ref} by itself: unplug it or take it out of its holder.",
            self::Bridged
                => "Bridge {$ref} with a short wire, then try it again: if the fault has gone, {$ref} was bad.",
            self::LegLifted => "Test {$ref} by itself: lift one leg.",
            self::Disconnected => "Test {$ref} by itself: disconnect its windings.",
            self::TakenOut => "Test {$ref} by itself: take it out.",
            self::Exchanged => 'Put a known good one in the place of ' .
                "{$ref}, then try it again: if the fault has gone, {$ref} was bad.",
        };
    }
}
