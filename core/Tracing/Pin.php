<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

/** A pin of a part on a board. */
final readonly class Pin
{
    public function __construct(public string $ref, public string $name) {}

    public function id(): string
    {
        return "{$this->ref}.{$this->name}";
    }
}
