<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/**
 * Periodic steady state by shooting: run one mains cycle, correct the starting states by Newton with the cycle's
 * monodromy matrix, repeat until the correction is small. (Aprille and Trick 1972, from memory.)
 */
final class SteadyState
{
    public const STEPS = 200;

    /** Cycles a second in which a supply fed with direct voltage is followed. */
    private const UNHURRIED = 50.0;

    private const MOST_CYCLES = 80;

    /**
     * How often the way that the circuit goes by itself is taken where a correction leads nowhere, each time twice as
     * far.
     */
    private const MOST_WAITED = 6;

    /** Share of a correction below which it is worth waiting instead. */
    private const SMALL = 0.1;

    /** A start that was to be near and is not should be given up early. */
    private const MOST_WARM_CYCLES = 32;

    private StateFinder $finder;

    private int $states;

    private function __construct(private readonly ReducedNetwork $network)
    {
        $this->finder = new StateFinder($network);
        $this->states = $network->states;
    }

    /**
     * What the circuit does once it has settled: one mains cycle, or the resting point if it is DC-fed.
     *
     * @param WarmStart|null $warm of a similar circuit
     *
     * @throws NoStableReading   if it does not settle
     * @throws CircuitIsSingular if its equations have no single solution
     */
    public static function of(Netlist $netlist, ?WarmStart $warm = null): CycleRecord
    {
        if ($netlist->frequency <= 0.0) {
            try {
                return self::resting($netlist, $warm);
            } catch (NoStableReading) {
                // What takes constant power has no straight way to its state: let its capacitors be charged, step by
                // step.
            }
        }

        $network = ReducedNetwork::stepping(
            $netlist,
            1 / ($netlist->frequency > 0.0 ? $netlist->frequency : self::UNHURRIED) / self::STEPS,
            $warm->moving ?? [],
        );
        if ($warm !== null) {
            try {
                return (new self($network))->settle($warm);
            } catch (NoStableReading) {
                // The other circuit was too different; start from nothing.
            }
        }

        return (new self($network))->settle(null);
    }

    /** The resting point with capacitors open and windings shorted; also what an ohmmeter sees. */
    public static function resting(Netlist $netlist, ?WarmStart $warm = null): CycleRecord
    {
        return self::restingIn(ReducedNetwork::resting($netlist), $warm);
    }

    /** @param ReducedNetwork $network at rest */
    public static function restingIn(ReducedNetwork $network, ?WarmStart $warm = null): CycleRecord
    {
        [$operator, $start] = (new self($network))->entry([], 0.0, $warm);
        $operator = (new StateFinder($network))->find($operator, [], 0.0, $start);
        $record = new CycleRecord($network);
        $record->add($operator, [], 0.0);

        return $record;
    }

    private function settle(?WarmStart $warm): CycleRecord
    {
        $x = array_fill(0, $this->states, 0.0);
        foreach ($this->network->stateOf as $name => $state) {
            $x[$state] = $warm->states[$name] ?? 0.0;
        }
        $x = array_values($x);
        [$operator, $start] = $this->entry($x, self::sines()[0], $warm);
        $accepted = null;
        $trail = [];
        $damping = 1.0;
        $waited = $left = 0;
        $most = $warm === null ? self::MOST_CYCLES : self::MOST_WARM_CYCLES;
        for ($cycle = 0; $cycle < $most; $cycle++) {
            try {
                [$end, $monodromy, $operator, $start] = $this->cycle($x, $operator, $start, $trail);
            } catch (NoStableReading $lost) {
                // Far from anything real the search for a state can fail; nearer to the last good point it does not.
                if ($accepted === null || $damping < 1e-3) {
                    throw $lost;
                }
                $damping *= 0.4;
                $x = self::partOfTheWay($accepted, $damping);

                continue;
            }
            $correction = $this->correction($x, $end, $monodromy);
            if ($correction === null || ($cycle === 0 && $warm === null)) {
                $x = $end;

                continue;
            }
            if ($waited < self::MOST_WAITED && self::runsAway($correction, $x, $end)) {
                $x = self::partOfTheWay(
                    ['x' => $x, 'correction' => array_map(static fn(float $b, float $a): float => $b - $a, $end, $x)],
                    2.0 ** $waited++,
                );

                continue;
            }
            if ($this->isSmall($correction, $x)) {
                return $this->record($trail, $end);
            }
            $residual = self::distance($x, $end);
            // A correction that made things worse overshot a region boundary: go back and take a part of it.
            if ($accepted !== null && $residual > 1.5 * $accepted['residual'] && $damping > 1e-3) {
                $damping *= 0.4;
            } else {
                $damping = min(1.0, $damping * 2);
                $accepted = [
                    'x' => $x,
                    'end' => $end,
                    'residual' => $residual,
                    'correction' => self::tamed($correction, $x),
                ];
            }
            if ($damping < self::SMALL && $left++ < self::MOST_WAITED) {
                // What is quick finds its place by itself.
                $x = $accepted['end'];

                continue;
            }
            // Two states can throw the correction back and forth between them; half of it lands between.
            $x = self::partOfTheWay($accepted, $cycle % 5 === 4 ? 0.5 * $damping : $damping);
        }

        throw NoStableReading::afterCycles($most);
    }

    /**
     * @param array{x: list<float>, correction: list<float>, ...} $accepted
     *
     * @return list<float>
     */
    private static function partOfTheWay(array $accepted, float $share): array
    {
        $x = [];
        foreach ($accepted['correction'] as $s => $delta) {
            $x[] = $accepted['x'][$s] + $share * $delta;
        }

        return $x;
    }

    /**
     * A reservoir that stands above its rectifier for a whole cycle is drained by what draws constant power, faster the
     * lower it is: a correction then leads up and away. What goes that far the other way than the cycle itself went is
     * not where it settles.
     *
     * @param list<float> $correction
     * @param list<float> $x
     * @param list<float> $end
     */
    private static function runsAway(array $correction, array $x, array $end): bool
    {
        foreach ($correction as $s => $delta) {
            if (abs($delta) > 0.5 * (abs($x[$s]) + 1.0) && $delta * ($end[$s] - $x[$s]) < 0.0) {
                return true;
            }
        }

        return false;
    }

    /**
     * What is emptied by a steady current seems to have no end, and a correction then throws it far to the other
     * side: no further than a little across nothing at once.
     *
     * @param list<float> $correction
     * @param list<float> $x
     *
     * @return list<float>
     */
    private static function tamed(array $correction, array $x): array
    {
        foreach ($correction as $s => $delta) {
            $to = $x[$s] + $delta;
            if ($to * $x[$s] < 0.0 && abs($to) > 0.5 * abs($x[$s]) + 1.0) {
                $correction[$s] = -1.2 * $x[$s];
            }
        }

        return $correction;
    }

    /**
     * @param list<float> $correction
     * @param list<float> $x
     */
    private function isSmall(array $correction, array $x): bool
    {
        foreach ($correction as $s => $delta) {
            if (abs($delta) > 1e-5 * (abs($x[$s]) + 0.05)) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<float> $a
     * @param list<float> $b
     */
    private static function distance(array $a, array $b): float
    {
        $sum = 0.0;
        foreach ($a as $k => $value) {
            $sum += ($value - $b[$k]) ** 2;
        }

        return sqrt($sum);
    }

    /**
     * @param list<float>                      $x
     * @param array{list<float>, float, float} $start where $operator is consistent
     * @param list<array{StateOperator, list<float>}> $trail of the cycle: the operator of each step and the states
     *     before it
     *
     * @return array{list<float>, list<float>, StateOperator, array{list<float>, float, float}}
     */
    private function cycle(array $x, StateOperator $operator, array $start, array &$trail): array
    {
        $states = $this->states;
        $monodromy = [];
        for ($row = 0; $row < $states; $row++) {
            for ($column = 0; $column < $states; $column++) {
                $monodromy[] = $row === $column ? 1.0 : 0.0;
            }
        }
        $run = 0;
        $trail = [];
        $rows = $operator->stateRows($this->network);
        foreach (self::sines() as $sine) {
            if (!$this->finder->holds($operator, $x, $sine)) {
                if ($run > 0) {
                    $monodromy = StateOperator::product(
                        $operator->transition($run, $this->network),
                        $monodromy,
                        $states,
                    );
                    $run = 0;
                }
                $operator = $this->finder->find($operator, $x, $sine, $start);
                $rows = $operator->stateRows($this->network);
            }
            $start = [$x, $sine, 1.0];
            $trail[] = [$operator, $x];
            $next = [];
            $at = 0;
            for ($s = 0; $s < $states; $s++) {
                $sum = 0.0;
                foreach ($x as $value) {
                    $sum += $rows[$at++] * $value;
                }
                $sum += $rows[$at++] * $sine;
                $next[] = $sum + $rows[$at++];
            }
            $x = $next;
            $run++;
        }
        $monodromy = StateOperator::product($operator->transition($run, $this->network), $monodromy, $states);

        return [$x, $monodromy, $operator, $start];
    }

    /**
     * @param list<float> $x
     * @param list<float> $end
     * @param list<float> $monodromy
     *
     * @return list<float>|null null if the correction is not defined
     */
    private function correction(array $x, array $end, array $monodromy): ?array
    {
        $states = $this->states;
        $matrix = $residual = [];
        for ($row = 0; $row < $states; $row++) {
            for ($column = 0; $column < $states; $column++) {
                $matrix[] = ($row === $column ? 1.0 : 0.0) - $monodromy[$row * $states + $column];
            }
            $residual[] = $end[$row] - $x[$row];
        }
        try {
            return LuFactors::of($matrix, $states)->solve($residual);
        } catch (CircuitIsSingular) {
            return null;
        }
    }

    /**
     * @param list<array{StateOperator, list<float>}> $trail the operator of each step and the states before it
     * @param list<float>                             $end
     */
    private function record(array $trail, array $end): CycleRecord
    {
        $record = new CycleRecord($this->network);
        foreach (self::sines() as $step => $sine) {
            [$operator, $x] = $trail[$step];
            $record->add($operator, $x, $sine);
        }

        return $record->endingAt($end);
    }

    /**
     * A consistent state of the devices to begin with: near where a similar circuit was, else all at rest with every
     * source at zero.
     *
     * @param list<float> $x
     *
     * @return array{StateOperator, array{list<float>, float, float}} and where it is consistent
     */
    private function entry(array $x, float $sine, ?WarmStart $warm): array
    {
        if ($warm !== null) {
            $guess = $this->network->operator($this->network->regions($this->network->controlVoltages($warm->volts)));
            $found = $this->finder->near($guess, $x, $sine);
            if ($found !== null) {
                return [$found, [$x, $sine, 1.0]];
            }
        }

        return [$this->network->atRest(), [array_fill(0, $this->states, 0.0), 0.0, 0.0]];
    }

    /** @return list<float> sin(wt) at the end of each step of a cycle */
    private static function sines(): array
    {
        static $sines = null;
        if ($sines === null) {
            $sines = [];
            for ($step = 1; $step <= self::STEPS; $step++) {
                $sines[] = sin((2 * M_PI * $step) / self::STEPS);
            }
        }

        return $sines;
    }
}
