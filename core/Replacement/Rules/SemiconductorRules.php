<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Rules;

use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;

/**
 * Regulators, transistors, MOSFETs, optocouplers, zeners and varistors: exact, or a documented equivalent (common
 * practice).
 */
final class SemiconductorRules implements FitRules
{
    private const RESERVE = 1.25;

    public function rows(Component $candidate, Place $place): array
    {
        $rows = [
            self::kind($candidate, $place),
            ...match ($place->original->family()) {
                Family::Regulator => self::regulator($candidate, $place),
                Family::Transistor => self::transistor($candidate, $place),
                Family::Mosfet => self::mosfet($candidate, $place),
                Family::Optocoupler => self::optocoupler($candidate, $place),
                Family::Zener => self::zener($candidate, $place),
                Family::Varistor => self::varistor($candidate, $place),
                default => [],
            },
            ...Sizes::package($candidate, $place),
            ...Sizes::rows($candidate, $place),
        ];

        return array_values(array_filter($rows));
    }

    private static function kind(Component $candidate, Place $place): Row
    {
        [$was, $is] = [$place->original, $candidate];
        $isSame =
            $was->kind === $is->kind &&
            ($was->word('polarity') === '' ||
                $is->word('polarity') === '' ||
                $was->word('polarity') === $is->word('polarity'));
        $say = static fn(Component $c): string => trim(str_replace('_', ' ', $c->kind) . ' ' . $c->word('polarity'));

        return new Row(
            'kind',
            $say($was),
            $say($is),
            '',
            $isSame ? Fit::Ok : Fit::No,
            $isSame
                ? ($was->type !== '' && $was->type === $is->type
                    ? 'The same type.'
                    : 'Same kind.')
                : 'Not the same kind.',
        );
    }

    /** @return list<Row|null> */
    private static function regulator(Component $candidate, Place $place): array
    {
        [$was, $is] = [$place->original->get(Attribute::Value), $candidate->get(Attribute::Value)];

        return [
            new Row(
                'output voltage',
                $place->original->write(Attribute::Value),
                $candidate->write(Attribute::Value),
                '',
                ...match (true) {
                    $was === null || $is === null => [Fit::No, 'Not stated.'],
                    $was * $is < 0 => [
                        Fit::No,
                        'A positive one for a negative rail, or the other way round: their pins differ too.',
                    ],
                    abs($is / $was - 1) > 0.02 => [Fit::No, 'Another rail voltage.'],
                    default => [Fit::Ok, 'The same.'],
                },
            ),
            Sizes::enough(
                Attribute::Current,
                $candidate,
                $place,
                $place->asks(Rating::AVERAGE),
                $place->says(Rating::AVERAGE, Unit::Ampere),
                1.5,
                'output current',
            ),
            self::dropout($candidate, $place),
        ];
    }

    private static function dropout(Component $candidate, Place $place): ?Row
    {
        [$was, $is] = [
            $place->original->get(Attribute::Dropout) ?? ($place->part->values['dropout'] ?? null),
            $candidate->get(Attribute::Dropout),
        ];

        return $was === null || $is === null
            ? null
            : new Row(
                'dropout',
                Component::written($was, Attribute::Dropout, Family::Regulator),
                $candidate->write(Attribute::Dropout),
                '',
                ...$is <= $was + 0.1
                    ? [
                        Fit::Ok,
                        $is < $was - 0.5
                            ? 'Lower. Low-dropout types want the right ESR behind them.'
                            : 'About the same.',
                    ]
                    : [Fit::TestOnly, 'It needs more across it: at the ripple valley and low mains it may let go.'],
            );
    }

    /** @return list<Row|null> */
    private static function transistor(Component $candidate, Place $place): array
    {
        [$was, $is] = [$place->original->get(Attribute::Gain), $candidate->get(Attribute::Gain)];

        return [
            Sizes::enough(
                Attribute::Voltage,
                $candidate,
                $place,
                $place->asks(Rating::VOLTAGE),
                $place->says(Rating::VOLTAGE, Unit::Volt),
                self::RESERVE,
                'collector voltage',
            ),
            Sizes::enough(
                Attribute::Current,
                $candidate,
                $place,
                $place->asks(Rating::AVERAGE),
                $place->says(Rating::AVERAGE, Unit::Ampere),
                1.5,
                'collector current',
            ),
            Sizes::enough(
                Attribute::Power,
                $candidate,
                $place,
                $place->asks(Rating::POWER),
                $place->says(Rating::POWER, Unit::Watt),
                2.0,
                'dissipation',
            ),
            $was === null || $is === null
                ? null
                : new Row(
                    'current gain',
                    $place->original->write(Attribute::Gain),
                    $candidate->write(Attribute::Gain),
                    '',
                    ...$is >= 0.6 * $was
                        ? [Fit::Ok, 'Enough.']
                        : [Fit::Noted, 'Much less: what drives it must give more.'],
                ),
        ];
    }

    /** @return list<Row|null> */
    private static function mosfet(Component $candidate, Place $place): array
    {
        [$on, $other] = [$place->original->get(Attribute::On), $candidate->get(Attribute::On)];
        [$gate, $needs] = [$place->original->get(Attribute::Threshold), $candidate->get(Attribute::Threshold)];

        return [
            Sizes::enough(
                Attribute::Voltage,
                $candidate,
                $place,
                $place->asks(Rating::VOLTAGE),
                $place->says(Rating::VOLTAGE, Unit::Volt),
                self::RESERVE,
                'drain voltage',
            ),
            Sizes::enough(Attribute::Current, $candidate, $place, null, '', 1.0, 'drain current'),
            $on === null || $other === null
                ? null
                : new Row(
                    'on resistance',
                    $place->original->write(Attribute::On),
                    $candidate->write(Attribute::On),
                    '',
                    ...match (true) {
                        $other > 1.3 * $on => [Fit::TestOnly, 'Higher: more heat in the switch.'],
                        $other < 0.4 * $on => [
                            Fit::Noted,
                            'Far lower: it carries more charge on its gate, and the driver warms.',
                        ],
                        default => [Fit::Ok, 'About the same or lower.'],
                    },
                ),
            $gate === null || $needs === null
                ? null
                : new Row(
                    'gate threshold',
                    $place->original->write(Attribute::Threshold),
                    $candidate->write(Attribute::Threshold),
                    '',
                    ...abs($needs - $gate) <= 1.5
                        ? [Fit::Ok, 'About the same.']
                        : [Fit::Noted, 'Another drive: look at the gate with an oscilloscope.'],
                ),
        ];
    }

    /** @return list<Row|null> */
    private static function optocoupler(Component $candidate, Place $place): array
    {
        [$was, $is] = [$place->original->get(Attribute::Transfer) ?? 1.0, $candidate->get(Attribute::Transfer)];
        [$holds, $other] = [$place->original->get(Attribute::Isolation), $candidate->get(Attribute::Isolation)];
        $bridges = $place->supply->islands[$place->part->terminals['a'] ?? ''] ?? 0;
        $isBarrier =
            $place->supply->isHot($place->part->terminals['c'] ?? '') !==
                $place->supply->isHot($place->part->terminals['a'] ?? '') || $bridges < 0;

        return [
            new Row(
                'transfer ratio',
                $place->original->write(Attribute::Transfer),
                $candidate->write(Attribute::Transfer),
                '',
                ...match (true) {
                    $is === null => [Fit::Noted, 'Not stated: the loop was made for one rank.'],
                    $is < 0.5 * $was => [Fit::No, 'Far less: the loop loses its grip and the output rises.'],
                    $is < 0.8 * $was || $is > 2.5 * $was => [
                        Fit::Noted,
                        'Another rank: the loop gain changes, look at a load step.',
                    ],
                    default => [Fit::Ok, 'About the same.'],
                },
            ),
            new Row(
                'isolation',
                $place->original->write(Attribute::Isolation),
                $candidate->write(Attribute::Isolation),
                $isBarrier ? 'mains to output' : '',
                ...match (true) {
                    $holds !== null && $other !== null && $other < $holds => [
                        Fit::No,
                        'Less than the original, and people stand behind it.',
                    ],
                    $other === null => [
                        $isBarrier ? Fit::TestOnly : Fit::Noted,
                        'Not stated: over the barrier only one whose data sheet says so.',
                    ],
                    $isBarrier && $other < 3000.0 => [
                        Fit::No,
                        'Mains to output wants reinforced insulation: 3 kV or more (product standards, from memory).',
                    ],
                    default => [Fit::Ok, 'Enough. Keep the distance between the rows of pins.'],
                },
            ),
        ];
    }

    /** @return list<Row|null> */
    private static function zener(Component $candidate, Place $place): array
    {
        [$was, $is] = [$place->original->get(Attribute::Value) ?? 0.0, $candidate->get(Attribute::Value)];
        $asked = $place->asks(Rating::POWER);

        return [
            new Row(
                'zener voltage',
                $place->original->write(Attribute::Value),
                $candidate->write(Attribute::Value),
                '',
                ...match (true) {
                    $is === null => [Fit::No, 'Not stated.'],
                    abs($is / $was - 1) <= 0.021 => [Fit::Ok, 'The same.'],
                    abs($is / $was - 1) <= 0.06 => [
                        Fit::TestOnly,
                        sprintf('%+.1f %%: the rail moves with it.', 100 * ($is / $was - 1)),
                    ],
                    default => array_slice($place->another($is), 0, 2),
                },
            ),
            Sizes::enough(Attribute::Power, $candidate, $place, $asked, $place->says(Rating::POWER, Unit::Watt), 2.0),
        ];
    }

    /** @return list<Row|null> */
    private static function varistor(Component $candidate, Place $place): array
    {
        [$was, $is] = [$place->original->get(Attribute::Value) ?? 0.0, $candidate->get(Attribute::Value)];
        $needed = $place->supply->mainsVoltage * (1 + $place->supply->mainsTolerance);

        return [
            new Row(
                'continuous AC rating',
                $place->original->write(Attribute::Value),
                $candidate->write(Attribute::Value),
                sprintf('%d V AC', (int) round($needed)),
                ...match (true) {
                    $is === null => [Fit::No, 'Not stated.'],
                    $is < $needed => [Fit::No, 'Below the highest mains: it warms up and burns.'],
                    $is > 1.25 * $was => [Fit::TestOnly, 'It clamps much later than the original.'],
                    default => [Fit::Ok, 'Above the highest mains.'],
                },
            ),
        ];
    }
}
