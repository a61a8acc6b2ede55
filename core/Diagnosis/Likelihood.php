<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\Window;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Meter;

/**
 * How well a predicted value explains a reading: a normal density mixed with a broad one, so that a single slip of
 * the hand cannot convict. Resistances are compared in decades, everything else in volts.
 */
final readonly class Likelihood
{
    /** Share of readings that are something else than they seem (slips of the hand; common practice). */
    private const SLIPS = 0.03;

    /**
     * Share of slips with volts in which the probe touches nothing, and what a meter then shows, volts (common
     * practice).
     */
    private const TOUCHES_NOTHING = 0.2;

    private const NO_CONTACT = 0.06;

    /** With ohms and the diode test most slips are a lead that does not touch: OL (common practice). */
    private const TOUCHES_NOTHING_DEAD = 0.5;

    /** A fault's severity is a guess: share of the distance from healthy by which a graded fault may differ. */
    private const GRADED = 0.35;

    /**
     * Beyond the spread of its parts a good circuit, and what a fault leaves alone, is sure to this share; where a
     * fault has moved it, to so much more at most.
     */
    private const GOOD_MODEL = 0.01;

    private const FAULT_MODEL = 0.02;

    /** Share of the healthy voltage that a shorted or open part may leave beyond its prediction (common practice). */
    private const REMAINDER = 0.007;

    /**
     * Once a fault has moved a reading, what regulation hid comes through: mains, windings, power limits (common
     * practice).
     */
    private const MOVED = 0.05;

    /** Share of what lies between two severities that reads as one of them. */
    private const AT_ENDS = 0.4;

    /** Ohms from which what sleeps and leaks beside a path has its say. */
    private const SLEEPING = 10e3;

    /**
     * Ohms from which a path is open, ohms that an open path may still show, and how often it does (common practice).
     */
    private const OPEN = 2e6;

    private const OPEN_AT_LEAST = 100e3;

    private const NOT_QUITE_OPEN = 0.2;

    /** Share of open parts beside which the description knows a way round that is not there (common practice). */
    private const PROVES_OPEN = 0.1;

    /** Share of good units that stand in their other state, where there is one (a guess). */
    private const OTHER_STATE = 0.3;

    /** Share of the good value up to which a fault leaves a reading alone. */
    private const SAME = 0.05;

    /** A range narrower than this share of what is in doubt anyway is a point. */
    private const NARROW = 0.3;

    private string $quantity;

    private float $x;

    private float $broad;

    private float $slip;

    /**
     * Of one reading, under whatever hypothesis.
     *
     * @param string      $key     "target quantity"
     * @param float       $value   the reading; INF for OL
     * @param float       $healthy of a good unit
     * @param Window|null $window  of a good unit, for live readings
     */
    public function __construct(string $key, private float $value, private float $healthy, private ?Window $window)
    {
        $this->quantity = self::quantity($key);
        $this->x = self::scale($this->quantity, $value);
        $this->broad = self::broadOf($this->quantity, $healthy);
        $this->slip = self::slipOf($this->quantity, $value, $this->broad);
    }

    /**
     * @param float      $predicted under the hypothesis; NAN if unknown
     * @param float|null $graded what a fault whose severity is a guess does here by itself; null if the hypothesis has
     *     none
     *
     * @return float density, relative to other hypotheses for the same reading
     */
    public function under(float $predicted, ?float $graded = null): float
    {
        if (is_nan($predicted)) {
            // What cannot be foretold tells neither for nor against: most faults leave most readings alone.
            return is_nan($this->healthy) ? $this->broad : 0.5 * $this->broad + 0.5 * $this->under($this->healthy);
        }
        $mean = self::scale($this->quantity, $predicted);
        $sigma = self::sigma($this->quantity, $predicted, $this->healthy, $this->window);
        if ($graded !== null && !is_nan($graded)) {
            $sigma +=
                self::GRADED *
                abs(self::scale($this->quantity, $graded) - self::scale($this->quantity, $this->healthy));
        }

        $near = $this->near($mean, $sigma, $predicted);
        $other = $this->window?->other;
        if ($other !== null && abs($predicted - $this->healthy) < self::SAME * abs($this->healthy) + 0.05) {
            // A good unit, and what leaves this reading alone, may as well be in its other state.
            $near =
                (1 - self::OTHER_STATE) * $near +
                self::OTHER_STATE *
                    self::normal($this->x - self::scale($this->quantity, $other->nominal), $other->sigma + 0.03);
        }

        return (1 - self::SLIPS) * $near + $this->slip;
    }

    /**
     * Nothing gets through where something beside an open part should: the description is wrong there, the part open
     * all the same.
     */
    public function provesOpen(): float
    {
        return is_infinite($this->value) && $this->quantity === DeadCheck::RESISTANCE
            ? self::PROVES_OPEN * self::normal(0.0, self::sigma($this->quantity, INF, INF, null))
            : 0.0;
    }

    /** What is open is seldom quite so: a crack, flux and fingers leave some hundred kilohms to nothing at all. */
    private function near(float $mean, float $sigma, float $predicted): float
    {
        $density = self::normal($this->x - $mean, $sigma);
        if ($this->quantity !== DeadCheck::RESISTANCE || $predicted < self::SLEEPING) {
            return $density;
        }
        if ($predicted < self::OPEN) {
            return (1 - self::NOT_QUITE_OPEN) * $density +
                self::NOT_QUITE_OPEN * self::normal($this->x - $mean, 3 * $sigma);
        }
        $nearly = log10(self::OPEN_AT_LEAST);

        return (1 - self::NOT_QUITE_OPEN) * $density +
            self::NOT_QUITE_OPEN * ($this->x > $nearly ? 1 / (log10(DeadMeter::MOST_OHMS) - $nearly) : 0.0);
    }

    /**
     * Under a fault whose severity lies anywhere between two, and with it what is read.
     *
     * @param float $mild  predicted at one end; NAN if unknown
     * @param float $worse at the other
     */
    public function between(float $mild, float $worse): float
    {
        if (is_nan($mild) || is_nan($worse)) {
            return ($this->under($mild) + $this->under($worse)) / 2;
        }
        $ends = [[self::scale($this->quantity, $mild), $mild], [self::scale($this->quantity, $worse), $worse]];
        sort($ends);
        [[$low, $lowest], [$high, $highest]] = $ends;
        $below = self::sigma($this->quantity, $lowest, $this->healthy, $this->window);
        $above = self::sigma($this->quantity, $highest, $this->healthy, $this->window);
        if ($high - $low < self::NARROW * min($below, $above)) {
            return $this->under(($mild + $worse) / 2);
        }
        $share = self::up(($this->x - $low) / $below) - self::up(($this->x - $high) / $above);
        $flat = ((1 - self::SLIPS) * max(0.0, $share)) / ($high - $low) + $this->slip;

        // Many readings stand at either end and fall over somewhere between: a fuse, a junction, a dropout.
        return (1 - self::AT_ENDS) * $flat + (self::AT_ENDS * ($this->under($mild) + $this->under($worse))) / 2;
    }

    /** The normal distribution function: erfc by Abramowitz and Stegun 7.1.26, within 1.5e-7. */
    private static function up(float $z): float
    {
        $t = 1 / (1 + (0.3275911 * abs($z)) / M_SQRT2);
        $tail =
            ($t *
                (0.254829592 + $t * (-0.284496736 + $t * (1.421413741 + $t * (-1.453152027 + $t * 1.061405429)))) *
                exp((-$z * $z) / 2)) /
            2;

        return $z > 0 ? 1 - $tail : $tail;
    }

    /** Under a fault that is not in the description: most readings are left alone. */
    public function unexplained(): float
    {
        return 0.5 * $this->under($this->healthy) + 0.5 * $this->broad;
    }

    /** Density of a reading about which nothing is known. */
    public function broad(): float
    {
        return $this->broad;
    }

    /**
     * Where the reading lies between two predictions.
     *
     * @return array{share: float, apart: float} of the way from one to the other on the axis of its kind, 0 to 1; and
     *     how far they are apart in standard deviations
     */
    public function along(float $from, float $to): array
    {
        [$first, $last] = [self::scale($this->quantity, $from), self::scale($this->quantity, $to)];
        $sigma =
            (self::sigma($this->quantity, $from, $this->healthy, $this->window) +
                self::sigma($this->quantity, $to, $this->healthy, $this->window)) /
            2;

        return [
            'share' => $first === $last ? 0.0 : max(0.0, min(1.0, ($this->x - $first) / ($last - $first))),
            'apart' => abs($last - $first) / $sigma,
        ];
    }

    /**
     * Density of this reading as a slip of the hand. Often the probe simply does not touch: through lacquer, on the
     * wrong leg, in the wrong socket.
     */
    public function slip(): float
    {
        return $this->slip;
    }

    /**
     * A robust mixture for tests that have an axis of their own.
     *
     * @param float $off   distance from what a hypothesis foretells
     * @param float $slips share of results that are something else than they seem
     * @param float $width of the axis over which these spread
     */
    public static function mixture(float $off, float $sigma, float $slips, float $width): float
    {
        return (1 - $slips) * self::normal($off, $sigma) + $slips / $width;
    }

    private static function normal(float $off, float $sigma): float
    {
        return exp(-0.5 * ($off / $sigma) ** 2) / ($sigma * sqrt(2 * M_PI));
    }

    private static function slipOf(string $quantity, float $value, float $broad): float
    {
        [$share, $nothing] = match ($quantity) {
            'dc', 'ac' => [self::TOUCHES_NOTHING, self::normal($value, self::NO_CONTACT)],
            DeadCheck::RESISTANCE, DeadCheck::DIODE, DeadCheck::ESR => [
                self::TOUCHES_NOTHING_DEAD,
                is_infinite($value) ? self::normal(0.0, self::sigma($quantity, $value, $value, null)) : 0.0,
            ],
            default => [0.0, 0.0],
        };

        return self::SLIPS * ((1 - $share) * $broad + $share * $nothing);
    }

    /** Density of a reading about which nothing is known. */
    private static function broadOf(string $quantity, float $healthy): float
    {
        return match ($quantity) {
            DeadCheck::RESISTANCE => 1 / 9.0,
            DeadCheck::ESR => 1 / 6.0,
            DeadCheck::DIODE => 1 / 3.5,
            DeadCheck::CLIMBS, DeadCheck::BEEPS => 1.0,
            'hertz' => 1 / 20,
            default => 1 / (3 * max(abs($healthy), 4.0)),
        };
    }

    /** True if a meter could not tell the two apart at a bench. */
    public static function indistinguishable(string $key, float $a, float $b): bool
    {
        if (is_nan($a) || is_nan($b)) {
            return is_nan($a) && is_nan($b);
        }
        $quantity = self::quantity($key);

        return abs(self::scale($quantity, $a) - self::scale($quantity, $b)) <
            (2.0 * (self::sigma($quantity, $a, $a, null) + self::sigma($quantity, $b, $b, null))) / 2;
    }

    /** The axis on which readings of this kind are compared: volts, decades of ohms, octaves of hertz. */
    public static function scale(string $quantity, float $value): float
    {
        return match ($quantity) {
            DeadCheck::RESISTANCE => Judge::decades($value),
            DeadCheck::ESR => log10(min(300.0, max(1e-3, $value))),
            DeadCheck::DIODE => min($value, DeadMeter::MOST_DIODE_VOLTS + 0.4),
            // Octaves, and nothing to be seen well below the slowest ticking.
            'hertz' => log(1 + 10 * $value, 2),
            default => $value,
        };
    }

    /** How far a reading may lie from what is foretold, on that axis. */
    public static function sigma(string $quantity, float $predicted, float $healthy, ?Window $window): float
    {
        return match ($quantity) {
            // Copper and resistors read true; what sleeps beside them is in the span of the reading.
            DeadCheck::RESISTANCE => $predicted < 100 ? 0.08 : ($predicted < self::SLEEPING ? 0.07 : 0.2),
            // Types differ more in their series resistance than in anything else.
            DeadCheck::ESR => 0.2,
            // One junction reads true; a path through several parts depends on the meter.
            DeadCheck::DIODE => 0.05 + 0.5 * max(0.0, min($predicted, DeadMeter::MOST_DIODE_VOLTS) - 0.9),
            DeadCheck::CLIMBS, DeadCheck::BEEPS => 0.2,
            'hertz' => $window?->isKnown() === true ? max(0.02, log(1 + $window->sigma / $window->nominal, 2)) : 0.2,
            'swing' => 0.1 + 0.3 * abs($predicted),
            'ripple' => 0.02 + 0.15 * abs($predicted) + ($window->sigma ?? 0.0),
            default => sqrt(
                (0.03 +
                    (self::GOOD_MODEL + min(self::FAULT_MODEL, abs($predicted - $healthy) / max(abs($healthy), 0.05))) *
                        abs($predicted)) **
                    2 +
                    self::spread($predicted, $healthy, $window) ** 2 +
                    self::severity($predicted, $healthy) ** 2 +
                    Meter::forDc()->halfWidth($predicted) ** 2 / 3,
            ),
        };
    }

    public static function quantity(string $key): string
    {
        return substr($key, strrpos($key, ' ') + 1);
    }

    /** The healthy unit's own spread, in proportion to how much of its voltage is left. */
    private static function spread(float $predicted, float $healthy, ?Window $window): float
    {
        if ($window === null) {
            return 0.0;
        }

        return $window->sigma * min(1.5, max(0.02, abs($predicted) / max(abs($healthy), 0.05)));
    }

    /**
     * A short is never quite nothing and an open never quite everything: a little of the healthy voltage is in doubt.
     */
    private static function severity(float $predicted, float $healthy): float
    {
        return abs($predicted - $healthy) > 0.05 * abs($healthy)
            ? self::REMAINDER * abs($healthy) + self::MOVED * abs($predicted)
            : 0.0;
    }
}
