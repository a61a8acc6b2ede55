<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

/** How many measurements and tests the best strategy needs. */
enum Difficulty: string
{
    case Easy = 'easy';
    case Middle = 'middle';
    case Hard = 'hard';

    public static function of(int $steps): self
    {
        return match (true) {
            $steps <= 5 => self::Easy,
            $steps <= 10 => self::Middle,
            default => self::Hard,
        };
    }
}
