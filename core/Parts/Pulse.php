<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** Current that comes and goes at a switching frequency at a node, as the capacitor there sees it. */
final readonly class Pulse
{
    /**
     * @param float $amperes mean current
     * @param float $alone   share of a switching cycle for which the capacitor alone carries it
     * @param float $swing   peak-to-peak capacitor current as a multiple of the mean
     * @param float $hertz   switching frequency
     */
    public function __construct(public string $node, public float $amperes, public float $alone, public float $swing, public float $hertz)
    {
    }
}
