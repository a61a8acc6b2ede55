<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** What a unit is on the bench for. What must be there before it goes back follows from it, and from what was done. */
enum Purpose: string
{
    case Fault = 'fault';
    case Check = 'check';
    case Calibration = 'calibration';
    case Recap = 'recap';
    case Unknown = 'unknown';

    public function words(): string
    {
        return match ($this) {
            self::Fault => 'something is wrong with it',
            self::Check => 'it works: check or service',
            self::Calibration => 'it works: calibration',
            self::Recap => 'new capacitors are wanted',
            self::Unknown => 'nobody knows',
        };
    }

    /** @return array<string, string> words by value */
    public static function options(): array
    {
        return array_column(array_map(static fn(self $p): array => [$p->value, $p->words()], self::cases()), 1, 0);
    }
}
