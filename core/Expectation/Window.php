<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Quantity\Uncertainty;

/**
 * Where a good unit's reading lies: 90 % window around the nominal value, all in volts. A good unit that stands between
 * two states, running or not, has another window for the other one.
 */
final readonly class Window
{
    /**
     * @param float $sigma   combined standard uncertainty without the meter
     * @param float|null $computed what the circuit says where the service document has another nominal value
     * @param float|null $solved   what the faults were solved beside, where the mains has moved the nominal value since
     * @param list<array{what: string, volts: float}> $contributions largest first: what moves the reading, by how much
     *     at its limit
     * @param self|null $other where it lies in the other state
     * @param string    $when  for the other window: "it starts"
     */
    public function __construct(
        public float $nominal,
        public float $low,
        public float $high,
        public float $sigma,
        public array $contributions,
        public ?float $computed = null,
        public ?float $solved = null,
        public ?self $other = null,
        public string $when = '',
    ) {}

    /** With another state that a good unit may be in, and when. */
    public function or(self $other, string $when): self
    {
        return new self(
            $this->nominal,
            $this->low,
            $this->high,
            $this->sigma,
            $this->contributions,
            $this->computed,
            $this->solved,
            $other,
            $when,
        );
    }

    /** The window of the state that a reading speaks for. */
    public function towards(float $value): self
    {
        return $this->other === null || abs($value - $this->nominal) <= abs($value - $this->other->nominal)
            ? $this
            : $this->other;
    }

    /** Where nothing is foretold: the circuit finds no rest in this mode. */
    public static function unknown(): self
    {
        return new self(NAN, -INF, INF, 0.0, []);
    }

    public function isKnown(): bool
    {
        return !is_nan($this->nominal);
    }

    /**
     * A documented value has its own tolerance and wins over the computed one.
     *
     * @param float $tolerance ratio, of which the limits are meant (a rectangular distribution)
     */
    public function documented(float $nominal, float $tolerance): self
    {
        $half = abs($nominal) * $tolerance;

        return new self(
            $nominal,
            $nominal - $half,
            $nominal + $half,
            Uncertainty::fromHalfWidth($half),
            $this->contributions,
            $this->isKnown() ? $this->nominal : null,
        );
    }

    /**
     * A reading on the scale of the circuit that the faults were solved in; a service document or the mains may have
     * shifted it.
     */
    public function asComputed(float $value): float
    {
        $solved = $this->solved ?? $this->computed;

        return $solved === null || abs($this->nominal) < 0.1 ? $value : ($value * $solved) / $this->nominal;
    }

    /** With the mains measured: another centre, and only the parts' share of the spread. */
    public function movedTo(float $nominal, float $sigma): self
    {
        $ratio = abs($this->nominal) < 0.1 ? 1.0 : max(0.2, min(5.0, $nominal / $this->nominal));
        $half = Uncertainty::COVERAGE_90 * $sigma * $ratio;
        $low = $nominal - $half;

        return new self(
            $nominal,
            $this->low >= 0.0 ? max(0.0, $low) : $low,
            $nominal + $half,
            $sigma * $ratio,
            array_values(array_filter($this->contributions, static fn(array $c): bool => $c['what'] !== 'mains')),
            $this->computed,
            $this->nominal,
            $this->other,
            $this->when,
        );
    }

    /** How far a good unit's own regulation lets it wander is not a fault. */
    public function wandering(float $swing): self
    {
        return $swing <= 0.0
            ? $this
            : new self(
                $this->nominal,
                // It comes and goes, and does not turn round.
                $this->low >= 0.0 ? max(0.0, $this->low - $swing / 2) : $this->low - $swing / 2,
                $this->high <= 0.0 ? min(0.0, $this->high + $swing / 2) : $this->high + $swing / 2,
                hypot($this->sigma, $swing / 4),
                $this->contributions,
                $this->computed,
                null,
                $this->other,
                $this->when,
            );
    }

    /**
     * Between two points: the two spreads as if independent, which is never too narrow for points that follow the same
     * mains.
     */
    public function less(self $other): self
    {
        $nominal = $this->nominal - $other->nominal;
        $half = hypot($this->high - $this->low, $other->high - $other->low) / 2;

        return new self($nominal, $nominal - $half, $nominal + $half, hypot($this->sigma, $other->sigma), []);
    }

    /** The most that a good unit has there, in whichever state, without its sign; 0 where nothing is foretold. */
    public function most(): float
    {
        return max($this->isKnown() ? max(-$this->low, $this->high) : 0.0, $this->other?->most() ?? 0.0);
    }

    public function holds(float $value): bool
    {
        return ($this->isKnown() && $value >= $this->low && $value <= $this->high) ||
            $this->other?->holds($value) === true;
    }
}
