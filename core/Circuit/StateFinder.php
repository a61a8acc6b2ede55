<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/**
 * Finds the regions of all devices that agree with given states and sources.
 *
 * Newton on the segments first (nearly always one to three tries); when that circles, a Katzenelson walk: move in a
 * straight line from the last consistent point and change one device at each boundary that is met.
 */
final class StateFinder
{
    private const NEWTON_TRIES = 12;

    private const WALK_CORNERS = 400;

    public function __construct(private readonly ReducedNetwork $network)
    {
    }

    /**
     * Control voltages of one operator.
     *
     * @param list<float> $x    states
     * @param float       $sine value of the mains sine
     * @param float       $dc   scale of the direct sources
     *
     * @return list<float> volts
     */
    public function controls(StateOperator $operator, array $x, float $sine, float $dc = 1.0): array
    {
        $states = count($x);
        $rows = $operator->controlRows;
        $w = [];
        $at = 0;
        for ($k = 0, $size = $this->network->controls; $k < $size; $k++) {
            $sum = 0.0;
            for ($c = 0; $c < $states; $c++) {
                $sum += $rows[$at++] * $x[$c];
            }
            $sum += $rows[$at++] * $sine;
            $sum += $rows[$at++];
            $w[] = $dc === 1.0 ? $sum : $sum - (1 - $dc) * $operator->directPart[$k];
        }

        return $w;
    }

    /** @param list<float> $w */
    public function agrees(StateOperator $operator, array $w): bool
    {
        foreach ($w as $k => $voltage) {
            if ($voltage < $operator->lower[$k] || $voltage >= $operator->upper[$k]) {
                return false;
            }
        }
        foreach ($operator->ask as $d) {
            if ($this->network->devices[$d]->region($w, $this->network->controlAt[$d]) !== $operator->regions[$d]) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param StateOperator                              $from  consistent at $start
     * @param list<float>                                $x     states to solve at
     * @param array{list<float>, float, float}           $start states, sine and dc scale at which $from is consistent
     *
     * @throws NoStableReading if neither search finds a consistent state
     */
    public function find(StateOperator $from, array $x, float $sine, array $start): StateOperator
    {
        $operator = $from;
        $seen = [];
        for ($try = 0; $try < self::NEWTON_TRIES; $try++) {
            $w = $this->controls($operator, $x, $sine);
            if ($this->agrees($operator, $w)) {
                return $operator;
            }
            $seen[$operator->key] = true;
            $operator = $this->network->operator($this->network->regions($w));
            if (isset($seen[$operator->key])) {
                break;
            }
        }

        return $this->walk($from, $x, $sine, $start);
    }

    /**
     * @param list<float>                      $x
     * @param array{list<float>, float, float} $start
     */
    private function walk(StateOperator $operator, array $x, float $sine, array $start): StateOperator
    {
        $progress = 0.0;
        for ($corner = 0; $corner < self::WALK_CORNERS; $corner++) {
            $w0 = $this->controls($operator, $start[0], $start[1], $start[2]);
            $w1 = $this->controls($operator, $x, $sine);
            if ($this->agrees($operator, $w1)) {
                return $operator;
            }
            [$progress, $device] = $this->firstBoundary($operator, $w0, $w1, $progress);
            if ($device === null) {
                break;
            }
            $beyond = $progress + 1e-9;
            $w = [];
            foreach ($w0 as $k => $value) {
                $w[] = $value + $beyond * ($w1[$k] - $value);
            }
            $regions = $operator->regions;
            $regions[$device] = $this->network->devices[$device]->region($w, $this->network->controlAt[$device]);
            $operator = $this->network->operator(array_values($regions));
        }

        throw NoStableReading::noConsistentState();
    }

    /**
     * @param list<float> $w0 control voltages at the start of the path
     * @param list<float> $w1 control voltages at its end
     *
     * @return array{float, int|null} where on the path (0..1) which device first leaves its region
     */
    private function firstBoundary(StateOperator $operator, array $w0, array $w1, float $from): array
    {
        $best = INF;
        $leaver = null;
        foreach ($this->network->devices as $d => $device) {
            $at = $this->network->controlAt[$d];
            $here = $this->leaves($d, $at, $operator->regions[$d], $w0, $w1, $from);
            if ($here !== null && $here < $best) {
                $best = $here;
                $leaver = $d;
            }
        }

        return [$leaver === null ? $from : $best, $leaver];
    }

    /**
     * @param list<float> $w0
     * @param list<float> $w1
     */
    private function leaves(int $device, int $at, int $region, array $w0, array $w1, float $from): ?float
    {
        $inside = function (float $p) use ($device, $at, $region, $w0, $w1): bool {
            $w = $w0;
            for ($k = $at, $end = $at + count($this->network->devices[$device]->controls()); $k < $end; $k++) {
                $w[$k] = $w0[$k] + $p * ($w1[$k] - $w0[$k]);
            }

            return $this->network->devices[$device]->region(array_values($w), $at) === $region;
        };
        if ($inside(1.0)) {
            return null;
        }
        $low = $from;
        $high = 1.0;
        for ($halving = 0; $halving < 50 && $high - $low > 1e-12; $halving++) {
            $middle = ($low + $high) / 2;
            $inside($middle) ? $low = $middle : $high = $middle;
        }

        return $high;
    }
}
