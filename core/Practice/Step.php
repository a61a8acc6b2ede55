<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

/**
 * One measurement or test of a run, with what was believed before it and what would have told most.
 *
 * @phpstan-type PracticeStep array{
 *     target: string,
 *     quantity: string,
 *     shown: string,
 *     minutes: float,
 *     // expected of it before it was made
 *     bits: float,
 *     best: array{
 *         target: string,
 *         quantity: string,
 *         bits: float,
 *     }|null,
 *     belief: list<array{
 *         title: string,
 *         probability: float,
 *     }>,
 * }
 */
final readonly class Step
{
    /**
     * @param string               $target   point, check or part
     * @param string               $quantity as readings have it, or Tested::BY_ITSELF
     * @param string               $shown    what came of it
     * @param float                $minutes  with changes of state since the step before
     * @param float                $bits     expected of it before it was made; 0 where it could tell nothing
     * @param array{target: string, quantity: string, bits: float}|null $best of all that could be measured then
     * @param list<array{title: string, probability: float}> $belief before it, likeliest first
     */
    public function __construct(
        public string $target,
        public string $quantity,
        public string $shown,
        public float $minutes,
        public float $bits,
        public ?array $best,
        public array $belief,
    ) {}

    /** Share of what the best measurement would have told, 0 to 1. */
    public function telling(): float
    {
        return $this->best === null || $this->best['bits'] <= 0.0 ? 1.0 : min(1.0, $this->bits / $this->best['bits']);
    }

    /** @param array<string, mixed> $kept as toArray() wrote it */
    public static function of(array $kept): self
    {
        return new self(
            (string) $kept['target'],
            (string) $kept['quantity'],
            (string) $kept['shown'],
            (float) $kept['minutes'],
            (float) $kept['bits'],
            $kept['best'],
            $kept['belief'],
        );
    }

    /** @return PracticeStep */
    public function toArray(): array
    {
        return [
            'target' => $this->target,
            'quantity' => $this->quantity,
            'shown' => $this->shown,
            'minutes' => round($this->minutes, 2),
            'bits' => round($this->bits, 3),
            'best' => $this->best === null ? null : ['bits' => round($this->best['bits'], 3)] + $this->best,
            'belief' => $this->belief,
        ];
    }
}
