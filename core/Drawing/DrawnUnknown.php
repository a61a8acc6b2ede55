<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

/** A part that nobody knows the kind of, in the drawing: a frame with the pins that are known to lead somewhere. */
final readonly class DrawnUnknown
{
    /** @param list<DrawnPin> $pins */
    public function __construct(
        public string $ref,
        public string $marking,
        public Zone $zone,
        public ?string $stage,
        public array $pins,
    ) {}
}
