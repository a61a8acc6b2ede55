<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\BudgetLine;
use Oculant\Core\Expectation\Margin;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * What the circuit asks of each part at its worst: every mode at the highest mains, loaded and unloaded, and the usual
 * one at the lowest, where a converter draws most.
 */
final readonly class Demands
{
    /** A mode below this share of the mains is a bench condition, not a life; so is a first power on limited power. */
    private const NORMAL = 0.97;

    private const BENCH_MODE = 'limited';

    /**
     * @param array<string, array<string, array{value: float, when: string}>> $worst by reference and quantity, in SI
     *     units
     */
    private function __construct(private array $worst) {}

    /** @throws CircuitError if a good unit settles in none of its modes */
    public static function of(Description $supply): self
    {
        $worst = [];
        $refused = null;
        foreach (self::ends($supply) as [$mode, $volts]) {
            try {
                $budget = Budget::of($supply, $mode, $volts);
            } catch (CircuitError $e) {
                $refused = $e;

                continue;
            }
            $when = sprintf(
                '%s, %s',
                $mode->name,
                Quantity::write($volts, Unit::Volt) . ($supply->frequency > 0 ? ' mains' : ' feed'),
            );
            foreach ($budget->lines as $line) {
                foreach (self::quantities($line) as $quantity => $value) {
                    if ($value > ($worst[$line->ref][$quantity]['value'] ?? -1.0)) {
                        $worst[$line->ref][$quantity] = ['value' => $value, 'when' => $when];
                    }
                }
            }
        }

        return $worst === [] && $refused !== null ? throw $refused : new self($worst);
    }

    /** @return array{value: float, when: string}|null if nothing tells */
    public function get(string $ref, string $quantity): ?array
    {
        return $this->worst[$ref][$quantity] ?? null;
    }

    public function value(string $ref, string $quantity): ?float
    {
        return $this->worst[$ref][$quantity]['value'] ?? null;
    }

    /** @return list<array{Mode, float}> with volts at the feed */
    private static function ends(Description $supply): array
    {
        $ends = [];
        foreach ($supply->modes as $mode) {
            if ($mode->mains >= self::NORMAL && $mode->added === [] && $mode->id !== self::BENCH_MODE) {
                $ends[] = [$mode, $supply->mainsVoltage * (1 + $supply->mainsTolerance)];
            }
        }
        $usual = $supply->mode(null);
        if ($supply->isSwitching() && $supply->mainsTolerance > 0) {
            $ends[] = [$usual, $supply->mainsVoltage * (1 - $supply->mainsTolerance)];
        }

        return $ends === [] ? [[$usual, $supply->mainsVoltage * $usual->mains]] : $ends;
    }

    /** @return array<string, float> by Rating constants */
    private static function quantities(BudgetLine $line): array
    {
        $quantities = [
            Rating::VOLTAGE => $line->volts,
            Rating::RIPPLE => $line->ripple,
            Rating::RMS => $line->rms,
            Rating::AVERAGE => $line->average,
            Rating::POWER => $line->watts,
        ];
        foreach ($line->margins as $margin) {
            // Legs that are alike count as the worst of them.
            $quantities[$margin->rating->quantity] = max(
                $margin->value,
                in_array($margin->rating->quantity, [Rating::REVERSE, Rating::AVERAGE], true)
                    ? self::largest($line->margins, $margin->rating->quantity)
                    : 0.0,
            );
        }

        return $quantities;
    }

    /** @param list<Margin> $margins */
    private static function largest(array $margins, string $quantity): float
    {
        return max([
            0.0,
            ...array_map(static fn(Margin $m): float => $m->rating->quantity === $quantity ? $m->value : 0.0, $margins),
        ]);
    }
}
