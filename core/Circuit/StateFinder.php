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

    /**
     * Where a walk may begin if nothing else is known: shares of the states and of the direct sources. What pushes by
     * itself leaves no state in some of them.
     */
    private const BEGINNINGS = [
        [0.0, 0.0],
        [0.0, 1.0],
        [0.3, 1.0],
        [0.7, 1.0],
        [-0.3, 1.0],
        [-1.0, 1.0],
        [0.1, 0.1],
        [0.5, 0.5],
    ];

    /** How far before its start a folded path may lead, in lengths of the path. */
    private const FARTHEST_BACK = 100.0;

    public function __construct(private readonly ReducedNetwork $network) {}

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
        $rows = $operator->response->rows;
        $w = [];
        $at = 0;
        for ($k = 0, $size = $this->network->controls; $k < $size; $k++) {
            $sum = 0.0;
            for ($c = 0; $c < $states; $c++) {
                $sum += $rows[$at++] * $x[$c];
            }
            $sum += $rows[$at++] * $sine;
            $sum += $rows[$at++];
            $w[] = $dc === 1.0 ? $sum : $sum - (1 - $dc) * $operator->response->direct[$k];
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
     * Whether an operator is consistent at these states: the inner loop of every cycle.
     *
     * @param list<float> $x
     */
    public function holds(StateOperator $operator, array $x, float $sine): bool
    {
        $rows = $operator->response->rows;
        $lower = $operator->lower;
        $upper = $operator->upper;
        $w = [];
        $at = 0;
        for ($k = 0, $size = $this->network->controls; $k < $size; $k++) {
            $sum = 0.0;
            foreach ($x as $value) {
                $sum += $rows[$at++] * $value;
            }
            $sum += $rows[$at++] * $sine;
            $sum += $rows[$at++];
            if ($sum < $lower[$k] || $sum >= $upper[$k]) {
                return false;
            }
            $w[] = $sum;
        }
        foreach ($operator->ask as $d) {
            if ($this->network->devices[$d]->region($w, $this->network->controlAt[$d]) !== $operator->regions[$d]) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param StateOperator                    $from  consistent at $start
     * @param list<float>                      $x     states to solve at
     * @param array{list<float>, float, float} $start states, sine and dc scale at which $from is consistent
     *
     * @throws NoStableReading if neither search finds a consistent state
     */
    public function find(StateOperator $from, array $x, float $sine, array $start): StateOperator
    {
        return $this->near($from, $x, $sine) ??
            ($this->walk($from, $x, $sine, $start) ??
                // Where the path from the last point folds away for good the circuit snaps over: come from nothing
                // instead.
                ($this->fromNothing($x, $sine) ?? throw NoStableReading::noConsistentState()));
    }

    /**
     * With everything turned up from nothing.
     *
     * @param list<float> $x
     */
    private function fromNothing(array $x, float $sine): ?StateOperator
    {
        $rest = $this->network->atRest();
        foreach (self::BEGINNINGS as [$share, $dc]) {
            $begin = array_map(static fn(float $state): float => $share * $state, $x);
            $begun = $this->near($rest, $begin, $share * $sine, $dc);
            $found = $begun === null ? null : $this->walk($begun, $x, $sine, [$begin, $share * $sine, $dc]);
            if ($found !== null) {
                return $found;
            }
        }

        return $this->walk($rest, $x, $sine, [array_fill(0, count($x), 0.0), 0.0, 0.0]);
    }

    /**
     * The state that Newton on the segments reaches from a guess.
     *
     * @param list<float> $x
     * @param float       $dc scale of the direct sources
     */
    public function near(StateOperator $guess, array $x, float $sine, float $dc = 1.0): ?StateOperator
    {
        $operator = $guess;
        $seen = [];
        for ($try = 0; $try < self::NEWTON_TRIES; $try++) {
            $w = $this->controls($operator, $x, $sine, $dc);
            if ($this->agrees($operator, $w)) {
                return $operator;
            }
            $seen[$operator->key] = true;
            $operator = $this->network->operator($this->network->regions($w));
            if (isset($seen[$operator->key])) {
                return null;
            }
        }

        return null;
    }

    /**
     * Follows the solution from the start to the wanted point through every region on the way. Where a region's gain is
     * of the other sign the path folds back: the walk then goes on in the other direction until it folds again.
     *
     * @param list<float>                      $x
     * @param array{list<float>, float, float} $start
     */
    private function walk(StateOperator $operator, array $x, float $sine, array $start): ?StateOperator
    {
        $progress = 0.0;
        $direction = 1.0;
        $just = null;
        $came = 0;
        for ($corner = 0; $corner < self::WALK_CORNERS; $corner++) {
            if ($direction > 0 && $this->agrees($operator, $this->controls($operator, $x, $sine))) {
                return $operator;
            }
            [$w, $dw] = $this->along($operator, $x, $sine, $start, $progress, $direction);
            if (
                $just !== null &&
                !$this->network->devices[$just]->enters(
                    $came,
                    $operator->regions[$just],
                    $dw,
                    $this->network->controlAt[$just],
                )
            ) {
                $direction = -$direction;
                $dw = array_map(static fn(float $d): float => -$d, $dw);
            }
            [$reach, $device, $beyond] = $this->firstToLeave($operator, $w, $dw, $just, $came);
            if ($device === null || $progress + $direction * $reach < -self::FARTHEST_BACK) {
                return null;
            }
            $progress += $direction * $reach;
            $regions = $operator->regions;
            [$just, $came] = [$device, $regions[$device]];
            $regions[$device] = $beyond;
            $operator = $this->network->operator(array_values($regions));
        }

        return null;
    }

    /**
     * Control voltages at a place on the path, and how they change along it.
     *
     * @param list<float>                      $x
     * @param array{list<float>, float, float} $start
     *
     * @return array{list<float>, list<float>}
     */
    private function along(
        StateOperator $operator,
        array $x,
        float $sine,
        array $start,
        float $progress,
        float $direction,
    ): array {
        $w0 = $this->controls($operator, $start[0], $start[1], $start[2]);
        $w1 = $this->controls($operator, $x, $sine);
        $w = $dw = [];
        foreach ($w0 as $k => $value) {
            $w[] = $value + $progress * ($w1[$k] - $value);
            $dw[] = $direction * ($w1[$k] - $value);
        }

        return [$w, $dw];
    }

    /**
     * @param list<float> $w  control voltages here
     * @param list<float> $dw direction of the walk
     * @param int|null    $just device that has just changed, and the region it came from: it does not go straight back
     *
     * @return array{float, int|null, int} how far until which device first leaves its region, and for which
     */
    private function firstToLeave(StateOperator $operator, array $w, array $dw, ?int $just, int $came): array
    {
        $best = INF;
        $leaver = null;
        $beyond = 0;
        foreach ($this->network->devices as $d => $device) {
            [$reach, $next] = $device->leaves($operator->regions[$d], $w, $dw, $this->network->controlAt[$d]);
            if ($reach < $best && !($d === $just && $next === $came)) {
                [$best, $leaver, $beyond] = [$reach, $d, $next];
            }
        }

        return [$best, $leaver, $beyond];
    }
}
