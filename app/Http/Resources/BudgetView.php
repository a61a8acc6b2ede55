<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\BudgetLine;
use Oculant\Core\Expectation\Margin;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** A budget in words: the present mode's figures, and for every rating the worse of both ends of the mains. */
final class BudgetView
{
    private const RANK = [Margin::WITHIN => 0, Margin::THIN => 1, Margin::OVER => 2];

    /** @return array<string, mixed> */
    public static function of(Description $supply, string $mode): array
    {
        $budgets = Budget::acrossTheMains($supply, $supply->mode($mode));
        $nominal = $budgets['nominal'];

        return [
            'mode' => $mode,
            'ends' => array_map(self::end(...), array_keys($budgets), array_values($budgets)),
            'lines' => array_map(static fn(BudgetLine $line): array => [
                'ref' => $line->ref, 'label' => $line->label, 'role' => $line->role,
                'rms' => Quantity::write($line->rms, Unit::Ampere), 'average' => Quantity::write($line->average, Unit::Ampere), 'peak' => Quantity::write($line->peak, Unit::Ampere),
                'watts' => $line->watts, 'heat' => $line->role === BudgetLine::FEED ? '' : Quantity::write($line->watts, Unit::Watt),
                'margins' => self::margins($line->ref, $budgets),
            ], $nominal->lines),
        ];
    }

    /** @return array<string, mixed> */
    private static function end(string $end, Budget $budget): array
    {
        return [
            'end' => $end, 'feed' => Quantity::volts($budget->feedVolts), 'current' => Quantity::write($budget->feedAmperes, Unit::Ampere),
            'input' => Quantity::write($budget->inputWatts, Unit::Watt), 'output' => Quantity::write($budget->outputWatts, Unit::Watt),
            'power_factor' => round($budget->powerFactor(), 3), 'efficiency' => round($budget->efficiency(), 3),
        ];
    }

    /**
     * @param array{low: Budget, nominal: Budget, high: Budget} $budgets
     *
     * @return list<array<string, mixed>>
     */
    private static function margins(string $ref, array $budgets): array
    {
        $worst = [];
        foreach ($budgets as $end => $budget) {
            foreach ($budget->line($ref)->margins ?? [] as $k => $margin) {
                $key = $margin->rating->quantity.$margin->rating->branch;
                if (! isset($worst[$key]) || $margin->share() > $worst[$key][0]->share()) {
                    $worst[$key] = [$margin, $end];
                }
            }
        }
        // The legs of a bridge are alike: one line for the worst of them.
        $byQuantity = [];
        foreach ($worst as [$margin, $end]) {
            $known = $byQuantity[$margin->rating->quantity] ?? null;
            if ($known === null || $margin->share() > $known[0]->share()) {
                $byQuantity[$margin->rating->quantity] = [$margin, $end];
            }
        }
        $rows = array_map(static fn(array $row): array => [
            'quantity' => $row[0]->rating->quantity, 'value' => Quantity::write($row[0]->value, $row[0]->rating->unit), 'limit' => Quantity::write($row[0]->rating->limit, $row[0]->rating->unit),
            'share' => round($row[0]->share(), 3), 'word' => $row[0]->word(), 'end' => $row[1], 'rank' => self::RANK[$row[0]->word()],
        ], array_values($byQuantity));
        usort($rows, static fn(array $a, array $b): int => $b['share'] <=> $a['share']);

        return $rows;
    }
}
