<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

/** A part on a board that nothing tells the kind of yet: its pins go by whatever somebody counts them as. */
final readonly class Stranger
{
    public function __construct(public string $ref, public string $marking, public int $line) {}
}
