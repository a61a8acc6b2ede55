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

/** Resistors: value, power with derating, voltage, and what a fusible one is there for (common practice). */
final class ResistorRules implements FitRules
{
    /** Power that it wants over what it turns into heat. */
    private const POWER = 2.0;

    private const LEAST_POWER = 1.5;

    /** Value, as ratio, that a substitute may differ by where the original states no tolerance. */
    private const TOLERANCE = 0.05;

    /** Continuous volts that usual bodies stand, by watts (data-sheet families, from memory). */
    private const VOLTS = ['0.125' => 150.0, '0.25' => 250.0, '0.5' => 350.0, '1' => 500.0, '2' => 500.0, '3' => 750.0];

    /** Watts of a supply up to which a fusible resistor alone protects its input. */
    private const FUSIBLE = 10.0;

    public function rows(Component $candidate, Place $place): array
    {
        return array_values(
            array_filter([
                self::value($candidate, $place),
                self::power($candidate, $place),
                self::voltage($candidate, $place),
                self::style($candidate, $place),
                ...Sizes::rows($candidate, $place),
            ]),
        );
    }

    private static function value(Component $candidate, Place $place): Row
    {
        [$was, $is] = [$place->original->get(Attribute::Value) ?? 0.0, $candidate->get(Attribute::Value)];
        $own = $place->original->get(Attribute::Tolerance) ?? self::TOLERANCE;
        $off = $is === null ? INF : $is / $was - 1;
        $isFusible = $place->original->word('style') === 'fusible';
        [$fit, $reason] = match (true) {
            $is === null => [Fit::No, 'Without a value nothing can be said.'],
            $isFusible && $off < -0.001 => [
                Fit::No,
                'The value of a fusible resistor is never lowered: it has to part before anything burns.',
            ],
            abs($off) < 0.001 => [Fit::Ok, 'The same.'],
            abs($off) <= $own => [Fit::Noted, sprintf('%+.1f %%: within the tolerance of the original.', 100 * $off)],
            abs($off) <= 2 * $own => [
                Fit::TestOnly,
                sprintf('%+.1f %%: outside the tolerance of the original; try two in series or parallel.', 100 * $off),
            ],
            default => array_slice($place->another($is), 0, 2),
        };

        return new Row(
            'resistance',
            $place->original->write(Attribute::Value),
            $candidate->write(Attribute::Value),
            '',
            $fit,
            $reason,
        );
    }

    private static function power(Component $candidate, Place $place): Row
    {
        $tried = self::heat($candidate, $place);
        [$was, $is, $asked] = [
            $place->original->get(Attribute::Power),
            $candidate->get(Attribute::Power),
            $tried ?? $place->asks(Rating::POWER),
        ];
        $says =
            $tried === null
                ? $place->says(Rating::POWER, Unit::Watt)
                : Quantity::write($tried, Unit::Watt, 2) . ' (of its own value)';
        $times = $is === null || $asked === null || $asked <= 0.0 ? INF : $is / $asked;
        [$fit, $reason] = match (true) {
            $is === null => [Fit::Noted, $says === '' ? 'Not stated.' : "Not stated; it turns {$says} into heat."],
            $times < 1.0 => [Fit::No, "It would turn {$says} into heat: over its rating."],
            $times < self::LEAST_POWER => [
                Fit::TestOnly,
                "It would turn {$says} into heat: in rating and without margin.",
            ],
            $times < self::POWER => [Fit::Noted, "It would turn {$says} into heat: twice that is better."],
            $was !== null && $is < $was && $asked === null => [
                Fit::TestOnly,
                'Less than the original, and nothing tells what it carries.',
            ],
            $was !== null && $is < $was * 0.99 => [
                Fit::Noted,
                sprintf(
                    'Less than the original, but %s times what it turns into heat. A larger body also runs cooler.',
                    Sizes::times($times),
                ),
            ],
            default => [
                Fit::Ok,
                $asked === null
                    ? 'As the original or more.'
                    : sprintf('%s times what it turns into heat.', Sizes::times($times)),
            ],
        };

        return new Row(
            'power',
            $place->original->write(Attribute::Power),
            $candidate->write(Attribute::Power),
            $says,
            $fit,
            $reason,
        );
    }

    /** What another value than the original's turns into heat, watts; null where it is the original's. */
    private static function heat(Component $candidate, Place $place): ?float
    {
        [$was, $is] = [$place->original->get(Attribute::Value) ?? 0.0, $candidate->get(Attribute::Value)];
        $own = $place->original->get(Attribute::Tolerance) ?? self::TOLERANCE;

        return $is === null || $was <= 0.0 || abs($is / $was - 1) <= 2 * $own ? null : $place->another($is)[2];
    }

    private static function voltage(Component $candidate, Place $place): ?Row
    {
        $asked = $place->asks(Rating::VOLTAGE);
        if ($asked === null || ($asked < 100.0 && $place->original->get(Attribute::Voltage) === null)) {
            return null;
        }
        if ($candidate->get(Attribute::Voltage) !== null) {
            return Sizes::enough(
                Attribute::Voltage,
                $candidate,
                $place,
                $asked,
                $place->says(Rating::VOLTAGE, Unit::Volt),
                1.2,
            );
        }
        $usual = self::usualVolts($candidate->get(Attribute::Power) ?? 0.25);

        return new Row(
            'voltage rating',
            $place->original->write(Attribute::Voltage),
            sprintf('usually %d V', (int) $usual),
            $place->says(Rating::VOLTAGE, Unit::Volt),
            ...match (true) {
                $usual >= 1.2 * $asked => [Fit::Ok, 'A body of that power usually stands it.'],
                $usual >= $asked => [Fit::Noted, 'Close to what a body of that power usually stands: look it up.'],
                default => [
                    Fit::No,
                    'More volts than a body of that power stands, whatever its watts: two in series, or a ' .
                    'high-voltage type.',
                ],
            },
        );
    }

    private static function style(Component $candidate, Place $place): ?Row
    {
        [$was, $is] = [$place->original->word('style'), $candidate->word('style')];
        [$was, $is] = [$was === '' ? 'ordinary' : $was, $is === '' ? 'ordinary' : $is];
        if ($was === $is && $was === 'ordinary') {
            return null;
        }
        $watts = $place->asks(Rating::POWER) ?? 0.0;
        [$fit, $reason] = match (true) {
            $was === $is => [Fit::Ok, 'Kept as it was.'],
            $was === 'fusible' => [Fit::No, 'It is the fuse of its branch: only a fusible one goes in.'],
            $was === 'flameproof' && $is === 'fusible' => [Fit::Noted, 'Flameproof too; it parts when overloaded.'],
            $was === 'flameproof' => [Fit::TestOnly, 'A flameproof coating is there for the day it fails.'],
            $is === 'fusible' && $watts > self::FUSIBLE => [
                Fit::No,
                'Fusible resistors protect inputs below about 10 W.',
            ],
            $is === 'wirewound' && $place->isInSwitcher() => [
                Fit::Noted,
                'Wirewound: it is a small choke as well, keep it out of fast current paths.',
            ],
            default => [Fit::Ok, 'No worse than the original.'],
        };

        return new Row('style', $was, $is, '', $fit, $reason);
    }

    private static function usualVolts(float $watts): float
    {
        $volts = 150.0;
        foreach (self::VOLTS as $size => $stands) {
            $volts = $watts >= 0.99 * (float) $size ? $stands : $volts;
        }

        return $volts;
    }
}
