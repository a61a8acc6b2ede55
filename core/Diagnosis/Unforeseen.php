<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/**
 * A fault that nobody described leaves some share of the readings alone, and nobody knows which: what its readings have
 * shown tells (Laplace's rule of succession, over readings that are not sure themselves).
 */
final class Unforeseen
{
    /** Shares that it may leave alone, evenly spread. */
    private const SHARES = 16;

    /** @var list<float> how likely each share is, after what was read; they sum to 1 */
    private array $shares;

    public function __construct()
    {
        $this->shares = array_fill(0, self::SHARES, 1 / self::SHARES);
    }

    /**
     * @param float $alone density of one more reading where it is left alone
     * @param float $moved where it is not
     *
     * @return float density, after what was read before
     */
    public function next(float $alone, float $moved): float
    {
        $all = [];
        foreach ($this->shares as $k => $share) {
            $left = ($k + 0.5) / self::SHARES;
            $all[] = $share * ($left * $alone + (1 - $left) * $moved);
        }
        $sum = array_sum($all);
        if ($sum > 0.0) {
            $this->shares = array_map(static fn(float $one): float => $one / $sum, $all);
        }

        return $sum;
    }
}
