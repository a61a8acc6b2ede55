<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Economics;

/** What a supply has to deliver at one output. */
final readonly class Rail
{
    /** @param float|null $ripple volts peak to peak of a good unit; null if nothing tells */
    public function __construct(
        public string $ref,
        public float $volts,
        public float $amperes,
        public ?float $ripple,
    ) {}
}
