<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** What a supply shows once it has settled in one situation. */
final readonly class Observation
{
    /**
     * @param array<string, array{dc: float, ac: float, ripple: float}> $readings volts by point id: average, AC-coupled rms, peak to peak
     * @param array<string, string> $fuses  how each fuse that opens does so, by reference
     * @param list<string>          $signs  "LED1 lit", "F1 open", "dead", "hum"
     * @param bool                  $settled false if there is no stable reading
     * @param list<float>           $states to start a similar solve from
     */
    public function __construct(
        public array $readings,
        public array $fuses,
        public array $signs,
        public bool $settled,
        public array $states,
    ) {
    }

    /** Whether a point is measured on AC: its direct part is small beside its alternating one (a winding, the mains). */
    public static function isAlternating(float $dc, float $ac): bool
    {
        return abs($dc) < 0.2 * $ac;
    }

    public function reading(string $point, string $quantity): float
    {
        return $this->readings[$point][$quantity] ?? NAN;
    }
}
