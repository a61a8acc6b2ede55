<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/** A way of running the supply: parts left out (loads, mostly) and the share of nominal mains. */
final readonly class Mode
{
    /** @param list<string> $absent references of parts that are not fitted or not switched on */
    public function __construct(public string $id, public string $name, public array $absent, public float $mains)
    {
    }
}
