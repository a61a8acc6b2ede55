<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/**
 * A network with the devices that keep still folded into its linear part, so that each state of the moving ones costs only
 * a small system (block elimination; the Schur complement of the held devices).
 *
 * Control voltages are w = response c - coupling i, with c the columns [states..., sine, dc, offsets] and i the amperes of
 * the moving devices beyond their nominal conductances.
 */
final class HeldDevices
{
    /** @var list<float> [$control * ($width + 1) + column], volts; the last column is what the held devices' offsets give */
    private array $response = [];

    /** @var list<float> [$control * count($moving) + index], ohms */
    private array $coupling = [];

    private readonly int $width;

    private readonly int $controls;

    /** @var list<array{int, int, int}> control, index of its device in $moving, which of that device's controls */
    private array $movingControls = [];

    /**
     * @param list<int>         $regions          one per device
     * @param list<int>         $moving           devices left out
     * @param list<list<float>> $slopes           per device, siemens
     * @param list<float>       $offsets          per device, amperes
     * @param list<int>         $controlAt        first control of each device
     * @param list<list<float>> $controlResponse  [control][column]
     * @param list<list<float>> $controlCoupling  [control][device], ohms
     *
     * @throws CircuitIsSingular if the held devices leave no single solution
     */
    public function __construct(public readonly array $regions, public readonly array $moving, array $slopes, array $offsets, array $controlAt, array $controlResponse, array $controlCoupling)
    {
        $this->controls = count($controlResponse);
        $this->width = count($controlResponse[0] ?? []);
        $isMoving = array_fill_keys($moving, true);
        $held = [];
        foreach ($slopes as $d => $law) {
            foreach ($law as $j => $slope) {
                if (isset($isMoving[$d])) {
                    $this->movingControls[] = [$controlAt[$d] + $j, (int) array_search($d, $moving, true), $j];
                } else {
                    $held[] = $controlAt[$d] + $j;
                }
            }
        }
        $columns = array_map(fn(int $c): array => array_column($controlResponse, $c), range(0, max(0, $this->width - 1)));
        $columns[] = $this->pushedByOffsets($offsets, $isMoving, $controlCoupling);
        foreach ($moving as $d) {
            $columns[] = array_column($controlCoupling, $d);
        }
        $this->fold($columns, $held, $isMoving, $slopes, $controlAt, $controlCoupling);
    }

    /**
     * @param list<int> $regions
     *
     * @return list<int> held devices that would have to move
     */
    public function movedBy(array $regions): array
    {
        $moved = array_keys(array_diff_assoc($regions, $this->regions));

        return array_values(array_diff($moved, $this->moving));
    }

    /**
     * @param list<list<float>> $slopes  per device, siemens
     * @param list<float>       $offsets per device, amperes
     *
     * @return array{array<int, float>, list<float>} rows of a StateOperator, and its direct part
     *
     * @throws CircuitIsSingular
     */
    public function controlRows(array $slopes, array $offsets): array
    {
        $width = $this->width + 1;
        $count = count($this->moving);
        $currents = $this->movingCurrents($slopes, $offsets);
        $rows = $direct = [];
        for ($k = 0; $k < $this->controls; $k++) {
            $coupling = array_slice($this->coupling, $k * $count, $count);
            $at = $k * $width;
            for ($column = 0; $column < $width - 1; $column++) {
                $sum = $this->response[$at + $column];
                foreach ($coupling as $m => $ohms) {
                    $sum -= $ohms * $currents[$column][$m];
                }
                $rows[] = $sum;
            }
            $direct[] = $sum ?? 0.0;
            $sum = $this->response[$at + $width - 1];
            foreach ($coupling as $m => $ohms) {
                $sum -= $ohms * $currents[$width - 1][$m];
            }
            $rows[($k + 1) * ($width - 1) - 1] += $sum;
        }

        return [$rows, $direct];
    }

    /**
     * @param list<list<float>> $slopes
     * @param list<float>       $offsets
     *
     * @return list<list<float>> [column][index in $moving], amperes
     */
    private function movingCurrents(array $slopes, array $offsets): array
    {
        $width = $this->width + 1;
        $count = count($this->moving);
        $size = count($this->movingControls);
        $matrix = [];
        foreach ($this->movingControls as $row => [$control]) {
            foreach ($this->movingControls as $column => [, $m, $j]) {
                $matrix[] = ($row === $column ? 1.0 : 0.0) + $this->coupling[$control * $count + $m] * $slopes[$this->moving[$m]][$j];
            }
        }
        $factors = $size > 0 ? LuFactors::of($matrix, $size) : null;
        $currents = [];
        for ($column = 0; $column < $width; $column++) {
            $right = [];
            $isOffset = $column === $width - 1;
            foreach ($this->movingControls as [$control]) {
                $sum = $this->response[$control * $width + $column];
                if ($isOffset) {
                    foreach ($this->moving as $m => $d) {
                        $sum -= $this->coupling[$control * $count + $m] * $offsets[$d];
                    }
                }
                $right[] = $sum;
            }
            $w = $factors?->solve($right) ?? [];
            $through = array_fill(0, $count, 0.0);
            foreach ($this->movingControls as $row => [, $m, $j]) {
                $through[$m] += $slopes[$this->moving[$m]][$j] * $w[$row];
            }
            if ($isOffset) {
                foreach ($this->moving as $m => $d) {
                    $through[$m] += $offsets[$d];
                }
            }
            $currents[] = array_values($through);
        }

        return $currents;
    }

    /**
     * @param list<float>       $offsets
     * @param array<int, true>  $isMoving
     * @param list<list<float>> $coupling
     *
     * @return list<float> volts
     */
    private function pushedByOffsets(array $offsets, array $isMoving, array $coupling): array
    {
        $pushed = [];
        foreach ($coupling as $ohms) {
            $sum = 0.0;
            foreach ($offsets as $d => $offset) {
                if ($offset !== 0.0 && ! isset($isMoving[$d])) {
                    $sum -= $ohms[$d] * $offset;
                }
            }
            $pushed[] = $sum;
        }

        return $pushed;
    }

    /**
     * Solves the held controls for each column and carries what their devices then conduct over to the others.
     *
     * @param list<list<float>> $columns  [column][control]
     * @param list<int>         $held     controls
     * @param array<int, true>  $isMoving
     * @param list<list<float>> $slopes
     * @param list<int>         $controlAt
     * @param list<list<float>> $coupling
     */
    private function fold(array $columns, array $held, array $isMoving, array $slopes, array $controlAt, array $coupling): void
    {
        $size = count($held);
        $at = array_flip($held);
        $matrix = array_fill(0, $size * $size, 0.0);
        foreach ($held as $row => $control) {
            $matrix[$row * $size + $row] = 1.0;
            foreach ($slopes as $d => $law) {
                if (! isset($isMoving[$d])) {
                    foreach ($law as $j => $slope) {
                        $matrix[$row * $size + $at[$controlAt[$d] + $j]] += $coupling[$control][$d] * $slope;
                    }
                }
            }
        }
        $factors = $size > 0 ? LuFactors::of($matrix, $size) : null;
        foreach ($columns as $c => $column) {
            $w = $factors?->solve(array_map(static fn(int $control): float => $column[$control], $held)) ?? [];
            $through = [];
            foreach ($slopes as $d => $law) {
                $current = 0.0;
                if (! isset($isMoving[$d])) {
                    foreach ($law as $j => $slope) {
                        $current += $slope * $w[$at[$controlAt[$d] + $j]];
                    }
                }
                if ($current !== 0.0) {
                    $through[$d] = $current;
                }
            }
            foreach ($this->movingControls as [$control]) {
                foreach ($through as $d => $current) {
                    $column[$control] -= $coupling[$control][$d] * $current;
                }
            }
            foreach ($held as $row => $control) {
                $column[$control] = $w[$row];
            }
            $columns[$c] = $column;
        }
        for ($k = 0; $k < $this->controls; $k++) {
            foreach ($columns as $c => $column) {
                if ($c <= $this->width) {
                    $this->response[] = $column[$k];
                } else {
                    $this->coupling[] = $column[$k];
                }
            }
        }
    }
}
