<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** How a part goes that does not survive. What is seen and heard of it is common practice. */
enum Breaking
{
    case PartsViolently;
    case PartsQuickly;
    case PartsSlowly;
    case BreaksDown;
    case IsOverloaded;
    case Overheats;
    case Vents;
    case FlaresUp;
    case PunchesThrough;
    case Bursts;
    case BurnsOut;
    case Burns;
    case PartsQuietly;
    case BurnsItsWinding;
    case BurnsItsPrimary;
    case BurnsItsTrack;

    public function isHeard(): bool
    {
        return in_array(
            $this,
            [self::PartsViolently, self::PunchesThrough, self::Vents, self::FlaresUp, self::Bursts],
            true,
        );
    }

    public function smokes(): bool
    {
        return in_array(
            $this,
            [
                self::PartsViolently,
                self::Vents,
                self::FlaresUp,
                self::BurnsOut,
                self::Burns,
                self::BurnsItsWinding,
                self::BurnsItsPrimary,
                self::BurnsItsTrack,
            ],
            true,
        );
    }

    public function words(): string
    {
        return match ($this) {
            self::PartsViolently => 'opens at once, violently',
            self::PartsQuickly => 'opens quickly',
            self::PartsSlowly => 'opens after seconds to minutes',
            self::BreaksDown => 'breaks down and shorts',
            self::IsOverloaded => 'is overloaded and shorts',
            self::Overheats => 'overheats and shorts',
            self::Vents => 'vents and shorts',
            self::FlaresUp => 'flares up',
            self::PunchesThrough => 'punches through',
            self::Bursts => 'bursts and shorts',
            self::BurnsOut => 'burns out',
            self::Burns => 'burns',
            self::PartsQuietly => 'parts quietly, as it is meant to',
            self::BurnsItsWinding => 'burns its winding',
            self::BurnsItsPrimary => 'burns out its primary',
            self::BurnsItsTrack => 'burns its track',
        };
    }
}
