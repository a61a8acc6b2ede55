<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

/** A pin in the drawing; one on a ground gets a ground of its own instead of a wire. */
final readonly class DrawnPin
{
    public function __construct(public string $name, public string $node, public Side $side, public bool $isGround) {}
}
