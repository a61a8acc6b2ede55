<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Rules;

use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;

/**
 * Rectifying diodes and bridges: at least as fast, at least as much voltage and current, about the same drop (common
 * practice).
 */
final class RectifierRules implements FitRules
{
    /** From slow to fast. */
    private const SPEED = ['bridge' => 0, 'diode' => 0, 'fast_diode' => 1, 'ultrafast_diode' => 2, 'schottky' => 3];

    /** Peaks of the mains and of leakage inductance come on top of what is computed. */
    private const REVERSE_RESERVE = 1.25;

    private const CURRENT_RESERVE = 1.5;

    /** Volts of forward drop that make a difference to heat and rail. */
    private const DROP = 0.3;

    public function rows(Component $candidate, Place $place): array
    {
        return array_values(
            array_filter([
                self::speed($candidate, $place),
                Sizes::enough(
                    Attribute::Voltage,
                    $candidate,
                    $place,
                    $place->asks(Rating::REVERSE),
                    $place->says(Rating::REVERSE, Unit::Volt),
                    self::REVERSE_RESERVE,
                    'reverse voltage',
                ),
                Sizes::enough(
                    Attribute::Current,
                    $candidate,
                    $place,
                    $place->asks(Rating::AVERAGE),
                    $place->says(Rating::AVERAGE, Unit::Ampere),
                    self::CURRENT_RESERVE,
                    'average current',
                ),
                self::surge($candidate, $place),
                self::drop($candidate, $place),
                self::junction($candidate, $place),
                ...Sizes::package($candidate, $place),
            ]),
        );
    }

    private static function speed(Component $candidate, Place $place): Row
    {
        [$was, $is] = [self::SPEED[$place->original->kind] ?? 0, self::SPEED[$candidate->kind] ?? 0];
        $isBridge = ($place->original->kind === 'bridge') !== ($candidate->kind === 'bridge');
        $isFast = $place->isInSwitcher();
        [$fit, $reason] = match (true) {
            $isBridge => [Fit::No, 'A bridge is four diodes with four leads: not the same part.'],
            $isFast && $is === 0 => [
                Fit::No,
                'A standard diode behind a switching transformer conducts backwards in every cycle: it burns ' .
                'within seconds.',
            ],
            $is < $was && $isFast => [Fit::No, 'Slower than the original, in switching pulses.'],
            $is < $was => [
                Fit::Noted,
                'Slower than the original; at mains frequency that does no harm, except to noise.',
            ],
            $is > $was && $is === 3 => [
                Fit::Noted,
                'Faster and lower in drop. Its reverse leakage grows with heat: mind the reverse voltage.',
            ],
            $is > $was => [Fit::Ok, 'Faster than the original.'],
            default => [Fit::Ok, 'As fast as the original.'],
        };
        $say = static fn(Component $c): string => trim(
            str_replace('_', ' ', $c->kind) . ' ' . $c->write(Attribute::Recovery),
        );

        return new Row(
            'type and speed',
            $say($place->original),
            $say($candidate),
            $isFast ? 'switching pulses' : 'mains frequency',
            $fit,
            $reason,
        );
    }

    private static function surge(Component $candidate, Place $place): ?Row
    {
        [$was, $is] = [$place->original->get(Attribute::Surge), $candidate->get(Attribute::Surge)];
        if ($was === null && $is === null) {
            return null;
        }

        return new Row(
            'surge current',
            $place->original->write(Attribute::Surge),
            $candidate->write(Attribute::Surge),
            '',
            ...match (true) {
                $was === null || $is === null => [
                    Fit::Noted,
                    'Not known of both: charging the reservoir at switch-on is what it has to stand.',
                ],
                $is >= 0.8 * $was => [Fit::Ok, 'About equal or more.'],
                default => [Fit::Noted, 'Less: it stands fewer hard switch-ons into an empty reservoir.'],
            },
        );
    }

    private static function drop(Component $candidate, Place $place): ?Row
    {
        [$was, $is] = [$place->original->get(Attribute::Drop), $candidate->get(Attribute::Drop)];
        if ($was === null || $is === null) {
            return null;
        }
        $watts = ($is - $was) * ($place->asks(Rating::AVERAGE) ?? 0.0);

        return new Row(
            'forward drop',
            $place->original->write(Attribute::Drop),
            $candidate->write(Attribute::Drop),
            '',
            ...match (true) {
                $is > $was + self::DROP => [
                    Fit::Noted,
                    sprintf(
                        '%s more: the rail sits lower, and %s more heat.',
                        Quantity::volts($is - $was),
                        Quantity::write(max(0.0, $watts), Unit::Watt, 2),
                    ),
                ],
                $is < $was - self::DROP => [
                    Fit::Noted,
                    sprintf('%s less: the rail sits that much higher.', Quantity::volts($was - $is)),
                ],
                default => [Fit::Ok, 'About the same.'],
            },
        );
    }

    private static function junction(Component $candidate, Place $place): ?Row
    {
        [$was, $is] = [$place->original->get(Attribute::Junction), $candidate->get(Attribute::Junction)];

        return $was === null || $is === null || $is <= 3.0 * $was
            ? null
            : new Row(
                'junction capacitance',
                $place->original->write(Attribute::Junction),
                $candidate->write(Attribute::Junction),
                '',
                Fit::Noted,
                'Much more: in a fast circuit it rings with the leakage inductance, keep the snubber.',
            );
    }
}
