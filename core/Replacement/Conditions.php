<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

/** How a part was measured. */
final readonly class Conditions
{
    /**
     * @param float $hertz   of an ESR meter
     * @param float $celsius of a thermistor's body
     */
    public function __construct(
        public bool $isLifted = true,
        public float $hertz = 100e3,
        public float $celsius = 25.0,
    ) {}
}
