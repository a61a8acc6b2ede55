<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/**
 * A network with the devices that keep still folded into its linear part, so that a state of the moving ones is reached
 * from it by a few outer products.
 */
final class HeldDevices
{
    /** With the moving devices at their nominal conductances. */
    public readonly ControlResponse $response;

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
    public function __construct(
        public readonly array $regions,
        public readonly array $moving,
        array $slopes,
        array $offsets,
        array $controlAt,
        array $controlResponse,
        array $controlCoupling,
    ) {
        $width = count($controlResponse[0] ?? []);
        $isMoving = array_fill_keys($moving, true);
        $held = $free = [];
        foreach ($slopes as $d => $law) {
            foreach (array_keys($law) as $j) {
                if (isset($isMoving[$d])) {
                    $free[] = $controlAt[$d] + $j;
                } else {
                    $held[] = $controlAt[$d] + $j;
                }
            }
        }
        $columns = array_map(fn(int $c): array => array_column($controlResponse, $c), range(0, max(0, $width - 1)));
        $columns[] = $this->pushedByOffsets($offsets, $isMoving, $controlCoupling);
        foreach ($moving as $d) {
            $columns[] = array_column($controlCoupling, $d);
        }
        $columns = $this->folded($columns, $held, $free, $isMoving, $slopes, $controlAt, $controlCoupling);
        $rows = $direct = $coupling = [];
        foreach (array_keys($controlResponse) as $k) {
            foreach ($columns as $c => $column) {
                match (true) {
                    $c < $width => ($rows[] = $column[$k]),
                    $c === $width => ($rows[($k + 1) * $width - 1] += $column[$k]),
                    default => ($coupling[] = $column[$k]),
                };
            }
            $direct[] = $columns[$width - 1][$k];
        }
        $this->response = new ControlResponse($rows, $direct, $coupling, $width, array_flip($moving));
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
                if ($offset !== 0.0 && !isset($isMoving[$d])) {
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
     * @param list<int>         $held     controls of the held devices
     * @param list<int>         $free     controls of the moving ones
     * @param array<int, true>  $isMoving
     * @param list<list<float>> $slopes
     * @param list<int>         $controlAt
     * @param list<list<float>> $coupling
     *
     * @return list<list<float>> as $columns
     */
    private function folded(
        array $columns,
        array $held,
        array $free,
        array $isMoving,
        array $slopes,
        array $controlAt,
        array $coupling,
    ): array {
        $size = count($held);
        $at = array_flip($held);
        $matrix = array_fill(0, $size * $size, 0.0);
        foreach ($held as $row => $control) {
            $matrix[$row * $size + $row] = 1.0;
            foreach ($slopes as $d => $law) {
                if (!isset($isMoving[$d])) {
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
                if (!isset($isMoving[$d])) {
                    foreach ($law as $j => $slope) {
                        $current += $slope * $w[$at[$controlAt[$d] + $j]];
                    }
                }
                if ($current !== 0.0) {
                    $through[$d] = $current;
                }
            }
            foreach ($free as $control) {
                foreach ($through as $d => $current) {
                    $column[$control] -= $coupling[$control][$d] * $current;
                }
            }
            foreach ($held as $row => $control) {
                $column[$control] = $w[$row];
            }
            $columns[$c] = $column;
        }

        return array_map(array_values(...), $columns);
    }
}
