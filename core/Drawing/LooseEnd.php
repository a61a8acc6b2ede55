<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

/** A place in a drawing where something is not joined as it should be. */
final readonly class LooseEnd
{
    public function __construct(public string $part, public ?string $pin, public string $sentence) {}
}
