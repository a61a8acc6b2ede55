<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/**
 * A start-up resistor exchanged for the time on the bench supply.
 *
 * @phpstan-type ScaledPart array{
 *     part: string,
 *     value: string,
 *     sentence: string,
 * }
 */
final readonly class ScaledResistor
{
    private const LEAST = 100.0;

    /**
     * @param float $ohms      in place of its own
     * @param float $ruled     what the rule of proportion gives
     * @param float $watts     in it while the controller is about to start
     * @param float $mainsPeak volts that it would stand at if it were forgotten
     */
    private function __construct(
        public Part $part,
        public float $ohms,
        private float $ruled,
        public float $watts,
        private float $mainsPeak,
    ) {}

    /**
     * R x Vtest / Vnormal lets the same start-up current through (common practice); the nearest of E24 from below, so
     * that it starts.
     *
     * @param non-empty-list<Part> $path
     * @param float                $share of what the rule gives, where the rule alone is no sure start
     */
    public static function of(array $path, float $mainsVolts, float $volts, float $start, float $share): self
    {
        $normal = $mainsVolts * M_SQRT2;
        usort($path, static fn(Part $a, Part $b): int => $b->value('value') <=> $a->value('value'));
        $rest = array_sum(array_map(static fn(Part $p): float => $p->value('value'), array_slice($path, 1)));
        $whole = (($path[0]->value('value') + $rest) * $volts) / $normal;
        $fitted = self::notAbove($share * $whole - $rest);

        return new self(
            $path[0],
            $fitted,
            self::notAbove($whole - $rest),
            max(0.0, $volts - $start) ** 2 / $fitted,
            $normal,
        );
    }

    private static function notAbove(float $ohms): float
    {
        $ohms = max(self::LEAST, $ohms);
        $fitted = PreferredValues::E24->nearest($ohms);

        return $fitted > $ohms * 1.001 ? PreferredValues::E24->nearest($ohms * 0.95) : $fitted;
    }

    /** As high as a good one may be. */
    public function atItsMost(): self
    {
        $most = $this->ohms * (1 + ($this->part->tolerances['value'] ?? 0.0));

        return new self($this->part, $most, $this->ruled, $this->watts, $this->mainsPeak);
    }

    /** @return ScaledPart */
    public function view(float $volts): array
    {
        return [
            'part' => $this->part->ref,
            'value' => Quantity::write($this->ohms, Unit::Ohm),
            'sentence' => sprintf(
                '%s feeds the controller its start-up current. For %s fit %s instead of %s (%s there%s), and put it ' .
                    'back before mains: at %s it would burn with %s.',
                $this->part->ref,
                Quantity::write($volts, Unit::Volt),
                Quantity::write($this->ohms, Unit::Ohm),
                Quantity::write($this->part->value('value'), Unit::Ohm),
                Quantity::write($this->watts, Unit::Watt, 2),
                $this->ohms < $this->ruled
                    ? '; in proportion it would be ' .
                        Quantity::write($this->ruled, Unit::Ohm) .
                        ', with which a controller that starts late stays asleep'
                    : '',
                Quantity::write($this->mainsPeak, Unit::Volt),
                Quantity::write($this->mainsPeak ** 2 / $this->ohms, Unit::Watt, 2),
            ),
        ];
    }
}
