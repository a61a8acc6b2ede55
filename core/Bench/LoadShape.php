<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** A load that is not steady: what it takes between its peaks, in them, and for which share of the time. */
final readonly class LoadShape
{
    /**
     * @param float $idle amperes between the peaks
     * @param float $peak amperes in them, more than $idle
     * @param float $duty share of the time, above 0 and below 1
     */
    public function __construct(public float $idle, public float $peak, public float $duty) {}

    public function mean(): float
    {
        return $this->idle + $this->duty * ($this->peak - $this->idle);
    }

    public function rms(): float
    {
        return sqrt($this->duty * $this->peak ** 2 + (1 - $this->duty) * $this->idle ** 2);
    }
}
