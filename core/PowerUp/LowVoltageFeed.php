<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\Entry\Power;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * A bench supply instead of the mains: where, which way round, how much, what wakes up, and what must be put back.
 *
 * @phpstan-import-type PowerMethodView from Power
 * @phpstan-import-type ScaledPart from ScaledResistor
 *
 * @phpstan-type FeedReading array{
 *     point: string,
 *     name: string,
 *     expected: string,
 * }
 *
 * @phpstan-type FeedPlan array{
 *     method: PowerMethodView,
 *     mode: string,
 *     mode_name: string,
 *     where: string,
 *     polarity: string,
 *     set: string,
 *     scaled: ?ScaledPart,
 *     start: string,
 *     wakes: string,
 *     readings: list<FeedReading>,
 *     signs: list<string>,
 *     ticks: string,
 *     put_back: list<string>,
 * }
 */
final readonly class LowVoltageFeed
{
    /** @return list<FeedPlan> one per place */
    public static function plans(Description $supply): array
    {
        $kind = new Topology($supply);
        $usual = $supply->mode(null);
        if ($kind->isDirectFed()) {
            return [self::plan(new FedUnit($supply, $usual, null), $supply->mainsVoltage, null)];
        }
        $bulk = $kind->bulk();
        if ($bulk !== null) {
            $gentle = $kind->gentlest();
            $waking = Waking::of($supply, $gentle, $kind, $bulk);

            return [self::plan(new FedUnit($supply, $gentle, $bulk), $waking->volts, $waking)];
        }
        $healthy = (new Behaviour($supply))->run($usual)->longest()->record;
        $plans = [];
        foreach ($kind->reservoirs() as $part) {
            $volts = abs($healthy->signal($part->node('plus'), $part->node('minus'))->average);
            if ($volts > 1.0 && $volts <= Waking::MOST) {
                $plans[] = self::plan(new FedUnit($supply, $usual, $part), round($volts, 0), null);
            }
        }

        return $plans;
    }

    /** @return FeedPlan */
    private static function plan(FedUnit $unit, float $volts, ?Waking $waking): array
    {
        [$supply, $at, $scaled] = [$unit->supply, $unit->at, $waking?->scaled];
        $amperes = $unit->drawn($volts, $scaled);
        $limit = FedUnit::limit($amperes);
        $expected = $unit->expected($volts, $limit, $scaled);

        return [
            'method' =>
                ['how' => PowerMethod::BENCH, 'volts' => $volts, 'limit' => $limit] +
                ($at === null ? [] : ['part' => $at->ref]),
            'mode' => $unit->mode->id,
            'where' =>
                $at === null
                    ? 'In place of its own feed, at the same two terminals.'
                    : sprintf(
                        'Plus on the + of %s (%s), minus on its - (%s).',
                        $at->ref,
                        $at->node('plus'),
                        $supply->grounds[$at->node('minus')]->name ?? $at->node('minus'),
                    ),
            'polarity' =>
                $at === null
                    ? 'Polarity as on its connector; look twice.'
                    : 'Behind a rectifier polarity matters: look twice. Ahead of a bridge it would not.' .
                        ($supply->isHot($at->node('plus'))
                            ? ' Mains plug out, and the capacitor discharged first.'
                            : ' Not into the transformer.'),
            'set' => sprintf(
                '%s, current limit %s (a good unit takes about %s)',
                Quantity::write($volts, Unit::Volt),
                Quantity::write($limit, Unit::Ampere),
                Quantity::write($amperes, Unit::Ampere, 2),
            ),
            'mode_name' => $unit->mode->name,
            'scaled' => $scaled?->view($volts),
            'start' => $waking?->start() ?? 'Nothing has to wake up: what it feeds follows at once.',
            'wakes' => $waking?->sentence($unit) ?? '',
            'readings' => self::readings($supply, $expected),
            'signs' => $expected->nominal->signs,
            'ticks' => in_array('ticks', $expected->nominal->signs, true)
                ? 'It ticks: at this voltage its auxiliary winding cannot keep the controller fed. That is how a ' .
                    'good one behaves here.'
                : '',
            'put_back' => array_values(
                array_filter([
                    $scaled === null
                        ? ''
                        : "{$scaled->part->ref} back to " . Quantity::write($scaled->part->value('value'), Unit::Ohm),
                    $at === null ? 'its own feed' : "bench leads off {$at->ref}",
                    $supply->isHot($at?->node('plus') ?? '') ? "discharge {$at?->ref} before mains" : '',
                ]),
            ),
        ];
    }

    /** @return list<FeedReading> */
    private static function readings(Description $supply, Expectations $expected): array
    {
        $rows = [];
        foreach ($supply->points as $id => $point) {
            $window = $expected->window((string) $id, 'dc');
            if ($window->isKnown()) {
                $rows[] = [
                    'point' => (string) $id,
                    'name' => $point->name,
                    'expected' => Judge::range($window),
                ];
            }
        }

        return $rows;
    }
}
