<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Combination;

use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Drawer\StockLine;

/**
 * Finds the best sets of parts for a value by branch and bound.
 *
 * In series resistances add, in parallel conductances do (capacitances the other way round): both are searched as sums
 * of non-increasing terms. A branch is given up when the terms that are left cannot reach the target, or when what
 * every set with that many parts costs at the least (their number, their price, the tolerance that the best parts
 * leave) is more than the worst of the sets that are kept. Beside pure series and parallel: three parts mixed, and
 * arrays of equal ones.
 */
final class Combiner
{
    /** Terms of a sum; arrays of equal parts go further. */
    private const MOST_TERMS = 4;

    private const MOST_EQUAL = 30;

    /**
     * A set further off than this many times what is allowed is none, whatever else speaks for it; in any case beyond
     * the most.
     */
    private const FAR = 3.0;

    private const LEAST_FAR = 0.02;

    private const MOST_FAR = 0.25;

    /** A part that contributes less than this changes the whole less than tolerances do. */
    private const LEAST_SHARE = 0.002;

    /** @var list<Combination> best first */
    private array $kept = [];

    /** @var list<StockLine> */
    private array $stock = [];

    /**
     * @var list<array{value: float, price: float, tolerance: float, power: float, count: int}> of each line of $stock;
     *     power INF where it does not matter
     */
    private array $facts = [];

    private float $worstKept = INF;

    private float $leastTolerance = 0.0;

    private float $leastPrice = 0.0;

    /** @var array{float, float, float} */
    private readonly array $weights;

    private readonly float $far;

    private float $mostPower = INF;

    /** Branches looked into, for whoever wants to know. */
    public int $visited = 0;

    /** @param positive-int $keep how many sets are wanted */
    public function __construct(
        private readonly Target $target,
        private readonly Preference $preference = Preference::Closest,
        private readonly int $keep = 6,
    ) {
        $this->weights = $preference->weights();
        $this->far = min(self::MOST_FAR, max(self::LEAST_FAR, self::FAR * $target->allowed));
    }

    /**
     * @param list<StockLine> $lines
     *
     * @return list<Combination> best first, without those that another beats in everything
     */
    public function find(array $lines): array
    {
        $this->kept = [];
        $this->worstKept = INF;
        $this->visited = 0;
        $this->take($lines);
        if ($this->stock === []) {
            return [];
        }
        $this->arrays();
        for ($count = 2; $count <= self::MOST_TERMS; $count++) {
            foreach ([true, false] as $adds) {
                $this->sums($this->terms($adds), $adds, $count);
            }
        }
        foreach ([true, false] as $adds) {
            $this->mixed($this->terms($adds), $adds);
        }

        return array_values(
            array_filter(
                $this->kept,
                fn(Combination $one): bool => array_filter($this->kept, $one->isBeatenBy(...)) === [],
            ),
        );
    }

    /** @param list<StockLine> $lines */
    private function take(array $lines): void
    {
        $this->stock = $this->facts = [];
        $isResistor = $this->target->isResistor();
        foreach ($lines as $line) {
            $value = $line->component->get(Attribute::Value) ?? 0.0;
            if ($line->available() > 0 && $value > 0.0 && $this->target->fits($line->component)) {
                $this->stock[] = $line;
                $power = $this->target->watts > 0.0 ? $line->component->get(Attribute::Power) ?? 0.0 : INF;
                $this->facts[] = [
                    'value' => $value,
                    'price' => $line->price ?? 0.0,
                    'tolerance' => Combination::tolerance($line, $isResistor),
                    'power' => $power,
                    'count' => $line->available(),
                ];
            }
        }
        $this->leastTolerance = $this->facts === [] ? 0.0 : min(array_column($this->facts, 'tolerance'));
        $this->mostPower = $this->facts === [] ? 0.0 : max(array_column($this->facts, 'power'));
        $this->leastPrice = $this->facts === [] ? 0.0 : min(array_column($this->facts, 'price'));
    }

    /** The target as a sum: of values, or of what their reciprocals add up to. */
    private function goal(bool $adds): float
    {
        return $adds ? $this->target->value : 1 / $this->target->value;
    }

    /**
     * The stock as terms of a sum, smallest first. What stands less than its share of the power, or contributes next to
     * nothing, is left out; of lines with the same value those that another beats in everything.
     *
     * @return list<array{x: float, item: int}>
     */
    private function terms(bool $adds): array
    {
        $goal = $this->goal($adds);
        $terms = $best = [];
        foreach ($this->facts as $item => $fact) {
            $x = $adds ? $fact['value'] : 1 / $fact['value'];
            if (
                $x < $goal * (1 + $this->far) &&
                $x > $goal * self::LEAST_SHARE &&
                ($x / ($goal * (1 + $this->far))) * $this->target->watts <= $fact['power']
            ) {
                $best[sprintf('%.6g', $x)][] = $item;
                $terms[$item] = ['x' => $x, 'item' => $item];
            }
        }
        foreach ($best as $same) {
            foreach ($same as $item) {
                foreach ($same as $other) {
                    if ($item !== $other && isset($terms[$item], $terms[$other]) && $this->isBeaten($item, $other)) {
                        unset($terms[$item]);
                    }
                }
            }
        }
        usort($terms, static fn(array $a, array $b): int => $a['x'] <=> $b['x']);

        return $terms;
    }

    private function isBeaten(int $item, int $by): bool
    {
        [$a, $b] = [$this->facts[$item], $this->facts[$by]];
        $data = $this->stock[$item]->component->data;
        $other = $this->stock[$by]->component->data;

        return $b['tolerance'] <= $a['tolerance'] &&
            $b['price'] <= $a['price'] &&
            $b['power'] >= $a['power'] &&
            min($b['count'], self::MOST_TERMS) >= min($a['count'], self::MOST_TERMS) &&
            ($other['voltage'] ?? 0.0) >= ($data['voltage'] ?? 0.0) &&
            ($other['tempco'] ?? INF) <= ($data['tempco'] ?? INF);
    }

    /**
     * What every set of so many parts costs at the least: n equal shares leave the least of independent errors
     * (Cauchy).
     */
    private function floor(int $parts, float $price): float
    {
        [$off, $more, $money] = $this->weights;

        return $more * ($parts - 1) +
            $money * $price +
            ($off * 0.5 * $this->leastTolerance) / sqrt($parts) / $this->target->allowed;
    }

    /** How far off a set may be that costs at least so much and is still kept, as a ratio of the sum. */
    private function reach(float $floor): float
    {
        if (is_infinite($this->worstKept)) {
            return $this->far;
        }
        $reach = (max(0.0, $this->worstKept - $floor) * $this->target->allowed) / $this->weights[0];

        // A reciprocal is off by e / (1 - e) where the value is off by e.
        return min($this->far, $reach < 0.5 ? $reach / (1 - $reach) : $this->far) + 1e-12;
    }

    /** @param list<array{x: float, item: int}> $terms */
    private function sums(array $terms, bool $adds, int $count): void
    {
        // So many of the strongest together must stand the power.
        if ($terms !== [] && $count * $this->mostPower >= $this->target->watts) {
            $this->branch($terms, $this->goal($adds), $adds, $count, [], 0.0, count($terms) - 1, 0.0);
        }
    }

    /**
     * @param non-empty-list<array{x: float, item: int}> $terms
     * @param list<int>                                  $chosen indices of terms so far, largest first
     * @param int                                        $from   largest index that may still be taken
     * @param float                                      $price  of those chosen
     */
    private function branch(
        array $terms,
        float $goal,
        bool $adds,
        int $left,
        array $chosen,
        float $sum,
        int $from,
        float $price,
    ): void {
        $floor = $this->floor(count($chosen) + $left, $price + $left * $this->leastPrice);
        if ($floor >= $this->worstKept) {
            return;
        }
        $reach = $this->reach($floor);
        [$low, $high] = [$goal * (1 - $reach), $goal * (1 + $reach)];
        for ($k = min($from, self::last($terms, $high - $sum - ($left - 1) * $terms[0]['x'])); $k >= 0; $k--) {
            $x = $terms[$k]['x'];
            // From here on down even equal terms fall short of the target.
            if ($sum + $left * $x < $low) {
                return;
            }
            $this->visited++;
            if ($left === 1) {
                $this->leaf($terms, [...$chosen, $k], $sum + $x, $adds);
            } else {
                $this->branch(
                    $terms,
                    $goal,
                    $adds,
                    $left - 1,
                    [...$chosen, $k],
                    $sum + $x,
                    $k,
                    $price + $this->facts[$terms[$k]['item']]['price'],
                );
            }
        }
    }

    /**
     * @param list<array{x: float, item: int}> $terms
     * @param list<int>                        $chosen indices of terms
     */
    private function leaf(array $terms, array $chosen, float $sum, bool $adds): void
    {
        $items = $shares = [];
        foreach ($chosen as $k) {
            $items[] = $terms[$k]['item'];
            $shares[] = $terms[$k]['x'] / $sum;
        }
        if ($this->isWorthBuilding($items, $shares, $adds ? $sum : 1 / $sum)) {
            $children = array_map(fn(int $i): Network => Network::part($this->stock[$i]), $items);
            $this->keep(
                $adds === $this->target->isResistor() ? Network::series($children) : Network::parallel($children),
            );
        }
    }

    /**
     * @param list<int>   $items
     * @param list<float> $shares of the parts, in the same order
     */
    private function isWorthBuilding(array $items, array $shares, float $value): bool
    {
        [$off, $more, $money] = $this->weights;
        $square = $price = 0.0;
        foreach ($items as $n => $item) {
            $fact = $this->facts[$item];
            if ($shares[$n] * $this->target->watts > $fact['power'] * 1.0001) {
                return false;
            }
            $square += ($shares[$n] * $fact['tolerance']) ** 2;
            $price += $fact['price'];
        }

        return ($off * (abs($value / $this->target->value - 1) + 0.5 * sqrt($square))) / $this->target->allowed +
            $more * (count($items) - 1) +
            $money * $price <
            $this->worstKept;
    }

    /**
     * @param list<array{x: float, item: int}> $terms
     *
     * @return int largest index whose term is at most that; -1 if there is none
     */
    private static function last(array $terms, float $most): int
    {
        [$low, $high] = [-1, count($terms) - 1];
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($terms[$middle]['x'] <= $most) {
                $low = $middle;
            } else {
                $high = $middle - 1;
            }
        }

        return $low;
    }

    /**
     * One part beside two: (a ∥ b) + c among sums of values, (a + b) ∥ c among sums of reciprocals.
     *
     * @param list<array{x: float, item: int}> $terms
     */
    private function mixed(array $terms, bool $adds): void
    {
        $goal = $this->goal($adds);
        if (3 * $this->mostPower < $this->target->watts) {
            return;
        }
        $others = [];
        foreach ($this->facts as $item => $fact) {
            $others[] = ['x' => $adds ? 1 / $fact['value'] : $fact['value'], 'item' => $item];
        }
        usort($others, static fn(array $a, array $b): int => $a['x'] <=> $b['x']);
        foreach ($terms as ['x' => $x, 'item' => $item]) {
            $floor = $this->floor(3, $this->facts[$item]['price'] + 2 * $this->leastPrice);
            $reach = $this->reach($floor);
            $most = $goal * (1 + $reach) - $x;
            if ($floor >= $this->worstKept || $most <= self::LEAST_SHARE * $goal) {
                continue;
            }
            // The pair together is the reciprocal of a sum of reciprocals; less than a share that counts is no pair.
            [$low, $high] = [1 / $most, 1 / max($goal * (1 - $reach) - $x, self::LEAST_SHARE * $goal)];
            for ($k = self::last($others, $high - $others[0]['x']); $k >= 0 && 2 * $others[$k]['x'] >= $low; $k--) {
                for (
                    $j = min($k, self::last($others, $high - $others[$k]['x']));
                    $j >= 0 && $others[$k]['x'] + $others[$j]['x'] >= $low;
                    $j--
                ) {
                    $this->visited++;
                    $this->pair($x, $item, $others[$k], $others[$j], $adds);
                }
            }
        }
    }

    /**
     * @param array{x: float, item: int} $first
     * @param array{x: float, item: int} $second
     */
    private function pair(float $x, int $item, array $first, array $second, bool $adds): void
    {
        $both = $first['x'] + $second['x'];
        $sum = $x + 1 / $both;
        $share = 1 / $both / $sum;
        if (
            ($share * min($first['x'], $second['x'])) / $both >= self::LEAST_SHARE &&
            $this->isWorthBuilding(
                [$item, $first['item'], $second['item']],
                [$x / $sum, ($share * $first['x']) / $both, ($share * $second['x']) / $both],
                $adds ? $sum : 1 / $sum,
            )
        ) {
            $two = [Network::part($this->stock[$first['item']]), Network::part($this->stock[$second['item']])];
            $one = Network::part($this->stock[$item]);
            $this->keep(
                $adds === $this->target->isResistor()
                    ? Network::series([$one, Network::parallel($two)])
                    : Network::parallel([$one, Network::series($two)]),
            );
        }
    }

    /** Equal parts: n strings of m. */
    private function arrays(): void
    {
        foreach ($this->stock as $item => $line) {
            $fact = $this->facts[$item];
            $most = min(self::MOST_EQUAL, $fact['count']);
            for ($strings = 1; $strings <= $most; $strings++) {
                for ($each = 1; $strings * $each <= $most; $each++) {
                    $whole = $this->target->isResistor()
                        ? ($fact['value'] * $each) / $strings
                        : ($fact['value'] * $strings) / $each;
                    $parts = $strings * $each;
                    if (
                        abs($whole / $this->target->value - 1) <= $this->far &&
                        $this->target->watts / $parts <= $fact['power'] &&
                        $this->floor($parts, $parts * $fact['price']) < $this->worstKept
                    ) {
                        $this->visited++;
                        $this->keep(
                            Network::parallel(
                                array_fill(0, $strings, Network::series(array_fill(0, $each, Network::part($line)))),
                            ),
                        );
                    }
                }
            }
        }
    }

    private function keep(Network $network): void
    {
        $found = Combination::of($network, $this->target);
        $cost = $found->cost($this->preference);
        if ($cost >= $this->worstKept || abs($found->error) > $this->far || !$found->isPossible()) {
            return;
        }
        foreach ($this->kept as $known) {
            if (
                abs($known->cost($this->preference) - $cost) < 1e-12 &&
                $known->network->words() === $network->words()
            ) {
                return;
            }
        }
        $this->kept[] = $found;
        usort(
            $this->kept,
            fn(Combination $a, Combination $b): int => $a->cost($this->preference) <=> $b->cost($this->preference),
        );
        $this->kept = array_slice($this->kept, 0, $this->keep);
        $this->worstKept = count($this->kept) < $this->keep ? INF : end($this->kept)->cost($this->preference);
    }
}
