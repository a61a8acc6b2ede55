<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Guide;
use Oculant\Core\Expectation\Run;
use Oculant\Core\Parts\Ability\HasState;
use Oculant\Core\Parts\Ability\LivesBetween;
use Oculant\Core\Parts\UnderVoltageLockout;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * What one good unit takes and shows while its mains comes up, and where something in it wakes.
 *
 * @phpstan-type Step array{volts: float, amperes: float, rails: array<string, float>, awake?: array<string, bool>}
 */
final readonly class RampCurve
{
    /** Shares of the mains; small ones first, where a short shows with least behind it. */
    private const SHARES = [0.1, 0.2, 0.3, 0.45, 0.6, 0.75, 0.9, 1.0];

    /** Volts within which a threshold is looked for. */
    private const CLOSE = 4.0;

    private const MOST_EVENTS = 3;

    /** Shares of its coil voltage at which good relays pull in (common practice: from half to four fifths). */
    private const EARLY_COIL = 0.5;

    private const LATE_COIL = 0.8;

    /** Of the volts at which the usual one wakes: outside of these no good one does (half to twice the current). */
    private const EARLIEST = 0.4;

    private const LATEST = 2.2;

    /**
     * @param non-empty-list<Step> $steps from low to high
     * @param list<array{volts: float, what: string}> $events what wakes up, at which mains
     */
    private function __construct(public array $steps, public array $events) {}

    /**
     * @param list<string>              $rails points that are read
     * @param self|null                 $like  a unit that does the same outside of these volts
     * @param array{float, float}|null  $apart
     *
     * @throws CircuitError if a good unit does not settle
     */
    public static function of(
        Description $supply,
        Mode $mode,
        array $rails,
        ?self $like = null,
        ?array $apart = null,
    ): self {
        $behaviour = new Behaviour($supply);
        $known = [];
        foreach ($like->steps ?? [] as $step) {
            $known[(int) $step['volts']] = $step;
        }
        $steps = $events = [];
        $before = $guide = null;
        foreach (self::SHARES as $share) {
            $volts = round($share * $supply->mainsVoltage);
            $same = $apart !== null && ($volts < $apart[0] || $volts > $apart[1]) ? $known[(int) $volts] ?? null : null;
            $run = $same === null ? self::at($behaviour, $mode, $volts, $guide) : null;
            if ($run === null && $same === null) {
                continue;
            }
            $guide = $run->guide ?? $guide;
            $awake = $run === null ? $same['awake'] ?? [] : self::awake($run);
            if ($before !== null && $awake !== $before[1] && count($events) < self::MOST_EVENTS) {
                $events[] = self::event($behaviour, $mode, $before, [$volts, $awake]);
            }
            $before = [$volts, $awake];
            $steps[] =
                $run === null
                    ? (array) $same
                    : [
                        'volts' => $volts,
                        'amperes' => self::amperes($supply, $run),
                        'rails' => self::railVolts($supply, $run, $rails),
                        'awake' => $awake,
                    ];
        }
        if ($steps === []) {
            throw NoStableReading::noConsistentState();
        }

        return new self($steps, $events);
    }

    /**
     * The units whose relays and controllers wake as early, and as late, as good ones do; away from where the usual one
     * wakes they do what it does.
     *
     * @param list<string> $rails
     *
     * @return list<self> none where nothing in it wakes on the way
     */
    public static function others(Description $supply, Mode $mode, array $rails, self $usual): array
    {
        $events = array_column($usual->events, 'volts');
        if ($events === []) {
            return [];
        }
        $early = $late = [];
        foreach ($supply->parts as $ref => $part) {
            if ($part->knows('pull_in')) {
                $early[$ref] = $part->with('pull_in', self::EARLY_COIL);
                $late[$ref] = $part->with('pull_in', self::LATE_COIL);
            } elseif ($part->kind instanceof LivesBetween) {
                $early[$ref] = $part->withValues(UnderVoltageLockout::differing($part, -1.0));
                $late[$ref] = $part->withValues(UnderVoltageLockout::differing($part, 1.0));
            }
        }

        return $early === []
            ? []
            : [
                self::of($supply->withParts($early), $mode, $rails, $usual, [
                    self::EARLIEST * min($events),
                    max($events),
                ]),
                self::of($supply->withParts($late), $mode, $rails, $usual, [min($events), self::LATEST * max($events)]),
            ];
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

    /**
     * @return non-empty-list<array{volts: float, amperes: float, rails: array<string, float>}> the step itself, or
     *     those on both sides, with what lies between them drawn straight
     */
    public function around(float $volts): array
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

    public static function amperes(Description $supply, Run $run): float
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
}
