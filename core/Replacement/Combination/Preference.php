<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Combination;

/** What counts most among sets that will do. */
enum Preference: string
{
    case Closest = 'closest';
    case Fewest = 'fewest';
    case Cheapest = 'cheapest';

    /**
     * @return array{float, float, float} weight of being off (by what is allowed), of each further part, of a unit of
     *     currency
     */
    public function weights(): array
    {
        return match ($this) {
            self::Closest => [1.0, 0.05, 0.02],
            self::Fewest => [0.2, 0.5, 0.02],
            self::Cheapest => [0.2, 0.02, 2.0],
        };
    }
}
