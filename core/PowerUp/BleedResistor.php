<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Quantity\Duration;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** The resistor to discharge a capacitor with: a few seconds, no spark, and it survives. */
final readonly class BleedResistor
{
    /**
     * Seconds in which a good one is down to a tenth of the touch limit or so (common practice: nobody holds a probe
     * longer).
     */
    private const SECONDS = 4.0;

    private const DOWN_TO = 5.0;

    /** Watts there are on two leads. */
    private const SIZES = [0.5, 1.0, 2.0, 5.0, 10.0, 25.0, 50.0];

    /**
     * Times its rating that a wirewound resistor takes for a second or so (common practice; pulse curves of data sheets
     * allow more).
     */
    private const PULSE = 10.0;

    /** Watts from which on they are wound from wire. */
    private const WIREWOUND = 5.0;

    /** Seconds at its rating whose energy it takes in one go (common practice). */
    private const SOAK = 20.0;

    /** Volts that one ordinary resistor stands, whatever its watts (data sheets of 1 to 5 W types, from memory). */
    private const ELEMENT = 350.0;

    /**
     * @param float $ohms
     * @param float $watts  rating
     * @param float $peak   watts in the first instant
     * @param float $joules in all
     */
    private function __construct(
        public float $ohms,
        public float $watts,
        public float $peak,
        public float $joules,
        public float $volts,
        private float $farads,
    ) {}

    /**
     * @param float $volts  to begin with
     * @param float $farads
     */
    public static function for(float $volts, float $farads): self
    {
        $wanted = self::SECONDS / ($farads * log(max(2.0, $volts / self::DOWN_TO)));
        $least = $volts ** 2 / (self::PULSE * self::SIZES[count(self::SIZES) - 1]);
        $ohms = PreferredValues::E12->nearest(min(100e3, max(10.0, $least, $wanted)));
        $peak = $volts ** 2 / $ohms;
        $joules = ($farads * $volts ** 2) / 2;
        $fits = array_values(
            array_filter(
                self::SIZES,
                static fn(float $w): bool => $peak <= self::PULSE * $w && $joules <= self::SOAK * $w,
            ),
        );

        return new self($ohms, $fits[0] ?? self::SIZES[count(self::SIZES) - 1], $peak, $joules, $volts, $farads);
    }

    /**
     * t = R C ln(V0 / V), the discharge of a capacitor through a resistor (any handbook).
     *
     * @return float seconds until so many volts are left
     */
    public function seconds(float $left): float
    {
        return $this->volts <= $left ? 0.0 : $this->ohms * $this->farads * log($this->volts / $left);
    }

    /** How many in series it takes to stand the voltage. */
    public function count(): int
    {
        return (int) max(1, ceil($this->volts / self::ELEMENT));
    }

    /** "2.2 kΩ 5 W, 325 V across it at first (48 W for an instant, 7.4 J in all)". */
    public function words(): string
    {
        return sprintf(
            '%s%s %s%s, %s across it at first (%s for an instant, %.2g J in all), insulated clips',
            $this->count() > 1 ? "{$this->count()} in series making " : '',
            Quantity::write($this->ohms, Unit::Ohm, 2),
            Quantity::write($this->watts, Unit::Watt, 2),
            $this->watts >= self::WIREWOUND ? ' wirewound' : '',
            Quantity::write($this->volts, Unit::Volt, 3),
            Quantity::write($this->peak, Unit::Watt, 2),
            $this->joules,
        );
    }

    /** "under 60 V after 3.1 s, under 5 V after 9 s". */
    public function times(float $limit): string
    {
        $after = fn(float $left): string => sprintf(
            'under %s %s',
            Quantity::write($left, Unit::Volt),
            $this->seconds($left) < 0.1 ? 'at once' : 'after ' . Duration::write($this->seconds($left)),
        );

        return ($this->volts > $limit ? $after($limit) . ', ' : '') . $after(min(self::DOWN_TO, $limit));
    }
}
