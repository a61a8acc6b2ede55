<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Closure;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Parts\Ability\Switches;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** Where a part stands: what it is there for, what the circuit asks of it, which others stand as it does. */
final readonly class Place
{
    /** Twins carry the same within this ratio (a mirrored half of the circuit, computed the same way). */
    private const ALIKE = 0.05;

    /**
     * @param float|null   $measured volts that were read across it with the unit running; null if nobody did
     * @param list<string> $twins    references
     * @param (Closure(float): array{Fit, string, float|null})|null $tries what the solver makes of another main
     *     value; null where nobody waits for it
     */
    private function __construct(
        public Description $supply,
        public Part $part,
        public Component $original,
        public ?Duty $duty,
        public Demands $demands,
        public ?float $measured,
        public array $twins,
        private ?Closure $tries = null,
    ) {}

    /** @param Closure(float): array{Fit, string, float|null} $tries */
    public function trying(Closure $tries): self
    {
        return new self(
            $this->supply,
            $this->part,
            $this->original,
            $this->duty,
            $this->demands,
            $this->measured,
            $this->twins,
            $tries,
        );
    }

    /** @return array{Fit, string, float|null} what another main value makes of the unit */
    public function another(float $value): array
    {
        return $this->tries === null
            ? [Fit::No, 'Another value. Named as the part that goes in, the solver tries it.', null]
            : ($this->tries)($value);
    }

    public static function of(Description $supply, Demands $demands, string $ref, ?float $measured = null): self
    {
        $part = $supply->part($ref);
        $isCapacitor = in_array(Family::of($part->kind->name()), [Family::Capacitor, Family::Safety], true);

        return new self(
            $supply,
            $part,
            Component::ofPart($part),
            $isCapacitor ? Duty::of($supply, $part) : null,
            $demands,
            $measured,
            self::twins($supply, $demands, $part),
        );
    }

    /** The most volts that were read across a part while the unit ran; null if nobody did. */
    public static function measured(Description $supply, BenchState $state, string $ref): ?float
    {
        $nodes = array_values($supply->part($ref)->terminals);
        $most = null;
        foreach ($state->readings as $reading) {
            $point =
                $reading->quantity !== 'dc' || $reading->isDeadCheck() || $reading->isResidual()
                    ? null
                    : $supply->places()[$reading->target] ?? null;
            if (
                $point !== null &&
                count($nodes) === 2 &&
                array_diff([$point->node, $point->against], $nodes) === [] &&
                is_finite($reading->value)
            ) {
                $most = max($most ?? 0.0, abs($reading->value));
            }
        }

        return $most;
    }

    /** What the circuit asks for at its worst, in SI units; null if nothing tells. */
    public function asks(string $quantity): ?float
    {
        $computed = $this->demands->value($this->part->ref, $quantity);

        return $quantity === Rating::VOLTAGE && $this->measured !== null
            ? max($computed ?? 0.0, $this->measured)
            : $computed;
    }

    /** "41.2 V (unloaded, 253 V mains)". */
    public function says(string $quantity, Unit $unit): string
    {
        $asked = $this->demands->get($this->part->ref, $quantity);
        if ($quantity === Rating::VOLTAGE && $this->measured !== null && $this->measured > ($asked['value'] ?? 0.0)) {
            return sprintf('%s, measured here', Quantity::write($this->measured, $unit));
        }

        return $asked === null ? '' : sprintf('%s (%s)', Quantity::write($asked['value'], $unit), $asked['when']);
    }

    /** True if its current comes in switching pulses, so that slow rectifiers and thick-film losses count. */
    public function isInSwitcher(): bool
    {
        foreach ($this->supply->parts as $part) {
            if ($part->kind instanceof Switches && array_intersect($part->terminals, $this->part->terminals) !== []) {
                return true;
            }
        }

        return $this->duty === Duty::Output;
    }

    /** @return list<string> */
    private static function twins(Description $supply, Demands $demands, Part $part): array
    {
        $own = Component::ofPart($part);
        $twins = [];
        foreach ($supply->parts as $ref => $other) {
            if (
                $ref === $part->ref ||
                $other->kind->name() !== $part->kind->name() ||
                Component::ofPart($other)->data !== $own->data ||
                Component::ofPart($other)->type !== $own->type
            ) {
                continue;
            }
            $isAlike = true;
            foreach ([Rating::VOLTAGE, Rating::RMS] as $quantity) {
                [$here, $there] = [
                    $demands->value($part->ref, $quantity) ?? 0.0,
                    $demands->value((string) $ref, $quantity) ?? 0.0,
                ];
                $isAlike = $isAlike && abs($here - $there) <= self::ALIKE * max($here, $there, 1e-6);
            }
            if ($isAlike) {
                $twins[] = (string) $ref;
            }
        }

        return $twins;
    }
}
