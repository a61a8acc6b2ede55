<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** Current that comes and goes at a switching frequency at a node, as the capacitor there sees it. */
final readonly class Pulse
{
    /**
     * @param string $against what its voltage counts against
     * @param float $amperes mean current
     * @param float $alone   share of a switching cycle for which the capacitor alone carries it
     * @param float $swing   peak-to-peak capacitor current as a multiple of the mean
     * @param float       $hertz     switching frequency
     * @param string|null $blocker branch that blocks in between: the rectifier, or the switch
     * @param float       $blocks  volts peak across it then
     */
    public function __construct(
        public string $node,
        public string $against,
        public float $amperes,
        public float $alone,
        public float $swing,
        public float $hertz,
        public ?string $blocker = null,
        public float $blocks = 0.0,
    ) {}

    /**
     * Amperes rms through what blocks in between: a triangle over the share of the cycle that is left, or a choke's
     * current with its swing (textbook).
     *
     * @param float $mean amperes
     */
    public function rmsOf(float $mean): float
    {
        return $this->swing >= 1.0
            ? $mean * sqrt(4 / (3 * max(0.1, 1 - $this->alone)))
            : $mean * sqrt(1 + $this->swing ** 2 / 12);
    }

    /** @param float $mean amperes */
    public function peakOf(float $mean): float
    {
        return $this->swing >= 1.0 ? (2 * $mean) / max(0.1, 1 - $this->alone) : $mean * (1 + $this->swing / 2);
    }

    /**
     * Amperes rms through the capacitor: rectangular pulses I sqrt(D / (1 - D)), a choke's triangle swing I / sqrt(12)
     * (textbook; switching component only).
     */
    public function throughCapacitor(): float
    {
        return $this->alone > 0.2
            ? $this->amperes * sqrt($this->alone / (1 - $this->alone))
            : ($this->swing * $this->amperes) / sqrt(12);
    }
}
