<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** The load that a supply must see to run, as amperes and as a resistor. */
final readonly class MinimumLoad
{
    /** Share of an output's full load that keeps a converter of unknown needs quiet (common practice: a tenth). */
    public const TENTH = 0.1;

    /** A rail without its load may sit this far above itself before it ticks (common practice). */
    private const HIGH = 1.3;

    /** Volts and share of the rail that are still "nothing": a meter sees leakage. */
    private const LITTLE = [0.3, 0.1];

    private function __construct(
        private Description $supply,
        public Interlock $interlock,
        public float $volts,
        public float $amperes,
    ) {}

    /** Null if it is no minimum load, or nobody can attach it: a bleeder on the board is a part like others. */
    public static function of(Description $supply, Interlock $interlock): ?self
    {
        $part = $interlock->part === null ? null : $supply->part($interlock->part);
        if ($interlock->kind !== InterlockKind::MinimumLoad || ($part !== null && !($part->kind instanceof Consumes))) {
            return null;
        }
        [$volts, $amperes] = $part === null ? self::ofLoads($supply) : self::ofPart($supply, $part);

        return new self($supply, $interlock, $volts, $amperes);
    }

    /** The one that is missing in a mode; null if there is none, or it is attached. */
    public static function missing(Description $supply, Mode $mode): ?self
    {
        foreach ($supply->interlocks as $interlock) {
            $need = self::of($supply, $interlock);
            if ($need !== null && $need->isOff($mode)) {
                return $need;
            }
        }

        return null;
    }

    public function isOff(Mode $mode): bool
    {
        $loads =
            $this->interlock->part !== null
                ? [$this->interlock->part]
                : array_keys(
                    array_filter($this->supply->parts, static fn(Part $p): bool => $p->kind instanceof Consumes),
                );

        return $loads === [] || array_diff($loads, $mode->absent) === [];
    }

    /** "It needs its load: 450 mA or 27 Ω 15 W. Without it, it ticks." */
    public function sentence(): string
    {
        $without = $this->interlock->does?->words();

        return sprintf(
            'It needs its load%s. Without it: %s.',
            $this->volts > 0.0 && $this->amperes > 0.0 ? ': ' . $this->size() : '',
            $without ?? lcfirst(rtrim($this->interlock->without, '.')),
        );
    }

    /** "450 mA or 27 Ω 15 W", the resistor with the usual reserve. */
    public function size(): string
    {
        $ohms = PreferredValues::E12->nearest($this->volts / $this->amperes);

        return sprintf(
            '%s or %s %s',
            Quantity::write($this->amperes, Unit::Ampere, 2),
            Quantity::write($ohms, Unit::Ohm, 2),
            Quantity::write(self::watts($ohms, $this->volts), Unit::Watt, 2),
        );
    }

    /**
     * A size of resistor that takes its power with the usual reserve: twice what it burns (common practice).
     *
     * @param float $volts across it
     *
     * @return float watts
     */
    public static function watts(float $ohms, float $volts): float
    {
        $size = 100.0;
        foreach ([50.0, 25.0, 17.0, 10.0, 5.0, 2.0, 1.0, 0.5] as $one) {
            $size = $one >= (2 * $volts ** 2) / $ohms ? $one : $size;
        }

        return $size;
    }

    /**
     * Whether a DC reading there is what is to be seen without the load, as the description says; false where it says
     * nothing of it.
     */
    public function explains(string $point, float $volts): bool
    {
        $rail = $this->supply->point($point)->rail;
        if ($rail === null || !is_finite($volts) || $this->interlock->does === null || !$this->feeds($point)) {
            return false;
        }
        [$sign, $rail] = [$rail < 0 ? -1.0 : 1.0, abs($rail)];
        $little = max(self::LITTLE[0], self::LITTLE[1] * $rail);

        return match ($this->interlock->does) {
            Lacking::Ticks => $sign * $volts > -$little && $sign * $volts < self::HIGH * $rail,
            Lacking::Nothing, Lacking::Off => abs($volts) < $little,
            Lacking::Maximum => $sign * $volts > $rail,
        };
    }

    /** What a good unit shows there without it, for people. */
    public function range(string $point): string
    {
        $rail = abs($this->supply->point($point)->rail ?? 0.0);

        return match ($this->interlock->does) {
            Lacking::Ticks => 'anything up to ' . Quantity::volts(self::HIGH * $rail) . ', coming and going',
            Lacking::Maximum => 'more than ' . Quantity::volts($rail),
            default => 'next to nothing',
        };
    }

    /** Outputs on the same side of the isolation as the load. */
    public function feeds(string $point): bool
    {
        $node = $this->supply->point($point)->node;
        $part = $this->interlock->part === null ? null : $this->supply->part($this->interlock->part);

        return (!$this->supply->isHot($node) || isset($this->supply->outputs()[$point])) &&
            ($part === null ||
                ($this->supply->islands[$node] ?? -1) ===
                    ($this->supply->islands[array_values($part->terminals)[0]] ?? -2));
    }

    /** @return array{float, float} volts, amperes */
    private static function ofPart(Description $supply, Part $part): array
    {
        if ($part->knows('at') && $part->knows('current')) {
            return [abs($part->value('at')), $part->value('current')];
        }
        $volts = 0.0;
        foreach ($supply->points as $point) {
            $volts =
                $point->rail !== null && in_array($point->node, $part->terminals, true) ? abs($point->rail) : $volts;
        }

        return [$volts, $part->knows('value') && $part->value('value') > 0.0 ? $volts / $part->value('value') : 0.0];
    }

    /** @return array{float, float} volts and a tenth of the full load of the first output that has one */
    private static function ofLoads(Description $supply): array
    {
        foreach ($supply->parts as $part) {
            if ($part->kind instanceof Consumes) {
                [$volts, $amperes] = self::ofPart($supply, $part);
                if ($volts > 0.0 && $amperes > 0.0) {
                    return [$volts, self::TENTH * $amperes];
                }
            }
        }

        return [0.0, 0.0];
    }
}
