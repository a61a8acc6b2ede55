<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

/** Whether something may stand where the original stood. */
enum Fit: string
{
    case Ok = 'ok';
    case Noted = 'noted';
    /** Good enough to try the unit with; it must not go back like that. */
    case TestOnly = 'test';
    case No = 'no';

    public function words(): string
    {
        return match ($this) {
            self::Ok => 'ok',
            self::Noted => 'ok, with a note',
            self::TestOnly => 'for a test only',
            self::No => 'no',
        };
    }

    /** The mark's shape on screen, as verdicts on readings have them. */
    public function mark(): string
    {
        return match ($this) {
            self::Ok => 'bar',
            self::Noted => 'half',
            self::TestOnly => 'zigzag',
            self::No => 'ring',
        };
    }

    public function severity(): int
    {
        return (int) array_search($this, self::cases(), true);
    }

    /** @param list<self> $fits */
    public static function worst(array $fits): self
    {
        return array_reduce(
            $fits,
            static fn(self $worst, self $fit): self => $fit->severity() > $worst->severity() ? $fit : $worst,
            self::Ok,
        );
    }
}
