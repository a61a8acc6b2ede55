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

    /** How far before its start a folded path may lead, in lengths of the path. */
    private const FARTHEST_BACK = 10.0;

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
     * Follows the solution from the start to the wanted point through every region on the way. Where a region's gain is of
     * the other sign the path folds back: the walk then goes on in the other direction until it folds again.
     *
     * @param list<float>                      $x
     * @param array{list<float>, float, float} $start
     */
    private function walk(StateOperator $operator, array $x, float $sine, array $start): StateOperator
    {
        $progress = 0.0;
        $direction = 1.0;
        for ($corner = 0; $corner < self::WALK_CORNERS; $corner++) {
            $w0 = $this->controls($operator, $start[0], $start[1], $start[2]);
            $w1 = $this->controls($operator, $x, $sine);
            if ($direction > 0 && $this->agrees($operator, $w1)) {
                return $operator;
            }
            $w = $dw = [];
            foreach ($w0 as $k => $value) {
                $w[] = $value + $progress * ($w1[$k] - $value);
                $dw[] = $direction * ($w1[$k] - $value);
            }
            [$reach, $device] = $this->firstToLeave($operator, $w, $dw);
            if ($device === null || $progress + $direction * $reach < -self::FARTHEST_BACK) {
                break;
            }
            $progress += $direction * $reach;
            $regions = $operator->regions;
            $regions[$device] = $this->regionBeyond($device, $regions[$device], $w, $dw, $reach);
            if ($regions[$device] === $operator->regions[$device]) {
                break;
            }
            $operator = $this->network->operator(array_values($regions));
            if ($this->turnsBack($operator, $device, $x, $sine, $start, $progress, $direction)) {
                $direction = -$direction;
            }
        }

        throw NoStableReading::noConsistentState();
    }

    /**
     * The region on the other side of the edge that is met after $reach; rounding may ask for a second look further on.
     *
     * @param list<float> $w
     * @param list<float> $dw
     */
    private function regionBeyond(int $device, int $region, array $w, array $dw, float $reach): int
    {
        $at = $this->network->controlAt[$device];
        foreach ([1e-10, 1e-8, 1e-6, 1e-4, 1e-2] as $further) {
            $beyond = $reach + $further * (1 + $reach);
            $there = [];
            foreach ($w as $k => $value) {
                $there[] = $value + $beyond * $dw[$k];
            }
            $next = $this->network->devices[$device]->region($there, $at);
            if ($next !== $region) {
                return $next;
            }
        }

        return $region;
    }

    /**
     * Whether going on in the same direction leads straight out of the region just entered.
     *
     * @param list<float>                      $x
     * @param array{list<float>, float, float} $start
     */
    private function turnsBack(StateOperator $operator, int $device, array $x, float $sine, array $start, float $progress, float $direction): bool
    {
        $w0 = $this->controls($operator, $start[0], $start[1], $start[2]);
        $w1 = $this->controls($operator, $x, $sine);
        $ahead = $progress + $direction * 1e-7;
        $behind = $progress - $direction * 1e-7;
        $inside = function (float $p) use ($w0, $w1, $operator, $device): bool {
            $w = [];
            foreach ($w0 as $k => $value) {
                $w[] = $value + $p * ($w1[$k] - $value);
            }

            return $this->network->devices[$device]->region($w, $this->network->controlAt[$device]) === $operator->regions[$device];
        };

        return ! $inside($ahead) && $inside($behind);
    }

    /**
     * @param list<float> $w  control voltages here
     * @param list<float> $dw direction of the walk
     *
     * @return array{float, int|null} how far until which device first leaves its region
     */
    private function firstToLeave(StateOperator $operator, array $w, array $dw): array
    {
        $best = INF;
        $leaver = null;
        foreach ($this->network->devices as $d => $device) {
            $reach = $device->leaves($operator->regions[$d], $w, $dw, $this->network->controlAt[$d]);
            if ($reach < $best) {
                $best = $reach;
                $leaver = $d;
            }
        }

        return [$best, $leaver];
    }
}
