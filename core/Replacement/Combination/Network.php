<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Combination;

use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Drawer\StockLine;

/**
 * Parts in series and parallel. The share of a part is how much of a change of its own value the whole feels, d
 * ln(whole) / d ln(part): the shares add up to one, tolerances and temperature coefficients are weighed with them, and
 * they are the parts' shares of the power (Tellegen's theorem).
 */
final readonly class Network
{
    /** @param list<self> $children in series, or in parallel */
    private function __construct(public ?StockLine $part, public bool $isSeries, public array $children) {}

    public static function part(StockLine $line): self
    {
        return new self($line, true, []);
    }

    /** @param list<self> $children */
    public static function series(array $children): self
    {
        return count($children) === 1 ? $children[0] : new self(null, true, $children);
    }

    /** @param list<self> $children */
    public static function parallel(array $children): self
    {
        return count($children) === 1 ? $children[0] : new self(null, false, $children);
    }

    /**
     * @param bool $isResistor resistances add in series, capacitances in parallel
     *
     * @return float ohms or farads
     */
    public function value(bool $isResistor): float
    {
        if ($this->part !== null) {
            return $this->part->component->get(Attribute::Value) ?? 0.0;
        }
        $values = array_map(static fn(self $c): float => $c->value($isResistor), $this->children);

        return $this->isSeries === $isResistor
            ? array_sum($values)
            : 1 / array_sum(array_map(static fn(float $v): float => 1 / $v, $values));
    }

    /**
     * @return list<array{line: StockLine, share: float, volts: float}> every part; share of the whole, share of the
     *     volts across it
     */
    public function shares(bool $isResistor): array
    {
        return $this->spread($isResistor, 1.0, 1.0);
    }

    /** "(39 Ω + 39 Ω) ∥ 10 Ω"; equal ones counted: "3 × 39 Ω in parallel". */
    public function words(): string
    {
        if ($this->part !== null) {
            return $this->part->component->write(Attribute::Value);
        }
        $names = array_map(static fn(self $c): string => $c->words(), $this->children);
        if (count(array_unique($names)) === 1 && count($names) > 2) {
            $inner = str_contains($names[0], ' ') && $this->children[0]->part === null ? "({$names[0]})" : $names[0];

            return sprintf('%d × %s in %s', count($names), $inner, $this->isSeries ? 'series' : 'parallel');
        }
        $names = array_map(
            static fn(self $c): string => $c->part === null ? "({$c->words()})" : $c->words(),
            $this->children,
        );

        return implode($this->isSeries ? ' + ' : ' ∥ ', $names);
    }

    /** @return list<array{line: StockLine, share: float, volts: float}> */
    private function spread(bool $isResistor, float $share, float $volts): array
    {
        if ($this->part !== null) {
            return [['line' => $this->part, 'share' => $share, 'volts' => $volts]];
        }
        $whole = $this->value($isResistor);
        $parts = [];
        foreach ($this->children as $child) {
            $ratio = $child->value($isResistor) / $whole;
            $own = $this->isSeries === $isResistor ? $ratio : 1 / $ratio;
            // In series volts go with the resistance, or against the capacitance; in parallel each has them all.
            $part = $this->isSeries ? ($isResistor ? $ratio : 1 / $ratio) : 1.0;
            array_push($parts, ...$child->spread($isResistor, $share * $own, $volts * $part));
        }

        return $parts;
    }
}
