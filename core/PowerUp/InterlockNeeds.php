<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Interlock;
use Oculant\Core\Supply\InterlockKind;
use Oculant\Core\Supply\MinimumLoad;

/**
 * What the supply must see before it runs, and what stands in for it on the bench.
 *
 * @phpstan-type InterlockNeed array{
 *     kind: string,
 *     what: string,
 *     how: string,
 *     without: string,
 *     stands_in: string,
 * }
 */
final readonly class InterlockNeeds
{
    /** Share of the full load within which the least is looked for. */
    private const CLOSE = 0.04;

    /** @return list<InterlockNeed> */
    public static function of(Description $supply): array
    {
        return array_map(
            static fn(Interlock $i): array => [
                'kind' => $i->kind->value,
                'what' => $i->what,
                'how' => $i->how,
                'without' => $i->without,
                'stands_in' => $i->kind === InterlockKind::MinimumLoad ? self::load($supply, $i) : '',
            ],
            $supply->interlocks,
        );
    }

    /**
     * A resistor for the minimum load: the least with which a good unit runs steadily, by the engine, and the power it
     * must stand.
     */
    private static function load(Description $supply, Interlock $interlock): string
    {
        $need = MinimumLoad::of($supply, $interlock);
        if ($need === null || $need->volts <= 0.0 || $need->amperes <= 0.0) {
            return '';
        }
        $part = $interlock->part === null ? null : $supply->part($interlock->part);
        $amperes =
            $part?->knows('current') === true ? self::leastSteady($supply, $part, $need->amperes) : $need->amperes;

        return self::resistor(PreferredValues::E12->nearest($need->volts / $amperes), $need->volts);
    }

    /**
     * @param float $full amperes
     *
     * @return float amperes, with a tenth of the full load in hand
     */
    private static function leastSteady(Description $supply, Part $load, float $full): float
    {
        $isSteady = static function (float $share) use ($supply, $load, $full): bool {
            $altered = $supply->altered($supply->mode(null)->id, [
                Alteration::set($load->ref, ['current' => $share * $full]),
            ]);
            try {
                return !(new Behaviour($altered))->run($altered->mode(null))->alternates();
            } catch (CircuitError) {
                return false;
            }
        };
        [$low, $high] = [0.0, 1.0];
        while ($high - $low > self::CLOSE) {
            $middle = ($low + $high) / 2;
            $isSteady($middle) ? ($high = $middle) : ($low = $middle);
        }

        return min(1.0, $high + MinimumLoad::TENTH) * $full;
    }

    /**
     * A resistor that takes its power with the usual reserve.
     *
     * @param float $volts across it
     */
    public static function resistor(float $ohms, float $volts): string
    {
        return sprintf(
            '%s, %s (it burns %s at %s)',
            Quantity::write($ohms, Unit::Ohm, 2),
            Quantity::write(MinimumLoad::watts($ohms, $volts), Unit::Watt, 2),
            Quantity::write($volts ** 2 / $ohms, Unit::Watt, 2),
            Quantity::write($volts, Unit::Volt, 3),
        );
    }
}
