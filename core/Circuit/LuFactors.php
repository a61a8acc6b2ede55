<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/**
 * LU factors with partial pivoting of a dense square matrix: factor once, solve many.
 *
 * Matrices are array<int, float>, row-major: element (row, column) at [$row * $n + $column].
 */
final class LuFactors
{
    private const RELATIVE_PIVOT = 1e-15;

    /**
     * @param array<int, float> $lu
     * @param list<int>         $order
     */
    private function __construct(private readonly array $lu, private readonly array $order, private readonly int $n) {}

    /**
     * @param array<int, float> $a
     *
     * @throws CircuitIsSingular if a pivot vanishes beside the largest element
     */
    public static function of(array $a, int $n): self
    {
        $order = range(0, max(0, $n - 1));
        $largest = 0.0;
        foreach ($a as $value) {
            $size = abs($value);
            if ($size > $largest) {
                $largest = $size;
            }
        }
        $smallest = $largest * self::RELATIVE_PIVOT * 1e-6;
        for ($k = 0; $k < $n; $k++) {
            $best = abs($a[$k * $n + $k]);
            $pivot = $k;
            for ($row = $k + 1; $row < $n; $row++) {
                $size = abs($a[$row * $n + $k]);
                if ($size > $best) {
                    $best = $size;
                    $pivot = $row;
                }
            }
            if ($best <= $smallest) {
                throw CircuitIsSingular::atRow($k);
            }
            if ($pivot !== $k) {
                for ($column = 0; $column < $n; $column++) {
                    $swap = $a[$k * $n + $column];
                    $a[$k * $n + $column] = $a[$pivot * $n + $column];
                    $a[$pivot * $n + $column] = $swap;
                }
                [$order[$k], $order[$pivot]] = [$order[$pivot], $order[$k]];
            }
            $inverse = 1 / $a[$k * $n + $k];
            for ($row = $k + 1; $row < $n; $row++) {
                $factor = $a[$row * $n + $k];
                if ($factor === 0.0) {
                    continue;
                }
                $factor *= $inverse;
                $a[$row * $n + $k] = $factor;
                for ($column = $k + 1; $column < $n; $column++) {
                    $a[$row * $n + $column] -= $factor * $a[$k * $n + $column];
                }
            }
        }

        return new self($a, array_values($order), $n);
    }

    /**
     * @param array<int, float> $b
     *
     * @return list<float>
     */
    public function solve(array $b): array
    {
        $n = $this->n;
        $lu = $this->lu;
        $x = [];
        for ($row = 0; $row < $n; $row++) {
            $sum = $b[$this->order[$row]];
            $base = $row * $n;
            for ($column = 0; $column < $row; $column++) {
                $sum -= $lu[$base + $column] * $x[$column];
            }
            $x[] = $sum;
        }
        for ($row = $n - 1; $row >= 0; $row--) {
            $sum = $x[$row];
            $base = $row * $n;
            for ($column = $row + 1; $column < $n; $column++) {
                $sum -= $lu[$base + $column] * $x[$column];
            }
            $x[$row] = $sum / $lu[$base + $row];
        }

        /** @var list<float> */
        return $x;
    }
}
