<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Parts\Part;

/** A kind that a capacitance, ESR or leakage meter can test. */
interface StoresCharge
{
    /**
     * What it would measure by itself, with one leg lifted.
     *
     * @param string|null $fault name of one of its fault modes, or null for a good part
     *
     * @return array{farads: float, esr: float, leak: float} farads (INF where a meter sees a short), ohms at 100 kHz,
     *     ohms at working voltage
     */
    public function asFound(Part $part, ?string $fault): array;
}
