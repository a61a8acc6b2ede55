<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Quantity\Unit;

/** A limit that a part carries, and what becomes of the part when it is exceeded grossly. */
final readonly class Rating
{
    public const POWER = 'dissipation';

    public const AVERAGE = 'average current';

    public const RMS = 'rms current';

    public const RIPPLE = 'ripple current';

    public const REVERSE = 'peak reverse voltage';

    public const VOLTAGE = 'working voltage';

    /**
     * @param string      $branch  suffix of the branch it holds for ("" for the branch named like the part)
     * @param float       $limit   in the unit of $unit
     * @param float       $thin    share of the limit from which there is no margin left
     * @param float|null  $gross   times the limit at which the part is destroyed; null if it just ages
     * @param string|null $becomes fault mode it is left with
     * @param float       $seconds time to destruction at that excess (order of magnitude, common practice)
     */
    private function __construct(
        public string $quantity,
        public string $branch,
        public float $limit,
        public Unit $unit,
        public float $thin,
        public ?float $gross = null,
        public ?string $becomes = null,
        public ?Breaking $how = null,
        public float $seconds = 1.0,
    ) {}

    /** Watts in the whole part; a resistor above 70 % of it has no margin (common practice: twice the dissipation). */
    public static function power(float $watts): self
    {
        return new self(self::POWER, '', $watts, Unit::Watt, 0.7);
    }

    public static function average(float $amperes, string $branch = ''): self
    {
        return new self(self::AVERAGE, $branch, $amperes, Unit::Ampere, 0.8);
    }

    public static function rms(float $amperes, string $branch = ''): self
    {
        return new self(self::RMS, $branch, $amperes, Unit::Ampere, 0.8);
    }

    public static function ripple(float $amperes, string $branch = ''): self
    {
        return new self(self::RIPPLE, $branch, $amperes, Unit::Ampere, 0.9);
    }

    public static function reverse(float $volts, string $branch = ''): self
    {
        return new self(self::REVERSE, $branch, $volts, Unit::Volt, 0.8);
    }

    public static function voltage(float $volts, string $branch = ''): self
    {
        return new self(self::VOLTAGE, $branch, $volts, Unit::Volt, 0.9);
    }

    /** @param float $times of the limit */
    public function destroyedAt(float $times, string $becomes, Breaking $how, float $seconds): self
    {
        return new self(
            $this->quantity,
            $this->branch,
            $this->limit,
            $this->unit,
            $this->thin,
            $times,
            $becomes,
            $how,
            $seconds,
        );
    }
}
