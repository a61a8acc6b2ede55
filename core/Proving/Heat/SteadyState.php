<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Heat;

use Oculant\Core\Quantity\Duration;

/**
 * Whether a part has come to rest: it moved less than 0.5 K in the last ten minutes (common practice), and where it
 * will end if not.
 */
final readonly class SteadyState
{
    public const WITHIN = 0.5;

    public const WINDOW = 600.0;

    /**
     * @param bool       $isSteady
     * @param float|null $moved kelvin from lowest to highest within the last ten minutes; null while there are not ten
     *     minutes
     * @param float      $now    degrees Celsius
     * @param float|null $end    degrees Celsius at which it will come to rest; null if the curve does not tell yet
     * @param float|null $wait   seconds until then; 0 if it is steady
     */
    private function __construct(
        public bool $isSteady,
        public ?float $moved,
        public float $now,
        public ?float $end,
        public ?float $wait,
    ) {}

    /**
     * @param non-empty-list<array{float, float}> $samples seconds and degrees Celsius, in order of time
     */
    public static function of(array $samples): self
    {
        [$last, $now] = $samples[count($samples) - 1];
        $recent = array_values(
            array_filter($samples, static fn(array $s): bool => $s[0] >= $last - self::WINDOW - 1e-6),
        );
        $covers = $last - $recent[0][0] >= 0.9 * self::WINDOW && count($recent) >= 3;
        $moved = $covers ? max(array_column($recent, 1)) - min(array_column($recent, 1)) : null;
        $isSteady = $moved !== null && $moved < self::WITHIN;
        $fit = ExponentialFit::through($samples);
        // A curve that does not fit foretells nothing.
        $foretells = $fit !== null && $fit->residual < max(0.5, 0.05 * abs($fit->end - $fit->start));

        return new self(
            $isSteady,
            $moved,
            $now,
            $isSteady ? ($foretells ? $fit->end : $now) : ($foretells ? $fit->end : null),
            $isSteady ? 0.0 : ($foretells ? max(0.0, $fit->settledAt(self::WITHIN) - $last) : null),
        );
    }

    public function words(): string
    {
        return match (true) {
            $this->isSteady => sprintf('steady: %.1f K in ten minutes', (float) $this->moved),
            $this->end !== null => sprintf(
                'on its way to %.0f °C, %s',
                $this->end,
                $this->wait < 45.0 ? 'nearly there' : 'in about ' . Duration::write((float) $this->wait),
            ),
            $this->moved === null => 'ten minutes are needed to tell',
            default => sprintf('still moving: %.1f K in ten minutes', $this->moved),
        };
    }
}
