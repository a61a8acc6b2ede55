<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;

/**
 * What to check about the description itself, where no fault in it explains the readings: the board in front of one is
 * right.
 */
final readonly class DescriptionChecks
{
    /** Readings off by the same factor within this share have one reason. */
    private const TOGETHER = 0.03;

    private const OFF = 0.06;

    private const FACTORS = ['ten times' => 10.0, 'a tenth of' => 0.1, 'twice' => 2.0, 'half of' => 0.5];

    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(private Description $supply, private array $expectations) {}

    /**
     * @param list<TakenReading> $odd live readings that no fault explains
     * @param list<TakenReading> $all live readings
     *
     * @return list<string> sentences
     */
    public function of(array $odd, array $all): array
    {
        $common = $this->common($all);
        $checks = $common === null ? [] : [$common];
        foreach ($odd as $reading) {
            $checks = [
                ...$checks,
                ...array_filter([
                    $this->elsewhere($reading),
                    $this->factor($reading),
                    $this->document($reading),
                    $this->deciders($reading),
                ]),
            ];
        }

        return array_slice(array_values(array_unique($checks)), 0, 6);
    }

    /** @param list<TakenReading> $all */
    private function common(array $all): ?string
    {
        $ratios = [];
        foreach ($all as $reading) {
            $nominal = $this->nominal($reading);
            if (abs($nominal) > 1.0) {
                $ratios[] = $reading->value / $nominal;
            }
        }
        if (count($ratios) < 3) {
            return null;
        }
        $mean = array_sum($ratios) / count($ratios);
        $isOne = max($ratios) - min($ratios) < 2 * self::TOGETHER * abs($mean);

        return $isOne && abs($mean - 1) > self::OFF
            ? sprintf(
                'Everything reads %d %% %s: is the mains at the unit what the description says, is it set to ' .
                    'the right tap, and are the loads those of this mode?',
                (int) round(100 * abs($mean - 1)),
                $mean > 1 ? 'high' : 'low',
            )
            : null;
    }

    private function elsewhere(TakenReading $reading): ?string
    {
        foreach ($this->supply->points as $id => $point) {
            $window = $this->expectations[$reading->mode]->window((string) $id, $reading->quantity);
            if ($id !== $reading->target && abs($window->nominal) > 0.5 && $window->holds($reading->value)) {
                return sprintf(
                    '%s reads what %s (%s) should, %s: are the two mixed up, on the board or in the description?',
                    $reading->target,
                    $id,
                    $point->name,
                    Judge::range($window),
                );
            }
        }

        return null;
    }

    private function factor(TakenReading $reading): ?string
    {
        $nominal = $this->nominal($reading);
        foreach (abs($nominal) < 0.05 ? [] : self::FACTORS as $words => $factor) {
            if (abs($reading->value / $nominal / $factor - 1) < self::OFF) {
                return sprintf(
                    '%s reads %s what is computed: look for a value typed wrong by that much, or a winding ' .
                        'taken end to end that is one half.',
                    $reading->target,
                    $words,
                );
            }
        }

        return null;
    }

    private function document(TakenReading $reading): ?string
    {
        $documented = ($this->supply->points[$reading->target] ?? null)?->documented;
        $window = $this->expectations[$reading->mode]->window($reading->target, $reading->quantity);

        return $documented !== null && $window->computed !== null && !$window->holds($window->computed)
            ? sprintf(
                'The service document gives %s at %s and the circuit as described gives %s: one of the two is ' .
                    'another revision.',
                Quantity::volts($documented['value']),
                $reading->target,
                Quantity::volts($window->computed),
            )
            : null;
    }

    private function deciders(TakenReading $reading): ?string
    {
        $parts = [];
        foreach (
            $this->expectations[$reading->mode]->window($reading->target, $reading->quantity)->contributions
            as $contribution
        ) {
            if ($contribution['what'] !== 'mains') {
                $parts[] = $this->supply->part($contribution['what'])->label();
            }
        }

        return $parts === []
            ? null
            : sprintf(
                'What decides %s most: %s. Compare their markings and how they are joined with the board.',
                $reading->target,
                implode(', ', array_unique($parts)),
            );
    }

    private function nominal(TakenReading $reading): float
    {
        return $this->expectations[$reading->mode]->window($reading->target, $reading->quantity)->nominal;
    }
}
