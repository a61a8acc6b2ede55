<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/**
 * A kind whose breakdown voltage can be measured: a source above it through a resistor, the voltage across the part.
 */
interface BreaksDown
{
    /**
     * Volts across it by itself.
     *
     * @param string|null $fault name of one of its fault modes, or null for a good part
     *
     * @return float INF if it does not conduct
     */
    public function breakdown(Part $part, ?string $fault): float;
}
