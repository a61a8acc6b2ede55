<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\RampStep;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Guide;
use Oculant\Core\Expectation\Run;
use Oculant\Core\Parts\Fuse;
use Oculant\Core\Parts\HasState;
use Oculant\Core\Parts\LivesBetween;
use Oculant\Core\Parts\Mains;
use Oculant\Core\Parts\UnderVoltageLockout;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * A slow power-up: what a good unit takes and shows at every step, what wakes up where, and when to stop. Computed
 * once, judged as it goes.
 */
final readonly class Ramp
{
    /** Shares of the mains; small ones first, where a short shows with least behind it. */
    private const SHARES = [0.1, 0.2, 0.3, 0.45, 0.6, 0.75, 0.9, 1.0];

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

    /** Volts within which a threshold is looked for. */
    private const CLOSE = 4.0;

    private const MOST_EVENTS = 3;

    /**
     * @param list<array{volts: float, amperes: float, rails: array<string, float>}> $steps a good unit, from low to
     *     high
     * @param list<array{volts: float, what: string}>                               $events   what wakes up
     * @param list<string>                                                          $rails    points that are read
     * @param float|null                                                            $fuse     amperes
     * @param bool $isGreedy if it takes more current at lower mains
     */
    private function __construct(
        public string $mode,
        public string $modeName,
        public array $steps,
        public array $events,
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
        $behaviour = new Behaviour($supply);
        $steps = $events = [];
        $before = $guide = null;
        foreach (self::SHARES as $share) {
            $volts = round($share * $supply->mainsVoltage);
            $run = self::at($behaviour, $mode, $volts, $guide);
            if ($run === null) {
                continue;
            }
            $guide = $run->guide;
            $awake = self::awake($run);
            if ($before !== null && $awake !== $before[1] && count($events) < self::MOST_EVENTS) {
                $events[] = self::event($behaviour, $mode, $before, [$volts, $awake]);
            }
            $before = [$volts, $awake];
            $steps[] = [
                'volts' => $volts,
                'amperes' => self::amperes($supply, $run),
                'rails' => self::railVolts($supply, $run, $rails),
            ];
        }
        if ($steps === []) {
            throw NoStableReading::noConsistentState();
        }
        $fuses = array_filter(
            $supply->parts,
            static fn($p): bool => $p->kind instanceof Fuse && $supply->isHot(array_values($p->terminals)[0]),
        );

        return new self(
            $mode->id,
            $mode->name,
            $steps,
            $events,
            $rails,
            $fuses === [] ? null : min(array_map(static fn($p): float => $p->value('rating'), $fuses)),
            self::greedy($supply),
        );
    }

    /** A unit may find no rest at some voltage on the way: that step is left out. */
    private static function at(Behaviour $behaviour, Mode $mode, float $volts, ?Guide $guide): ?Run
    {
        foreach ($guide === null ? [null] : [$guide, null] as $one) {
            try {
                return $behaviour->run($mode, [], $volts, $one);
            } catch (CircuitError) {
                continue;
            }
        }

        return null;
    }

    /** @return array<string, mixed> */
    public function view(): array
    {
        $full = $this->steps[count($this->steps) - 1];

        return [
            'mode' => $this->mode,
            'mode_name' => $this->modeName,
            'rails' => $this->rails,
            'wait' => self::WAIT,
            'steps' => array_map(
                fn(array $step): array => [
                    'volts' => $step['volts'],
                    'title' => Quantity::write($step['volts'], Unit::Volt, 3),
                    'current' => self::between(...[...$this->currentBand($step['volts']), Unit::Ampere]),
                    'low' => $this->currentBand($step['volts'])[0],
                    'high' => $this->currentBand($step['volts'])[1],
                    'stop' => $this->stopCurrent($step['volts']),
                    'rails' => array_map(
                        fn(string $id): array => [
                            'point' => $id,
                            'expected' => self::between(...[...$this->railBand($id, $step['volts']), Unit::Volt]),
                        ],
                        $this->rails,
                    ),
                ],
                $this->steps,
            ),
            'events' => array_map(
                static fn(array $e): string => sprintf(
                    'About %s: %s. Below it nothing, then everything: go through it quickly.',
                    Quantity::write($e['volts'], Unit::Volt, 2),
                    $e['what'],
                ),
                $this->events,
            ),
            'limits' => [
                sprintf(
                    'Current: a sudden rise, or more than %s at full mains%s.',
                    Quantity::write($this->stopCurrent($full['volts']), Unit::Ampere, 2),
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
                        Quantity::volts(self::OVER * abs($full['rails'][$id] ?? 0.0)),
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

    /**
     * @return array{word: string, good: bool, stop: bool, sentence: string, why: string}
     */
    public function judge(RampStep $step): array
    {
        $complaints = $stops = [];
        if ($step->amperes !== null) {
            [$low, $high] = $this->currentBand($step->volts);
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
        $full = $this->steps[count($this->steps) - 1]['rails'];
        foreach ($step->rails as $id => $volts) {
            [$low, $high] = $this->railBand($id, $step->volts);
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
                'why' => '',
            ],
        };
    }

    /** @return array{float, float} amperes */
    private function currentBand(float $volts): array
    {
        $among = array_map(static fn(array $s): float => $s['amperes'], $this->around($volts));

        return [
            max(0.0, (1 - self::CURRENT) * min($among) - self::CURRENT_FLOOR),
            (1 + self::CURRENT) * max($among) + self::CURRENT_FLOOR,
        ];
    }

    private function stopCurrent(float $volts): float
    {
        $stop = self::SUDDEN * $this->currentBand($volts)[1] + self::SUDDEN_FLOOR;

        return $this->fuse === null ? $stop : min($stop, max($this->fuse, $this->currentBand($volts)[1]));
    }

    /** @return array{float, float} volts */
    private function railBand(string $id, float $volts): array
    {
        $among = array_map(static fn(array $s): float => $s['rails'][$id] ?? 0.0, $this->around($volts));
        [$low, $high] = [min($among), max($among)];

        return [$low - self::RAIL * abs($low) - self::RAIL_FLOOR, $high + self::RAIL * abs($high) + self::RAIL_FLOOR];
    }

    /**
     * @return non-empty-list<array{volts: float, amperes: float, rails: array<string, float>}> the step itself, or
     *     those on both sides, with what lies between them drawn straight
     */
    private function around(float $volts): array
    {
        $first = $this->steps[0];
        $below =
            $volts < $first['volts']
                ? ['volts' => 0.0, 'amperes' => 0.0, 'rails' => array_map(static fn(): float => 0.0, $first['rails'])]
                : $first;
        $above = $this->steps[count($this->steps) - 1];
        foreach ($this->steps as $step) {
            if ($step['volts'] <= $volts + 1.0) {
                $below = $step;
            }
        }
        foreach (array_reverse($this->steps) as $step) {
            if ($step['volts'] >= $volts - 1.0) {
                $above = $step;
            }
        }
        // With a threshold between two steps either may be right; without one the straight line between them is.
        $hasEvent =
            array_filter(
                $this->events,
                static fn(array $e): bool => $e['volts'] > $below['volts'] && $e['volts'] <= $above['volts'],
            ) !== [];
        if ($hasEvent || $above['volts'] <= $below['volts']) {
            return $hasEvent ? [$below, $above] : [$below];
        }
        $share = ($volts - $below['volts']) / ($above['volts'] - $below['volts']);
        $mix = static fn(float $a, float $b): float => $a + $share * ($b - $a);

        return [
            [
                'volts' => $volts,
                'amperes' => $mix($below['amperes'], $above['amperes']),
                'rails' => array_combine(
                    array_keys($below['rails']),
                    array_map($mix, $below['rails'], $above['rails']),
                ),
            ],
        ];
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
        $rails = array_filter($supply->points, static fn($p): bool => $p->rail !== null && !$supply->isHot($p->node));

        return array_slice(array_map(strval(...), array_keys($rails === [] ? $supply->points : $rails)), 0, 3);
    }

    /** @return array<string, bool> what is on, by what it says */
    private static function awake(Run $run): array
    {
        $awake = [];
        foreach ($run->longest()->parts as $ref => $part) {
            if ($part->kind instanceof LivesBetween) {
                $awake["{$ref} starts"] =
                    array_filter(
                        $run->phases,
                        static fn($p): bool => UnderVoltageLockout::isRunning($p->parts[$ref]),
                    ) !== [];
            } elseif ($part->kind instanceof HasState && isset($part->values['pulled'])) {
                $awake["{$ref} pulls in"] = $part->value('pulled') > 0;
            }
        }

        return $awake;
    }

    /**
     * @param array{float, array<string, bool>} $below
     * @param array{float, array<string, bool>} $above
     *
     * @return array{volts: float, what: string}
     */
    private static function event(Behaviour $behaviour, Mode $mode, array $below, array $above): array
    {
        $what = array_keys(
            array_filter(
                $above[1],
                static fn(bool $on, string $key): bool => $on && !($below[1][$key] ?? false),
                ARRAY_FILTER_USE_BOTH,
            ),
        );
        [$low, $high] = [$below[0], $above[0]];
        while ($high - $low > self::CLOSE) {
            $middle = ($low + $high) / 2;
            try {
                $isBelow = self::awake($behaviour->run($mode, [], $middle)) === $below[1];
            } catch (CircuitError) {
                // Where it finds no rest it is about to wake.
                $isBelow = false;
            }
            $isBelow ? ($low = $middle) : ($high = $middle);
        }

        return ['volts' => $high, 'what' => implode(', ', $what) ?: 'something lets go again'];
    }

    private static function amperes(Description $supply, Run $run): float
    {
        return $run->longest()->record->currentSignal($supply->source()->ref)->rms;
    }

    /**
     * @param list<string> $rails
     *
     * @return array<string, float>
     */
    private static function railVolts(Description $supply, Run $run, array $rails): array
    {
        $volts = [];
        foreach ($rails as $id) {
            $point = $supply->points[$id];
            $volts[$id] = $run->longest()->record->signal($point->node, $point->against)->average;
        }

        return $volts;
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
            $low = self::amperes($supply, $behaviour->run($loaded, [], 0.75 * $supply->mainsVoltage));
            $full = self::amperes($supply, $behaviour->run($loaded, [], $supply->mainsVoltage));
        } catch (CircuitError) {
            return true;
        }

        return $low > 1.05 * $full;
    }
}
