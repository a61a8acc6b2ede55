<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

use Oculant\Core\Parts\Part;

/** A part in the drawing. */
final readonly class DrawnPart
{
    /** @param list<DrawnPin> $pins */
    public function __construct(
        public Part $part,
        public Pose $pose,
        public Zone $zone,
        public ?string $stage,
        public array $pins,
    ) {}
}
