<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

/** Two pins and what the beeper said of them, with the line that says so. */
final readonly class Connection
{
    public function __construct(public Pin $one, public Pin $other, public bool $beeps, public int $line) {}
}
