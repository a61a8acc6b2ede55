<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Rating;

/** How a part stands against one of its ratings. */
final readonly class Margin
{
    public const WITHIN = 'in rating';

    public const THIN = 'in rating, no margin';

    public const OVER = 'over its rating';

    /** @param float $value in the rating's unit */
    public function __construct(public Rating $rating, public float $value) {}

    public function share(): float
    {
        return $this->rating->limit > 0 ? $this->value / $this->rating->limit : INF;
    }

    /** 0 with margin, 1 without, 2 over. */
    public function severity(): int
    {
        return match ($this->word()) {
            self::OVER => 2,
            self::THIN => 1,
            default => 0,
        };
    }

    public function word(): string
    {
        return match (true) {
            $this->share() > 1.0 => self::OVER,
            $this->share() > $this->rating->thin => self::THIN,
            default => self::WITHIN,
        };
    }
}
