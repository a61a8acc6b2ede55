<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\BudgetLine;
use Oculant\Core\Expectation\Margin;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * A budget in words: the present mode's figures, and for every rating the worse of both ends of the mains.
 *
 * @phpstan-type MarginView array{
 *     quantity: string,
 *     value: string,
 *     limit: string,
 *     share: float,
 *     word: string,
 *     end: string,
 *     rank: int,
 * }
 *
 * @phpstan-type BudgetRow array{
 *     ref: string,
 *     label: string,
 *     role: string,
 *     rms: string,
 *     average: string,
 *     peak: string,
 *     watts: float,
 *     heat: string,
 *     margins: list<MarginView>,
 * }
 *
 * @phpstan-type BudgetEnd array{
 *     end: string,
 *     feed: string,
 *     current: string,
 *     input: string,
 *     output: string,
 *     power_factor: float,
 *     efficiency: float,
 * }
 *
 * @phpstan-type BudgetAnswer array{
 *     mode: string,
 *     ends: list<BudgetEnd>,
 *     lines: list<BudgetRow>,
 * }
 */
final class BudgetView
{
    /** @return BudgetAnswer */
    public static function of(Description $supply, string $mode): array
    {
        $budgets = Budget::acrossTheMains($supply, $supply->mode($mode));
        $nominal = $budgets['nominal'];

        return [
            'mode' => $mode,
            'ends' => array_map(self::end(...), array_keys($budgets), array_values($budgets)),
            'lines' => array_map(
                static fn(BudgetLine $line): array => [
                    'ref' => $line->ref,
                    'label' => $line->label,
                    'role' => $line->role,
                    'rms' => Quantity::write($line->rms, Unit::Ampere),
                    'average' => Quantity::write($line->average, Unit::Ampere),
                    'peak' => Quantity::write($line->peak, Unit::Ampere),
                    'watts' => $line->watts,
                    'heat' => $line->role === BudgetLine::FEED ? '' : Quantity::write($line->watts, Unit::Watt),
                    'margins' => array_map(self::margin(...), Budget::worst($line->ref, $budgets)),
                ],
                $nominal->lines,
            ),
        ];
    }

    /** @return BudgetEnd */
    private static function end(string $end, Budget $budget): array
    {
        return [
            'end' => $end,
            'feed' => Quantity::volts($budget->feedVolts),
            'current' => Quantity::write($budget->feedAmperes, Unit::Ampere),
            'input' => Quantity::write($budget->inputWatts, Unit::Watt),
            'output' => Quantity::write($budget->outputWatts, Unit::Watt),
            'power_factor' => round($budget->powerFactor(), 3),
            'efficiency' => round($budget->efficiency(), 3),
        ];
    }

    /**
     * @param array{margin: Margin, end: string} $worst
     *
     * @return MarginView
     */
    private static function margin(array $worst): array
    {
        ['margin' => $margin, 'end' => $end] = $worst;

        return [
            'quantity' => $margin->rating->quantity,
            'value' => Quantity::write($margin->value, $margin->rating->unit),
            'limit' => Quantity::write($margin->rating->limit, $margin->rating->unit),
            'share' => round($margin->share(), 3),
            'word' => $margin->word(),
            'end' => $end,
            'rank' => $margin->severity(),
        ];
    }
}
