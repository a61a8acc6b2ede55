<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Uncertainty;
use Oculant\Core\Supply\AlternatingNodes;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;
use Oculant\Core\Supply\Point;
use Oculant\Core\Supply\PointPair;
use OutOfBoundsException;

/**
 * What a good unit would read at every test point of one mode.
 *
 * Each tolerance is moved to its limit and the circuit solved again; the shifts combine as independent rectangular
 * distributions with the model's and the meter's own uncertainty (JCGM 100:2008, 4.3.7 and 5.1.2).
 */
final readonly class Expectations
{
    /** Relative model error of DC and AC readings, and of ripple (bench against ngspice). */
    public const MODEL = ['dc' => 0.004, 'ac' => 0.006, 'ripple' => 0.05, 'hertz' => 0.01];

    /**
     * Ohms of a meter on its low-impedance function; points of less than a twentieth of it do not care (common
     * practice).
     */
    private const LOW_IMPEDANCE = 300e3;

    private const STIFF = self::LOW_IMPEDANCE / 20;

    private const ROUGH = 0.1;

    /**
     * How far from the middle a mains may be for what is read off between the limits of its tolerance, in multiples of
     * that.
     */
    private const READ_OFF = 1.5;

    /**
     * What averaging cannot foretell of a switching supply's ripple: a share of it (leakage of the windings, how its
     * capacitors are laid out), and the spikes and the hunting of its loop as a share of the direct voltage, up to so
     * many volts (common practice: one per cent peak to peak, 50 to 100 mV).
     */
    private const SWITCHED = 0.3;

    private const SPIKES = 0.01;

    private const MOST_SPIKES = 0.1;

    public const MODEL_FLOOR = ['dc' => 0.01, 'ac' => 0.005, 'ripple' => 0.01, 'hertz' => 0.0];

    /** Volts, standard uncertainty, of a rail that is off; ohms across it that would hold it at nothing. */
    private const UNFED = 0.08;

    private const HOLDS = 100.0;

    /** Two states of a good unit: volts from which a rail tells them apart, and the share of it that is left. */
    private const STATE_VOLTS = 1.0;

    private const STATE_SHARE = 0.5;

    /**
     * What bursts come to at most on a meter, as multiples of their mean and as a share of the good volts (common
     * practice: well below a third).
     */
    private const BURSTS = 3.0;

    private const BURST = 0.3;

    /**
     * @param array<string, array<string, Window>> $windows by point id and quantity (dc, ac, ripple)
     * @param list<array{float, array<string, array<string, float>>}> $ends mains volts and readings at its limits;
     *     empty if it was measured
     * @param array<string, array<string, float>> $partsSigma spread from the parts alone, volts by point id and
     *     quantity
     * @param array<string, float> $loaded mean volts that a low-impedance meter leaves at points it pulls down, by
     *     point id
     * @param array<string, string>                $functions the function to measure each point with: dc or ac
     * @param bool                                 $isRough   true for the first idea of one solve
     */
    private function __construct(
        public Mode $mode,
        public ?float $mainsVolts,
        public array $windows,
        public array $functions,
        public Observation $nominal,
        public array $loaded,
        private array $ends = [],
        private array $partsSigma = [],
        public bool $isRough = false,
    ) {}

    /**
     * Never fails: where a good unit finds no rest its windows are not known, and why is said.
     *
     * @param float|null $mainsVolts as measured, which takes the mains tolerance out
     */
    public static function of(Description $supply, Mode $mode, ?float $mainsVolts = null): self
    {
        $behaviour = new Behaviour($supply);
        $nominal = $behaviour->live($mode, [], $mainsVolts);
        if (!$nominal->settled) {
            return self::unknown($supply, $mode, $mainsVolts, $nominal);
        }
        $shifts = [];
        foreach ($supply->parts as $ref => $part) {
            if ($part->kind instanceof FeedsEnergy || in_array($ref, $mode->absent, true)) {
                continue;
            }
            foreach ($part->tolerances as $parameter => $tolerance) {
                if ($tolerance > 0) {
                    $moved = $supply->withParts([
                        $ref => $part->with($parameter, $part->value($parameter) * (1 + $tolerance)),
                    ]);
                    $shifts["{$ref} {$parameter}"] = (new Behaviour($moved))->live(
                        $mode,
                        [],
                        $mainsVolts,
                        $nominal->guide,
                        true,
                    );
                }
            }
        }
        $volts = $mainsVolts ?? $supply->mainsVoltage * $mode->mains;
        $mains =
            $mainsVolts === null
                ? [
                    $behaviour->live($mode, [], $volts * (1 - $supply->mainsTolerance), $nominal->guide, true),
                    $behaviour->live($mode, [], $volts * (1 + $supply->mainsTolerance), $nominal->guide, true),
                ]
                : [];

        $windows = $functions = $partsSigma = [];
        $drive = new GateDrive($supply);
        // Good units that stand in another state than the nominal one have a window of their own.
        $isApart = static fn(Observation $o): bool => self::isApart($supply, $nominal, $o);
        $apart = array_values(array_filter([...$shifts, ...$mains], $isApart));
        $alike = array_filter($shifts, static fn(Observation $o): bool => !$isApart($o));
        $ends = array_values(array_filter($mains, static fn(Observation $o): bool => !$isApart($o)));
        foreach ($supply->points as $id => $point) {
            $functions[$id] = Observation::isAlternating($nominal->reading($id, 'dc'), $nominal->reading($id, 'ac'))
                ? 'ac'
                : 'dc';
            $undescribed = Undescribed::share($supply, $point);
            $hasClock = $nominal->reading($id, 'hertz') > 0.0 && $supply->clocksAt($point->node) !== [];
            foreach (['dc', 'ac', 'ripple', ...$hasClock ? ['hertz'] : []] as $quantity) {
                $sigma = 0.0;
                $windows[$id][$quantity] = self::spread(
                    $id,
                    $quantity,
                    $nominal,
                    $alike,
                    $ends,
                    hypot(
                        $undescribed * abs($nominal->reading($id, $quantity)),
                        match ($quantity) {
                            'ripple' => self::averaged($supply, $point, $nominal),
                            'dc' => match (true) {
                                $drive->isAt($point->node) => hypot(
                                    GateDrive::SPREAD * $nominal->reading($id, 'dc'),
                                    GateDrive::FLOOR,
                                ),
                                self::isUnfed($supply, $point, $nominal) => self::UNFED,
                                default => 0.0,
                            },
                            default => 0.0,
                        },
                    ),
                    $sigma,
                )->wandering($quantity === 'ripple' ? 0.0 : $nominal->reading($id, 'swing'));
                $partsSigma[$id][$quantity] = $sigma;
                $windows[$id][$quantity] = self::orElse($windows[$id][$quantity], $id, $quantity, $apart);
            }
            $documented = $point->documented;
            if ($documented !== null && ($documented['mode'] === null || $documented['mode'] === $mode->id)) {
                $function = $functions[$id];
                $windows[$id][$function] = $windows[$id][$function]->documented(
                    $documented['value'],
                    $documented['tolerance'],
                );
            }
        }

        return new self(
            $mode,
            $mainsVolts,
            $windows,
            $functions,
            $nominal,
            self::loaded($supply, $mode, $mainsVolts, $nominal),
            array_map(
                static fn(Observation $end, float $share): array => [$volts * $share, $end->readings],
                $mains,
                $mains === [] ? [] : [1 - $supply->mainsTolerance, 1 + $supply->mainsTolerance],
            ),
            $partsSigma,
        );
    }

    /**
     * Whether a good unit at the end of a tolerance stands in another state than the nominal one: no part moves a rail
     * by half and more otherwise.
     */
    private static function isApart(Description $supply, Observation $nominal, Observation $other): bool
    {
        foreach ($supply->points as $id => $point) {
            [$here, $there] = [abs($nominal->reading($id, 'dc')), abs($other->reading($id, 'dc'))];
            if (
                $point->rail !== null &&
                $other->settled &&
                max($here, $there) > self::STATE_VOLTS &&
                min($here, $there) < self::STATE_SHARE * max($here, $there)
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<Observation> $apart good units in the other state
     */
    private static function orElse(Window $window, string $id, string $quantity, array $apart): Window
    {
        $values = array_map(static fn(Observation $o): float => $o->reading($id, $quantity), $apart);
        if ($values === []) {
            return $window;
        }
        $centre = array_sum($values) / count($values);
        $half = max(
            (max($values) - min($values)) / 2,
            (($window->high - $window->low) / 2 / max(0.1, abs($window->nominal))) * abs($centre),
        );
        $sigma = Uncertainty::combine([
            self::MODEL[$quantity] * abs($centre) + self::MODEL_FLOOR[$quantity],
            Uncertainty::fromHalfWidth(self::meter($quantity)->halfWidth($centre)),
            Uncertainty::fromHalfWidth($half),
        ]);
        $reach = Uncertainty::COVERAGE_90 * $sigma;
        // Both states read the same here: one window.
        if (abs($centre - $window->nominal) < 2 * ($sigma + $window->sigma)) {
            return $window;
        }

        $isHigher = abs($centre) > abs($window->nominal);
        $tries = array_filter($apart, static fn(Observation $o): bool => in_array('ticks', $o->signs, true)) !== [];
        if (!$isHigher && $tries) {
            // It comes in bursts: what a meter makes of them is nobody's to foretell, only how much at most.
            $most = max(self::BURSTS * abs($centre), self::BURST * abs($window->nominal));
            [$low, $high] = $centre < 0.0 ? [-$most, 0.0] : [0.0, $most];
            $other = new Window($centre, $low, $high, $most / 2, []);
        } else {
            $low = $centre - $reach;
            $other = new Window($centre, $quantity === 'dc' ? $low : max(0.0, $low), $centre + $reach, $sigma, []);
        }

        return $window->or($other, $isHigher ? 'it starts' : ($tries ? 'it ticks' : 'it does not start'));
    }

    /**
     * What a meter on its low-impedance function (or an old one of 20 kohm per volt) would leave of a good unit's
     * voltages.
     *
     * @return array<string, float> volts by point id, where it matters
     */
    private static function loaded(Description $supply, Mode $mode, ?float $mainsVolts, Observation $nominal): array
    {
        $meter = new DeadMeter($supply);
        $checks = $supply->deadChecks();
        $loaded = [];
        foreach ($supply->points as $id => $point) {
            $good = $nominal->reading((string) $id, 'dc');
            if (abs($good) < 1.0 || $meter->read($checks[(string) $id], $mode) < self::STIFF) {
                continue;
            }
            $seen = (new Behaviour($supply->withMeterOf(self::LOW_IMPEDANCE, $point)))->live(
                $mode,
                [],
                $mainsVolts,
                $nominal->guide,
                true,
            );
            if ($seen->settled && abs($seen->reading((string) $id, 'dc') - $good) > 0.05 * abs($good)) {
                $loaded[(string) $id] = $seen->reading((string) $id, 'dc');
            }
        }

        return $loaded;
    }

    /**
     * The same with the mains measured, read off between the limits that were solved: a supply that regulates moves
     * little. Further off nothing is known before it is solved there.
     *
     * @param float $mainsVolts as measured
     */
    public function atMains(float $mainsVolts): self
    {
        if (count($this->ends) !== 2 || !$this->nominal->settled) {
            return $this;
        }
        [[$low, $atLow], [$high, $atHigh]] = $this->ends;
        $middle = ($low + $high) / 2;
        $share = ($mainsVolts - $middle) / ($high - $middle);
        if (abs($share) > self::READ_OFF) {
            return new self(
                $this->mode,
                $mainsVolts,
                array_map(
                    static fn(array $one): array => array_map(static fn(Window $w): Window => Window::unknown(), $one),
                    $this->windows,
                ),
                $this->functions,
                self::notSolved(),
                [],
            );
        }
        $windows = $this->windows;
        foreach ($windows as $id => $byQuantity) {
            foreach ($byQuantity as $quantity => $window) {
                $centre = $window->nominal;
                $end =
                    ($share < 0 ? $atLow : $atHigh)[$id][$quantity] ?? $this->nominal->reading((string) $id, $quantity);
                $moved = abs($share) * ($end - $this->nominal->reading((string) $id, $quantity));
                $windows[$id][$quantity] =
                    $window->computed !== null
                        ? $window
                        : $window->movedTo($centre + $moved, $this->partsSigma[$id][$quantity] ?? $window->sigma);
            }
        }

        return new self(
            $this->mode,
            $mainsVolts,
            $windows,
            $this->functions,
            $this->nominal,
            $this->loaded,
            $this->ends,
            $this->partsSigma,
        );
    }

    /**
     * A first idea from one solve: parts are taken to spread every reading by a tenth, the mains an unregulated one.
     */
    public static function roughly(Description $supply, Mode $mode): self
    {
        $nominal = (new Behaviour($supply))->live($mode);
        if (!$nominal->settled) {
            return self::unknown($supply, $mode, null, $nominal);
        }
        $windows = $functions = [];
        foreach ($supply->points as $id => $point) {
            $functions[$id] = Observation::isAlternating($nominal->reading($id, 'dc'), $nominal->reading($id, 'ac'))
                ? 'ac'
                : 'dc';
            foreach (['dc', 'ac', 'ripple'] as $quantity) {
                $centre = $nominal->reading($id, $quantity);
                $half = self::ROUGH * abs($centre) + 0.05;
                $windows[$id][$quantity] = new Window(
                    $centre,
                    $quantity === 'dc' ? $centre - $half : max(0.0, $centre - $half),
                    $centre + ($quantity === 'ripple' ? 2 : 1) * $half,
                    $half / Uncertainty::COVERAGE_90,
                    [],
                );
            }
        }

        return new self($mode, null, $windows, $functions, $nominal, [], isRough: true);
    }

    /** Before anything was solved. */
    public static function unsolved(Description $supply, Mode $mode): self
    {
        return self::unknown($supply, $mode, null, self::notSolved());
    }

    private static function notSolved(): Observation
    {
        return new Observation([], [], [], [], null, [], Unsettled::notSolved());
    }

    /** What a service document says counts all the same. */
    private static function unknown(Description $supply, Mode $mode, ?float $mainsVolts, Observation $nominal): self
    {
        $windows = $functions = [];
        $alternating = AlternatingNodes::of($supply);
        foreach ($supply->points as $id => $point) {
            $documented = $point->documented;
            $functions[$id] = $alternating->lieAt($point) ? 'ac' : 'dc';
            $windows[$id] = array_fill_keys(['dc', 'ac', 'ripple'], Window::unknown());
            if ($documented !== null && ($documented['mode'] === null || $documented['mode'] === $mode->id)) {
                $windows[$id][$functions[$id]] = Window::unknown()->documented(
                    $documented['value'],
                    $documented['tolerance'],
                );
            }
        }

        return new self($mode, $mainsVolts, $windows, $functions, $nominal, []);
    }

    /** Why nothing can be held against what is foretold in this mode, in a sentence; null if it can. */
    public function refusal(): ?string
    {
        $why = $this->isRough ? Unsettled::notSolved() : $this->unsettled();

        return $why === null
            ? null
            : 'Nothing is known of the usual mode that anything could be held against. ' .
                    "{$why->sentence()} {$why->mend()}";
    }

    /** Why nothing is foretold in this mode; null if it is. */
    public function unsettled(): ?Unsettled
    {
        return $this->nominal->unsettled;
    }

    /** @param string|null $quantity null for the function that the point is measured with */
    public function window(string $point, ?string $quantity = null): Window
    {
        if (!isset($this->windows[$point])) {
            [$from, $to] =
                PointPair::ids($point, $this->windows) ??
                throw new OutOfBoundsException("There is no test point \"{$point}\".");

            return $quantity === 'hertz'
                ? Window::unknown()
                : $this->windows[$from]['dc']->less($this->windows[$to]['dc']);
        }

        return $this->windows[$point][$quantity ?? $this->function($point)] ?? Window::unknown();
    }

    /**
     * How a point's direct voltage follows the mains.
     *
     * @return float volts per volt of mains; 0 where the limits of the mains were not solved
     */
    public function slope(string $point): float
    {
        if (count($this->ends) !== 2) {
            return 0.0;
        }
        [[$low, $atLow], [$high, $atHigh]] = $this->ends;

        return (($atHigh[$point]['dc'] ?? 0.0) - ($atLow[$point]['dc'] ?? 0.0)) / max(1e-9, $high - $low);
    }

    /** The function to measure a point with: dc or ac; two points against each other are compared on DC. */
    public function function(string $point): string
    {
        return $this->functions[$point] ?? 'dc';
    }

    /**
     * Volts of ripple that a switching supply may have beside what its average shows; where a switch itself is driven,
     * as much as stands there.
     */
    private static function averaged(Description $supply, Point $point, Observation $nominal): float
    {
        $direct = abs($nominal->reading($point->id, 'dc'));

        return match (true) {
            !$supply->isSwitching() => 0.0,
            in_array($point->node, $supply->chopped(), true) => $direct,
            default => self::SWITCHED * $nominal->reading($point->id, 'ripple') +
                min(self::MOST_SPIKES, self::SPIKES * $direct),
        };
    }

    /**
     * A rail of a switcher that is off: what leaks through sleeping parts holds it at a tenth of a volt, or does not.
     * Nothing of low ohms lies across it, so that tenths of a volt mean nothing.
     */
    private static function isUnfed(Description $supply, Point $point, Observation $nominal): bool
    {
        return $supply->isSwitching() &&
            abs($nominal->reading($point->id, 'dc')) < 2 * self::UNFED &&
            array_filter(
                $supply->parts,
                static fn(Part $p): bool => $p->kind instanceof Resistor &&
                    array_diff([$point->node, $point->against], $p->terminals) === [] &&
                    $p->value('value') < self::HOLDS,
            ) === [];
    }

    private static function meter(string $quantity): Meter
    {
        return match ($quantity) {
            'dc' => Meter::forDc(),
            'hertz' => Meter::forFrequency(),
            default => Meter::forAc(),
        };
    }

    /**
     * @param array<string, Observation> $shifts by part reference and parameter, one space between
     * @param list<Observation>          $mains  at the low and the high limit; empty if the mains was measured
     * @param float                      $averaged   what the model leaves out, volts
     * @param float                      $partsSigma what is left of the spread once the mains is known, volts
     */
    private static function spread(
        string $id,
        string $quantity,
        Observation $nominal,
        array $shifts,
        array $mains,
        float $averaged,
        float &$partsSigma,
    ): Window {
        $centre = $nominal->reading($id, $quantity);
        $common = [
            hypot(self::MODEL[$quantity] * abs($centre) + self::MODEL_FLOOR[$quantity], $averaged),
            Uncertainty::fromHalfWidth(self::meter($quantity)->halfWidth($centre)),
        ];
        $contributions = [];
        foreach ($shifts as $what => $observation) {
            $shift = $observation->settled ? $observation->reading($id, $quantity) - $centre : 0.0;
            $common[] = Uncertainty::fromHalfWidth($shift);
            $contributions[] = ['what' => explode(' ', $what)[0], 'volts' => abs($shift)];
        }
        $down = $up = 0.0;
        foreach ($mains as $observation) {
            $shift = $observation->settled ? $observation->reading($id, $quantity) - $centre : 0.0;
            $shift < 0 ? ($down = max($down, -$shift)) : ($up = max($up, $shift));
        }
        if ($mains !== []) {
            $contributions[] = ['what' => 'mains', 'volts' => max($down, $up)];
        }
        usort($contributions, static fn(array $a, array $b): int => $b['volts'] <=> $a['volts']);
        $sigma = $partsSigma = Uncertainty::combine($common);
        $below = Uncertainty::combine([$sigma, Uncertainty::fromHalfWidth($down)]);
        $above = Uncertainty::combine([$sigma, Uncertainty::fromHalfWidth($up)]);
        $low = $centre - Uncertainty::window90([...$common, Uncertainty::fromHalfWidth($down)]);

        return new Window(
            $centre,
            $quantity === 'dc' ? $low : max(0.0, $low),
            $centre + Uncertainty::window90([...$common, Uncertainty::fromHalfWidth($up)]),
            max($below, $above),
            array_slice(
                array_values(array_filter($contributions, static fn(array $c): bool => $c['volts'] > 1e-4)),
                0,
                4,
            ),
        );
    }
}
