<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\RampStep;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Kind\Mains;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * A slow power-up: what a good unit takes and shows at every step, what wakes up where, and when to stop. Computed
 * once, judged as it goes.
 *
 * @phpstan-type RampRail array{
 *     point: string,
 *     expected: string,
 * }
 *
 * @phpstan-type RampStepView array{
 *     volts: float,
 *     title: string,
 *     current: string,
 *     low: float,
 *     high: float,
 *     stop: float,
 *     rails: list<RampRail>,
 * }
 *
 * @phpstan-type RampPlan array{
 *     mode: string,
 *     mode_name: string,
 *     rails: list<string>,
 *     wait: int,
 *     steps: list<RampStepView>,
 *     events: list<string>,
 *     limits: list<string>,
 *     warning: ?string,
 * }
 *
 * @phpstan-type RampVerdict array{
 *     word: string,
 *     good: bool,
 *     stop: bool,
 *     sentence: string,
 *     why: string,
 * }
 */
final readonly class Ramp
{
    /**
     * Half-width of what a good unit takes: magnetising currents of transformers differ by a third (common practice).
     */
    private const CURRENT = 0.35;

    private const CURRENT_FLOOR = 3e-3;

    /** Half-width of what its rails show, with a meter and a knob that nobody sets to the volt. */
    private const RAIL = 0.1;

    private const RAIL_FLOOR = 0.15;

    /** Times the most expected at which the current has risen suddenly (common practice). */
    private const SUDDEN = 2.0;

    private const SUDDEN_FLOOR = 0.05;

    /** Times the most expected at full mains at which a rail is too high for what hangs on it. */
    private const OVER = 1.15;

    /**
     * Degrees that nothing reaches while the mains is still coming up (common practice: too hot to keep a probe tip on
     * it for long).
     */
    public const HOT = 70.0;

    /** Seconds at a step (common practice). */
    private const WAIT = 60;

    /**
     * @param RampCurve       $usual  a good unit
     * @param list<RampCurve> $others good units that wake earlier, and later
     * @param list<string>    $rails  points that are read
     * @param float|null      $fuse   amperes
     * @param bool            $isGreedy if it takes more current at lower mains
     */
    private function __construct(
        public string $mode,
        public string $modeName,
        public RampCurve $usual,
        private array $others,
        public array $rails,
        public ?float $fuse,
        public bool $isGreedy,
    ) {}

    /**
     * @return self|null null for what is not fed from alternating mains
     *
     * @throws CircuitError if a good unit does not settle
     */
    public static function of(Description $supply, ?Mode $mode = null): ?self
    {
        if (!($supply->source()->kind instanceof Mains) || $supply->frequency <= 0.0) {
            return null;
        }
        $mode ??= (new Topology($supply))->gentlest();
        $rails = self::rails($supply);
        $fuses = array_filter(
            $supply->parts,
            static fn($p): bool => $p->kind instanceof Fuse && $supply->isHot(array_values($p->terminals)[0]),
        );

        $usual = RampCurve::of($supply, $mode, $rails);

        return new self(
            $mode->id,
            $mode->name,
            $usual,
            RampCurve::others($supply, $mode, $rails, $usual),
            $rails,
            $fuses === [] ? null : min(array_map(static fn($p): float => $p->value('rating'), $fuses)),
            self::greedy($supply),
        );
    }

    /** @return RampPlan */
    public function view(): array
    {
        return [
            'mode' => $this->mode,
            'mode_name' => $this->modeName,
            'rails' => $this->rails,
            'wait' => self::WAIT,
            'steps' => array_map(fn(array $step): array => $this->step($step['volts']), $this->usual->steps),
            'events' => $this->events(),
            'limits' => [
                sprintf(
                    'Current: a sudden rise, or more than %s at full mains%s.',
                    Quantity::write($this->stopCurrent($this->full()['volts']), Unit::Ampere, 2),
                    $this->fuse === null ? '' : ' (its fuse is ' . Quantity::write($this->fuse, Unit::Ampere) . ')',
                ),
                sprintf(
                    'Temperature: any part above %s while it is coming up.',
                    Quantity::write(self::HOT, Unit::Celsius),
                ),
                ...array_map(
                    fn(string $id): string => sprintf(
                        '%s above %s.',
                        $id,
                        Quantity::volts(self::OVER * abs($this->full()['rails'][$id] ?? 0.0)),
                    ),
                    $this->rails,
                ),
            ],
            'warning' => $this->isGreedy
                ? 'What converts takes its power whatever the mains: at low mains it draws more current, not ' .
                    'less. Do not hold it at half voltage under load; start it unloaded, go through the middle ' .
                    'quickly.'
                : null,
        ];
    }

    /** @param array{list<string>, list<string>} $found */
    private static function weight(array $found): int
    {
        return 100 * count($found[0]) + count($found[1]);
    }

    /** @return array{list<string>, list<string>} what stops the ramp, and what is not as expected */
    private function against(RampCurve $curve, RampStep $step): array
    {
        $complaints = $stops = [];
        if ($step->amperes !== null) {
            [$low, $high] = self::currentBand($curve, $step->volts);
            $stop = $this->stopCurrent($step->volts);
            if ($step->amperes > $stop) {
                $stops[] = sprintf(
                    '%s into it, where a good unit takes %s: something draws far too much',
                    Quantity::write($step->amperes, Unit::Ampere),
                    self::between($low, $high, Unit::Ampere),
                );
            } elseif ($step->amperes > $high) {
                $complaints[] = sprintf(
                    'takes %s, a good unit %s',
                    Quantity::write($step->amperes, Unit::Ampere),
                    self::between($low, $high, Unit::Ampere),
                );
            } elseif ($step->amperes < $low) {
                $complaints[] = sprintf(
                    'takes only %s, a good unit %s: something does not start or is open',
                    Quantity::write($step->amperes, Unit::Ampere),
                    self::between($low, $high, Unit::Ampere),
                );
            }
        }
        $full = $this->full()['rails'];
        foreach ($step->rails as $id => $volts) {
            [$low, $high] = self::railBand($curve, $id, $step->volts);
            $most = self::OVER * abs($full[$id] ?? INF) + self::RAIL_FLOOR;
            if (abs($volts) > $most) {
                $stops[] = sprintf(
                    '%s at %s, more than the %s it may ever show',
                    $id,
                    Quantity::volts($volts),
                    Quantity::volts($most),
                );
            } elseif ($volts < $low || $volts > $high) {
                $complaints[] = sprintf(
                    '%s shows %s, a good unit %s',
                    $id,
                    Quantity::volts($volts),
                    self::between($low, $high, Unit::Volt),
                );
            }
        }
        if ($step->celsius !== null && $step->celsius > self::HOT) {
            $stops[] = sprintf(
                '%s already: nothing gets that hot while the mains is coming up',
                Quantity::write($step->celsius, Unit::Celsius),
            );
        }

        return [$stops, $complaints];
    }

    /** @return RampStepView */
    private function step(float $volts): array
    {
        $bands = array_map(fn(RampCurve $curve): array => self::currentBand($curve, $volts), $this->curves());

        return [
            'volts' => $volts,
            'title' => Quantity::write($volts, Unit::Volt, 3),
            'current' => self::either($bands, Unit::Ampere),
            'low' => min(array_column($bands, 0)),
            'high' => max(array_column($bands, 1)),
            'stop' => $this->stopCurrent($volts),
            'rails' => array_map(
                fn(string $id): array => [
                    'point' => $id,
                    'expected' => self::either(
                        array_map(
                            static fn(RampCurve $curve): array => self::railBand($curve, $id, $volts),
                            $this->curves(),
                        ),
                        Unit::Volt,
                    ),
                ],
                $this->rails,
            ),
        ];
    }

    /** @return list<string> */
    private function events(): array
    {
        $sentences = [];
        foreach ($this->usual->events as $event) {
            $volts = [$event['volts']];
            foreach ($this->others as $curve) {
                foreach ($curve->events as $one) {
                    if ($one['what'] === $event['what']) {
                        $volts[] = $one['volts'];
                    }
                }
            }
            [$first, $last] = [round(min($volts)), round(max($volts))];
            $sentences[] = sprintf(
                'About %s: %s. Below it nothing, then everything: go through it quickly.',
                $last - $first > 1.0
                    ? Quantity::write($first, Unit::Volt, 2) . ' to ' . Quantity::write($last, Unit::Volt, 3)
                    : Quantity::write($event['volts'], Unit::Volt, 2),
                $event['what'],
            );
        }

        return $sentences;
    }

    /** @return non-empty-list<RampCurve> */
    private function curves(): array
    {
        return [$this->usual, ...$this->others];
    }

    /** @return array{volts: float, amperes: float, rails: array<string, float>} */
    private function full(): array
    {
        return $this->usual->steps[count($this->usual->steps) - 1];
    }

    /**
     * @return RampVerdict
     */
    public function judge(RampStep $step): array
    {
        $found = null;
        foreach ($this->curves() as $curve) {
            $against = $this->against($curve, $step);
            if ($found === null || self::weight($against) < self::weight($found)) {
                $found = $against;
            }
        }
        [$stops, $complaints] = $found;
        $isOther = self::weight($found) === 0 && self::weight($this->against($this->usual, $step)) > 0;
        $at = 'At ' . Quantity::write($step->volts, Unit::Volt, 3);

        return match (true) {
            $stops !== [] => [
                'word' => 'stop',
                'good' => false,
                'stop' => true,
                'sentence' => "Stop, down to zero and unplug: {$stops[0]}.",
                'why' => implode('; ', [...array_slice($stops, 1), ...$complaints]),
            ],
            $complaints !== [] => [
                'word' => 'not as expected',
                'good' => false,
                'stop' => false,
                'sentence' => "{$at}: {$complaints[0]}.",
                'why' => trim(
                    implode('; ', array_slice($complaints, 1)) .
                        ' Stay at this step and look before going on: a probe on what could be warm, not a finger.',
                ),
            ],
            default => [
                'word' => 'fine',
                'good' => true,
                'stop' => false,
                'sentence' => "{$at}: as a good unit.",
                'why' => $isOther
                    ? 'Relays pull in anywhere from half to four fifths of their voltage and controllers ' .
                        'differ, too: good units wake anywhere in between.'
                    : '',
            ],
        };
    }

    /** @return array{float, float} amperes */
    private static function currentBand(RampCurve $curve, float $volts): array
    {
        $among = array_map(static fn(array $s): float => $s['amperes'], $curve->around($volts));

        return [
            max(0.0, (1 - self::CURRENT) * min($among) - self::CURRENT_FLOOR),
            (1 + self::CURRENT) * max($among) + self::CURRENT_FLOOR,
        ];
    }

    private function stopCurrent(float $volts): float
    {
        $high = max(array_map(fn(RampCurve $curve): float => self::currentBand($curve, $volts)[1], $this->curves()));
        $stop = self::SUDDEN * $high + self::SUDDEN_FLOOR;

        return $this->fuse === null ? $stop : min($stop, max($this->fuse, $high));
    }

    /** @return array{float, float} volts */
    private static function railBand(RampCurve $curve, string $id, float $volts): array
    {
        $among = array_map(static fn(array $s): float => $s['rails'][$id] ?? 0.0, $curve->around($volts));
        [$low, $high] = [min($among), max($among)];

        return [$low - self::RAIL * abs($low) - self::RAIL_FLOOR, $high + self::RAIL * abs($high) + self::RAIL_FLOOR];
    }

    /**
     * What overlaps is one band.
     *
     * @param non-empty-list<array{float, float}> $bands
     */
    private static function either(array $bands, Unit $unit): string
    {
        sort($bands);
        $joined = [array_shift($bands)];
        foreach ($bands as [$low, $high]) {
            $last = count($joined) - 1;
            if ($low <= $joined[$last][1]) {
                $joined[$last][1] = max($joined[$last][1], $high);
            } else {
                $joined[] = [$low, $high];
            }
        }

        return implode(
            ', or ',
            array_map(static fn(array $band): string => self::between($band[0], $band[1], $unit), $joined),
        );
    }

    private static function between(float $low, float $high, Unit $unit): string
    {
        return $unit === Unit::Volt
            ? Quantity::volts($low) . ' to ' . Quantity::volts($high)
            : ($low <= 0.0
                ? 'up to ' . Quantity::write($high, $unit, 2)
                : Quantity::write($low, $unit, 2) . ' to ' . Quantity::write($high, $unit, 2));
    }

    /** @return list<string> the outputs, and the first reservoir ahead of them */
    private static function rails(Description $supply): array
    {
        $rails = $supply->outputs();

        return array_slice(array_map(strval(...), array_keys($rails === [] ? $supply->points : $rails)), 0, 3);
    }

    /**
     * True if something in it converts, and the full load at three quarters of the mains takes more current than at all
     * of it.
     */
    private static function greedy(Description $supply): bool
    {
        if (!$supply->isSwitching()) {
            return false;
        }
        try {
            $behaviour = new Behaviour($supply);
            $loaded = $supply->mode(null);
            $low = RampCurve::amperes($supply, $behaviour->run($loaded, [], 0.75 * $supply->mainsVoltage));
            $full = RampCurve::amperes($supply, $behaviour->run($loaded, [], $supply->mainsVoltage));
        } catch (CircuitError) {
            return true;
        }

        return $low > 1.05 * $full;
    }
}
