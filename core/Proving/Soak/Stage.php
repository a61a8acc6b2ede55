<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Soak;

/** A stretch of a soak with the loads at one setting. */
final readonly class Stage
{
    /** @param float $share of full load, 0 to 1.2 */
    public function __construct(public string $title, public float $seconds, public float $share) {}
}
