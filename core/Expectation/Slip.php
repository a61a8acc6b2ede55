<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** A measuring mistake that would make a good unit show this reading. */
final readonly class Slip
{
    /**
     * @param float $wouldRead       what a good unit reads under the mistake, volts or ohms
     * @param float $spread          by how much good units differ under it
     * @param bool  $explainsNothing true if it makes a good unit read nothing at all
     */
    public function __construct(
        public string $name,
        public string $advice,
        public float $wouldRead,
        public float $spread = 0.0,
        public bool $explainsNothing = false,
    ) {}
}
