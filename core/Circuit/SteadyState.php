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

    private const MOST_CYCLES = 80;

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
     * @param list<float>|null $warm states of a similar circuit to start from
     *
     * @throws NoStableReading   if it does not settle
     * @throws CircuitIsSingular if its equations have no single solution
     */
    public static function of(Netlist $netlist, ?array $warm = null): CycleRecord
    {
        if ($netlist->frequency <= 0.0) {
            return self::resting($netlist);
        }
        $network = ReducedNetwork::stepping($netlist, 1 / $netlist->frequency / self::STEPS);
        $solver = new self($network);

        return $solver->settle($warm !== null && count($warm) === $network->states ? $warm : array_fill(0, $network->states, 0.0));
    }

    /** The resting point with capacitors open and windings shorted; also what an ohmmeter sees. */
    public static function resting(Netlist $netlist): CycleRecord
    {
        $network = ReducedNetwork::resting($netlist);
        $solver = new self($network);
        $operator = $solver->finder->find($solver->coldOperator(), [], 0.0, [[], 0.0, 0.0]);
        $record = new CycleRecord($network);
        $record->add($operator, [], 0.0, []);

        return $record;
    }

    /** @param list<float> $x */
    private function settle(array $x): CycleRecord
    {
        $bound = $this->largestVoltage() * 3;
        $operator = $this->coldOperator();
        $start = [array_fill(0, $this->states, 0.0), 0.0, 0.0];
        for ($cycle = 0; $cycle < self::MOST_CYCLES; $cycle++) {
            [$end, $monodromy, $operator, $start] = $this->cycle($x, $operator, $start);
            $correction = $this->correction($x, $end, $monodromy);
            if ($correction === null) {
                $x = $end;

                continue;
            }
            $converged = true;
            foreach ($correction as $s => $delta) {
                if (abs($delta) > 1e-5 * (abs($x[$s]) + 0.05)) {
                    $converged = false;
                    break;
                }
            }
            if ($converged) {
                return $this->record($end, $operator, $start);
            }
            // Every eighth cycle runs plainly, which breaks the rare circle between two corrections.
            if ($cycle === 0 || $cycle % 8 === 7) {
                $x = $end;
            } else {
                foreach ($correction as $s => $delta) {
                    $x[$s] = max(-$bound, min($bound, $x[$s] + $delta));
                }
            }
        }

        throw NoStableReading::afterCycles(self::MOST_CYCLES);
    }

    /**
     * @param list<float>                      $x
     * @param array{list<float>, float, float} $start where $operator is consistent
     *
     * @return array{list<float>, list<float>, StateOperator, array{list<float>, float, float}}
     */
    private function cycle(array $x, StateOperator $operator, array $start): array
    {
        $states = $this->states;
        $width = $states + 2;
        $monodromy = [];
        for ($row = 0; $row < $states; $row++) {
            for ($column = 0; $column < $states; $column++) {
                $monodromy[] = $row === $column ? 1.0 : 0.0;
            }
        }
        $run = 0;
        foreach (self::sines() as $sine) {
            $w = $this->finder->controls($operator, $x, $sine);
            if (! $this->finder->agrees($operator, $w)) {
                if ($run > 0) {
                    $monodromy = StateOperator::product($operator->transition($run, $states), $monodromy, $states);
                    $run = 0;
                }
                $operator = $this->finder->find($operator, $x, $sine, $start);
            }
            $start = [$x, $sine, 1.0];
            $rows = $operator->stateRows;
            $next = [];
            $at = 0;
            for ($s = 0; $s < $states; $s++) {
                $sum = 0.0;
                for ($c = 0; $c < $states; $c++) {
                    $sum += $rows[$at++] * $x[$c];
                }
                $sum += $rows[$at++] * $sine;
                $next[] = $sum + $rows[$at++];
            }
            $x = $next;
            $run++;
        }
        $monodromy = StateOperator::product($operator->transition($run, $states), $monodromy, $states);

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
     * @param list<float>                      $x
     * @param array{list<float>, float, float} $start
     */
    private function record(array $x, StateOperator $operator, array $start): CycleRecord
    {
        $record = new CycleRecord($this->network);
        $width = $this->states + 2;
        foreach (self::sines() as $sine) {
            if (! $this->finder->agrees($operator, $this->finder->controls($operator, $x, $sine))) {
                $operator = $this->finder->find($operator, $x, $sine, $start);
            }
            $start = [$x, $sine, 1.0];
            $next = [];
            for ($s = 0; $s < $this->states; $s++) {
                $sum = $operator->stateRows[$s * $width + $this->states] * $sine + $operator->stateRows[$s * $width + $this->states + 1];
                for ($c = 0; $c < $this->states; $c++) {
                    $sum += $operator->stateRows[$s * $width + $c] * $x[$c];
                }
                $next[] = $sum;
            }
            $record->add($operator, $x, $sine, $next);
            $x = $next;
        }

        return $record;
    }

    /** All sources at zero and nothing stored: every device at no voltage. */
    private function coldOperator(): StateOperator
    {
        $rest = $this->network->regions(array_fill(0, $this->network->controls, 0.0));

        return $this->network->operator($rest);
    }

    private function largestVoltage(): float
    {
        $largest = 1.0;
        foreach ($this->network->netlist->branches() as $branch) {
            if ($branch instanceof Branch\Source) {
                $largest = max($largest, $branch->amplitude + abs($branch->dc));
            }
        }

        return $largest;
    }

    /** @return list<float> sin(wt) at the end of each step of a cycle */
    private static function sines(): array
    {
        static $sines = null;
        if ($sines === null) {
            $sines = [];
            for ($step = 1; $step <= self::STEPS; $step++) {
                $sines[] = sin(2 * M_PI * $step / self::STEPS);
            }
        }

        return $sines;
    }
}
