<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/** A node that the black lead goes to, and what people call it. */
final readonly class Ground
{
    public function __construct(public string $node, public string $name, public string $how) {}
}
