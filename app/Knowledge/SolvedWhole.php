<?php

declare(strict_types=1);

namespace App\Knowledge;

/** Everything about a description is solved; whoever wants to work something out from it may begin. */
final readonly class SolvedWhole
{
    public function __construct(public string $hash) {}
}
