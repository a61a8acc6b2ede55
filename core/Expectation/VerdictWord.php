<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** What a technician calls a reading. */
enum VerdictWord: string
{
    case Dead = 'dead';
    case VeryLow = 'very low';
    case Low = 'low';
    case Fine = 'fine';
    case FineHere = 'fine for this mode';
    case High = 'high';
    case VeryHigh = 'very high';
    case WrongPolarity = 'wrong polarity';
    case TooMuchRipple = 'too much ripple';
    /** It wanders, and a good unit's does not. */
    case Unstable = 'unstable';
    case CannotTell = 'cannot tell';
    /** Nobody knows what a good unit reads there. */
    case Unknown = 'not known';
    /** A dead check that shows the good unit's value. */
    case AsExpected = 'as expected';
    /** A dead check far from the good unit's value. */
    case NotAsExpected = 'not as expected';

    public function isGood(): bool
    {
        return in_array($this, [self::Fine, self::FineHere, self::AsExpected], true);
    }

    /**
     * The mark's shape on screen: level bar, wedge up, wedge down, empty ring, zigzag (also of what wanders), turned
     * arrows, half bar.
     */
    public function mark(): string
    {
        return match ($this) {
            self::Fine, self::FineHere, self::AsExpected => 'bar',
            self::High, self::VeryHigh => 'up',
            self::Low, self::VeryLow => 'down',
            self::Dead, self::NotAsExpected => 'ring',
            self::TooMuchRipple, self::Unstable => 'zigzag',
            self::WrongPolarity => 'turned',
            self::CannotTell, self::Unknown => 'half',
        };
    }
}
