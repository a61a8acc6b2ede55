<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

/** One setting of the loads, and what a good unit then shows. */
final readonly class LoadStep
{
    public const NONE = 'none';

    public const PART = 'part';

    public const FULL = 'full';

    /** Where a load comes in peaks: between them, in the mean, in them. */
    public const IDLE = 'idle';

    public const MEAN = 'mean';

    public const PEAK = 'peak';

    /** Before the id of the rail that alone goes to full load. */
    public const CROSS = 'cross:';

    /**
     * @param array<string, float> $shares of full load, by point id
     * @param array<string, array{dc: float, low: float, high: float, ripple: float, ripple_high: float,
     *     amperes: float}> $expected volts and amperes by point id
     * @param float                $inputWatts  from the feed
     * @param float                $outputWatts into the loads
     * @param bool                 $settles     false if a good unit finds no rest there
     */
    public function __construct(
        public string $id,
        public string $title,
        public array $shares,
        public array $expected,
        public float $inputWatts,
        public float $outputWatts,
        public bool $settles,
    ) {}

    public function efficiency(): float
    {
        return $this->inputWatts > 0.0 ? $this->outputWatts / $this->inputWatts : 0.0;
    }
}
