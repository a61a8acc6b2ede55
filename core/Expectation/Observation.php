<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Breaking;

/** What a supply shows once it has settled in one situation. */
final readonly class Observation
{
    public bool $settled;

    /**
     * @param array<string, array{dc: float, ac: float, ripple: float, swing: float, hertz: float}> $readings by point
     *     id, in volts: average, AC-coupled rms, peak to peak, how far the average wanders from phase to phase; and the
     *     frequency of what a scope shows, 0 if nothing
     * @param list<Destruction>     $chain  what broke because of the faults, in order
     * @param list<string>          $signs  "LED1 lit", "F1 open", "ticks"
     * @param array<string, float>  $levels mean volts of every node that a black lead goes to, against the reference
     * @param Guide|null            $guide  how it got there, for similar solves
     * @param array<string, float>  $heat   watts that turn into heat, by part reference
     * @param Unsettled|null        $unsettled why there is no stable reading; null if there is one
     */
    public function __construct(
        public array $readings,
        public array $chain,
        public array $signs,
        public array $levels,
        public ?Guide $guide,
        public array $heat = [],
        public ?Unsettled $unsettled = null,
    ) {
        $this->settled = $unsettled === null;
    }

    /**
     * Whether a point is measured on AC: its direct part is small beside its alternating one (a winding, the mains).
     */
    public static function isAlternating(float $dc, float $ac): bool
    {
        return abs($dc) < 0.2 * $ac;
    }

    /** Whether something broke that may as well have held. */
    public function isDoubtful(): bool
    {
        return array_filter($this->chain, static fn(Destruction $d): bool => $d->isDoubtful) !== [];
    }

    /**
     * @return array<string, Breaking> fuses that may have opened before anything broke, and how, by reference
     */
    public function raced(): array
    {
        return ($this->chain[0] ?? null)->fuses ?? [];
    }

    /** @return array<string, string> fault mode of every part that broke, by reference */
    public function broken(): array
    {
        return array_column(array_map(static fn(Destruction $d): array => [$d->ref, $d->becomes], $this->chain), 1, 0);
    }

    /** @return array<string, Breaking> how it broke, by reference */
    public function howBroken(): array
    {
        return array_column(array_map(static fn(Destruction $d): array => [$d->ref, $d->how], $this->chain), 1, 0);
    }

    public function reading(string $point, string $quantity): float
    {
        return $this->readings[$point][$quantity] ?? NAN;
    }
}
