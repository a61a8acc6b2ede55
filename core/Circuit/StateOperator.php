<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/**
 * One state of all devices, reduced to rows over the columns [states..., sine, dc] of its network.
 */
final class StateOperator
{
    /** @var array<int, float>|null */
    private ?array $nodeRows = null;

    /** @var array<int, float>|null */
    private ?array $stateRows = null;

    /** @var array<int, list<float>> powers of the state matrix by exponent */
    private array $powers = [];

    /**
     * @param list<int>         $regions one per device
     * @param array<int, float> $lower   bound per control
     * @param array<int, float> $upper   bound per control
     * @param list<int>         $ask     devices whose region is not a plain interval
     */
    public function __construct(
        public readonly string $key,
        public readonly array $regions,
        public readonly ControlResponse $response,
        public readonly array $lower,
        public readonly array $upper,
        public readonly array $ask,
    ) {}

    /** @return array<int, float> next states, [$state * width + column] */
    public function stateRows(ReducedNetwork $network): array
    {
        return $this->stateRows ??= $network->stateRows($this);
    }

    /** @return array<int, float> */
    public function nodeRows(ReducedNetwork $network): array
    {
        return $this->nodeRows ??= $network->nodeRows($this);
    }

    /**
     * The state matrix to a power: what $steps steps in this state do to a small change of the states.
     *
     * @return list<float> row-major, states x states
     */
    public function transition(int $steps, ReducedNetwork $network): array
    {
        if (!isset($this->powers[$steps])) {
            $states = $network->states;
            if ($steps === 1) {
                $rows = $this->stateRows($network);
                $matrix = [];
                for ($row = 0; $row < $states; $row++) {
                    for ($column = 0; $column < $states; $column++) {
                        $matrix[] = $rows[$row * ($states + 2) + $column];
                    }
                }
                $this->powers[1] = $matrix;
            } else {
                $half = $this->transition($steps >> 1, $network);
                $square = self::product($half, $half, $states);
                $this->powers[$steps] =
                    ($steps & 1) === 1 ? self::product($square, $this->transition(1, $network), $states) : $square;
            }
        }

        return $this->powers[$steps];
    }

    /**
     * @param list<float> $a
     * @param list<float> $b
     *
     * @return list<float> row-major, n x n
     */
    public static function product(array $a, array $b, int $n): array
    {
        $out = [];
        for ($row = 0; $row < $n; $row++) {
            for ($column = 0; $column < $n; $column++) {
                $sum = 0.0;
                for ($k = 0; $k < $n; $k++) {
                    $sum += $a[$row * $n + $k] * $b[$k * $n + $column];
                }
                $out[] = $sum;
            }
        }

        return $out;
    }
}
