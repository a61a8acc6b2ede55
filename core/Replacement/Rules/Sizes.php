<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Rules;

use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;

/** Whether it goes where the original went: size, leads, package, pinout, insulation. */
final class Sizes
{
    /** Leads can be bent this far without strain on the seal (common practice). */
    private const BEND = 2.6e-3;

    /** Half a millimetre is nothing. */
    private const SLACK = 0.5e-3;

    /** @return list<Row> */
    public static function rows(Component $candidate, Place $place): array
    {
        $rows = [];
        foreach ([Attribute::Diameter, Attribute::Height] as $side) {
            [$room, $size] = [$place->original->get($side), $candidate->get($side)];
            if ($room === null && $size === null) {
                continue;
            }
            [$fit, $reason] = match (true) {
                $size === null => [
                    Fit::Noted,
                    "Not stated: measure it before ordering, there are {$place->original->write($side)}.",
                ],
                $room === null => [Fit::Noted, 'The room there is not known: measure it.'],
                $size <= $room + self::SLACK => [
                    Fit::Ok,
                    $size < $room - 4e-3 ? 'Smaller: fix it against vibration.' : 'It goes in.',
                ],
                default => [
                    Fit::No,
                    $side === Attribute::Height
                        ? 'Taller than the place: it touches the case or its neighbours.'
                        : 'Wider than the place: it stands on its neighbours.',
                ],
            };
            $rows[] = new Row(
                $side->title(),
                $place->original->write($side),
                $candidate->write($side),
                '',
                $fit,
                $reason,
            );
        }
        [$holes, $pitch] = [$place->original->get(Attribute::Pitch), $candidate->get(Attribute::Pitch)];
        if ($holes !== null && $pitch !== null) {
            $off = abs($holes - $pitch);
            $rows[] = new Row(
                'lead pitch',
                $place->original->write(Attribute::Pitch),
                $candidate->write(Attribute::Pitch),
                '',
                ...match (true) {
                    $off < self::SLACK => [Fit::Ok, 'The holes fit.'],
                    $off <= self::BEND => [Fit::Noted, 'Bend the leads away from the seal, not at it.'],
                    default => [
                        Fit::No,
                        'The holes are too far off: strained leads break the seal. Another pitch, or a part on ' .
                        'leads fixed by itself.',
                    ],
                },
            );
        }

        return $rows;
    }

    /** @return list<Row> */
    public static function package(Component $candidate, Place $place): array
    {
        $rows = [];
        [$was, $is] = [$place->original->word('package'), $candidate->word('package')];
        if ($was !== '' || $is !== '') {
            $isSame = strcasecmp($was, $is) === 0;
            $rows[] = new Row(
                'package',
                strtoupper($was),
                strtoupper($is),
                '',
                $isSame || $was === '' || $is === '' ? ($isSame ? Fit::Ok : Fit::Noted) : Fit::Noted,
                $isSame
                    ? 'Same body, same path for the heat.'
                    : ($was === '' || $is === ''
                        ? 'Compare the bodies before soldering.'
                        : 'Another body: look at holes, heatsink and clearance.'),
            );
        }
        [$was, $is] = [$place->original->word('pinout'), $candidate->word('pinout')];
        if ($was !== '' && $is !== '') {
            $rows[] = new Row(
                'pinout',
                $was,
                $is,
                '',
                ...strcasecmp($was, $is) === 0
                    ? [Fit::Ok, 'Same order of pins.']
                    : [
                        Fit::TestOnly,
                        'Another order of pins: with crossed, sleeved leads for a test; for good it needs its ' .
                        'own order.',
                    ],
            );
        } elseif ($was !== '' || $is !== '') {
            $rows[] = new Row(
                'pinout',
                $was,
                $is,
                '',
                Fit::Noted,
                'The order of pins of one of them is not known: compare the data sheets before power.',
            );
        }
        [$was, $is] = [$place->original->word('tab'), $candidate->word('tab')];
        if ($is !== '' && $is !== 'none' && $was !== $is) {
            $rows[] = new Row(
                'tab',
                $was,
                $is,
                '',
                Fit::Noted,
                $is === 'insulated'
                    ? 'Insulated tab: no pad needed, it runs a little warmer.'
                    : sprintf(
                        'Its tab is joined to %s: insulating pad and bush, and ohms from tab to heatsink before power.',
                        $is,
                    ),
            );
        } elseif ($is !== '' && $is !== 'none' && $is !== 'insulated') {
            $rows[] = new Row(
                'tab',
                $was,
                $is,
                '',
                Fit::Ok,
                'As before; put pad, bush and grease back, and measure tab to heatsink.',
            );
        }

        return $rows;
    }

    /**
     * At least as much as the original, or at least what the circuit asks with something over.
     *
     * @param float|null $asked   by the circuit, in the unit of the attribute; null if nothing tells
     * @param string     $says    the same in words
     * @param float      $reserve times what is asked that is enough for good, if the original had more
     */
    public static function enough(
        Attribute $attribute,
        Component $candidate,
        Place $place,
        ?float $asked,
        string $says,
        float $reserve,
        string $title = '',
    ): ?Row {
        [$was, $is] = [$place->original->get($attribute), $candidate->get($attribute)];
        if ($was === null && $is === null && $asked === null) {
            return null;
        }
        $title = $title === '' ? $attribute->title() : $title;
        [$fit, $reason] = match (true) {
            $is === null => [
                Fit::Noted,
                $says === ''
                    ? 'Not stated: look it up before it goes in.'
                    : "Not stated; the circuit asks {$says}: look it up before it goes in.",
            ],
            $asked !== null && $is < $asked => [Fit::No, "The circuit asks {$says}: more than it can take."],
            $was !== null && $is >= $was * 0.999 => [
                Fit::Ok,
                $was < $is * 0.999 ? 'More than the original.' : 'As the original.',
            ],
            $asked === null && $was === null => [
                Fit::Noted,
                'Nothing tells what is asked here: compare with the original.',
            ],
            $asked === null => [Fit::TestOnly, 'Less than the original, and nothing tells what the circuit asks.'],
            $is >= $asked * $reserve && $was === null => [
                Fit::Ok,
                sprintf('%s times what the circuit asks.', self::times($is / max($asked, 1e-12))),
            ],
            $is >= $asked * $reserve => [
                Fit::TestOnly,
                sprintf(
                    'Less than the original, though %s times what the circuit asks: for a test; the maker may ' .
                        'have known more than the description.',
                    self::times($is / max($asked, 1e-12)),
                ),
            ],
            default => [Fit::TestOnly, "The circuit asks {$says}: it would stand that, with too little over to stay."],
        };

        return new Row(
            $title,
            $place->original->write($attribute),
            $candidate->write($attribute),
            $says,
            $fit,
            $reason,
        );
    }

    public static function times(float $ratio): string
    {
        return $ratio > 100 ? 'over 100' : rtrim(rtrim(number_format($ratio, 1, '.', ''), '0'), '.');
    }
}
