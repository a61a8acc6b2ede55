<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Parts\Consumes;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Interlock;
use Oculant\Core\Supply\InterlockKind;

/** What the supply must see before it runs, and what stands in for it on the bench. */
final readonly class InterlockNeeds
{
    /** Share of an output's full load that keeps a converter of unknown needs quiet (common practice: a tenth). */
    private const TENTH = 0.1;

    /** Share of the full load within which the least is looked for. */
    private const CLOSE = 0.04;

    /** @return list<array{kind: string, what: string, how: string, without: string, stands_in: string}> */
    public static function of(Description $supply): array
    {
        return array_map(static fn(Interlock $i): array => [
            'kind' => $i->kind->value, 'what' => $i->what, 'how' => $i->how, 'without' => $i->without,
            'stands_in' => $i->kind === InterlockKind::MinimumLoad ? self::load($supply, $i) : '',
        ], $supply->interlocks);
    }

    /** A resistor for the minimum load: the least with which a good unit runs steadily, by the engine, and the power it must stand. */
    private static function load(Description $supply, Interlock $interlock): string
    {
        $part = $interlock->part === null ? null : $supply->part($interlock->part);
        [$volts, $amperes] = $part === null ? self::ofRail($supply) : self::ofPart($supply, $part);
        if ($volts <= 0.0 || $amperes <= 0.0) {
            return '';
        }
        if ($part?->kind instanceof Consumes && $part->knows('current')) {
            $amperes = self::leastSteady($supply, $part, $amperes);
        }

        return self::resistor(PreferredValues::E12->nearest($volts / $amperes), $volts);
    }

    /**
     * @param float $full amperes
     *
     * @return float amperes, with a tenth of the full load in hand
     */
    private static function leastSteady(Description $supply, Part $load, float $full): float
    {
        $isSteady = static function (float $share) use ($supply, $load, $full): bool {
            $altered = $supply->altered($supply->mode(null)->id, [Alteration::set($load->ref, ['current' => $share * $full])]);
            try {
                return ! (new Behaviour($altered))->run($altered->mode(null))->alternates();
            } catch (CircuitError) {
                return false;
            }
        };
        [$low, $high] = [0.0, 1.0];
        while ($high - $low > self::CLOSE) {
            $middle = ($low + $high) / 2;
            $isSteady($middle) ? $high = $middle : $low = $middle;
        }

        return min(1.0, $high + self::TENTH) * $full;
    }

    /**
     * A resistor that takes its power with the usual reserve: twice what it burns (common practice).
     *
     * @param float $volts across it
     */
    public static function resistor(float $ohms, float $volts): string
    {
        $watts = $volts ** 2 / $ohms;
        $size = 100.0;
        foreach ([50.0, 25.0, 17.0, 10.0, 5.0, 2.0, 1.0, 0.5] as $one) {
            $size = $one >= 2 * $watts ? $one : $size;
        }

        return sprintf('%s, %s (it burns %s at %s)', Quantity::write($ohms, Unit::Ohm, 2), Quantity::write($size, Unit::Watt, 2), Quantity::write($watts, Unit::Watt, 2), Quantity::write($volts, Unit::Volt, 3));
    }

    /** @return array{float, float} volts, amperes */
    private static function ofPart(Description $supply, Part $part): array
    {
        if ($part->knows('at') && $part->knows('current')) {
            return [abs($part->value('at')), $part->value('current')];
        }
        $volts = 0.0;
        foreach ($supply->points as $point) {
            $volts = $point->rail !== null && in_array($point->node, $part->terminals, true) ? abs($point->rail) : $volts;
        }

        return [$volts, $part->knows('value') && $part->value('value') > 0.0 ? $volts / $part->value('value') : 0.0];
    }

    /** @return array{float, float} volts and a tenth of the full load of the first output */
    private static function ofRail(Description $supply): array
    {
        foreach ((new Topology($supply))->loads() as $load) {
            if ($load->knows('at') && $load->knows('current')) {
                return [abs($load->value('at')), self::TENTH * $load->value('current')];
            }
        }

        return [0.0, 0.0];
    }
}
