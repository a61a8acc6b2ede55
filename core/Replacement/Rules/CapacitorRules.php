<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Rules;

use Oculant\Core\Expectation\CapacitorLife;
use Oculant\Core\Expectation\DissipationFactor;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Duty;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;

/** Electrolytic, tantalum, film and ceramic capacitors that are no safety parts. Ratios and habits: common practice. */
final class CapacitorRules implements FitRules
{
    /** More than this times the value stresses rectifier, fuse and inrush. */
    private const MORE = 1.5;

    private const FAR_MORE = 2.2;

    /** Less than the tolerance of the original leaves more ripple. */
    private const LESS = 0.8;

    private const FAR_LESS = 0.5;

    /** Working voltage that an electrolytic wants over what stands across it. */
    private const HEADROOM = 1.1;

    /** A solid tantalum on a rail that can feed a fault is used at half its rating. */
    private const TANTALUM = 2.0;

    /** Where the ESR of the original counts: behind a regulator that needs it, one with far less may make it ring. */
    private const FAR_LESS_ESR = 0.25;

    public function rows(Component $candidate, Place $place): array
    {
        return array_values(
            array_filter([
                self::technology($candidate, $place),
                self::value($candidate, $place),
                self::voltage($candidate, $place),
                ...$candidate->kind === 'electrolytic'
                    ? [
                        self::temperature($candidate, $place),
                        self::life($candidate, $place),
                        self::ripple($candidate, $place),
                        self::esr($candidate, $place),
                    ]
                    : [],
                ...Sizes::rows($candidate, $place),
            ]),
        );
    }

    private static function technology(Component $candidate, Place $place): Row
    {
        [$was, $is] = [$place->original->kind, $candidate->kind];
        [$fit, $reason] = match (true) {
            $was === $is => [Fit::Ok, 'Same kind.'],
            $is === 'tantalum' &&
                ($candidate->get(Attribute::Voltage) ?? 0.0) >= self::TANTALUM * ($place->asks(Rating::VOLTAGE) ?? INF)
                => [
                Fit::Noted,
                'A tantalum shorts where an electrolytic dries; at half its rating it is accepted. Mind the ' .
                'marked plus.',
            ],
            $is === 'tantalum' => [
                Fit::TestOnly,
                'A solid tantalum on a rail that can feed it wants twice the volts across it; below that it may burn.',
            ],
            $was === 'tantalum' &&
                $is === 'electrolytic' &&
                !($place->duty?->isHighFrequency() ?? false) &&
                $place->duty?->takesMore() === true
                => [Fit::Noted, 'Accepted for bulk filtering; it dries with the years and its impedance is higher.'],
            $was === 'tantalum' && $is === 'electrolytic' => [
                Fit::No,
                'Low impedance or an exact value is what the tantalum is there for.',
            ],
            $candidate->isPolarised() && !$place->original->isPolarised() => [
                Fit::No,
                'The original has no polarity: an electrolytic there sees alternating voltage or leaks too much.',
            ],
            $is === 'ceramic_capacitor' => [
                Fit::Noted,
                'A ceramic of high value loses much of it under direct voltage, and has next to no ESR: behind ' .
                'regulators that need some, it rings.',
            ],
            default => [Fit::Ok, 'No polarity, no drying out: better, if it goes in.'],
        };

        return new Row('technology', self::kind($was), self::kind($is), $place->duty->value ?? '', $fit, $reason);
    }

    private static function value(Component $candidate, Place $place): Row
    {
        [$was, $is] = [$place->original->get(Attribute::Value) ?? 0.0, $candidate->get(Attribute::Value)];
        $duty = $place->duty ?? Duty::Reservoir;
        if ($is === null || $was <= 0.0) {
            return new Row(
                'capacitance',
                $place->original->write(Attribute::Value),
                $candidate->write(Attribute::Value),
                '',
                Fit::No,
                'Without a capacitance nothing can be said.',
            );
        }
        // 3300 over 2200 is one and a half, whatever floating point makes of it.
        $ratio = round($is / $was, 6);
        $exact = max(0.05, min(0.2, $place->original->get(Attribute::Tolerance) ?? 0.1));
        [$fit, $reason] = match (true) {
            abs($ratio - 1) < 0.01 => [Fit::Ok, 'The same.'],
            $duty->takesMore() && $ratio > self::FAR_MORE => [
                Fit::No,
                sprintf('%s times: inrush, rectifier and fuse would carry it at every start.', Sizes::times($ratio)),
            ],
            $duty->takesMore() && $ratio > self::MORE => [
                Fit::TestOnly,
                sprintf(
                    '%s times: more than half as much again stresses rectifier, inrush and fuse.',
                    Sizes::times($ratio),
                ),
            ],
            $duty->takesMore() && $ratio > 1.0 => [
                $duty === Duty::Startup ? Fit::Noted : Fit::Ok,
                $duty === Duty::Startup
                    ? 'More: the controller takes longer to start.'
                    : 'Moderately more is good practice in smoothing.',
            ],
            $duty->takesMore() && $ratio >= self::LESS => [
                Fit::Noted,
                sprintf('Within the tolerance of the original: %d %% more ripple.', (int) round(100 / $ratio - 100)),
            ],
            $duty->takesMore() && $ratio >= self::FAR_LESS => [
                Fit::TestOnly,
                sprintf('%d %% more ripple than the original left.', (int) round(100 / $ratio - 100)),
            ],
            $duty->takesMore() => [Fit::No, 'Less than half: the ripple would more than double.'],
            $duty === Duty::Coupling && $ratio >= 1.0 && $ratio <= 2.0 => [
                Fit::Ok,
                'More lets lower frequencies through, which does no harm here.',
            ],
            $duty === Duty::Coupling => [
                Fit::Noted,
                sprintf('The corner frequency moves to %s times.', Sizes::times(1 / $ratio)),
            ],
            abs($ratio - 1) <= $exact => [
                Fit::Noted,
                sprintf('%+d %%: within what the original may differ by.', (int) round(100 * ($ratio - 1))),
            ],
            default => [
                Fit::No,
                sprintf(
                    '%s parts are exact: %+d %% changes how the circuit %s.',
                    ucfirst($duty->value),
                    (int) round(100 * ($ratio - 1)),
                    $duty === Duty::Timing ? 'keeps time' : 'settles',
                ),
            ],
        };

        return new Row(
            'capacitance',
            $place->original->write(Attribute::Value),
            $candidate->write(Attribute::Value),
            '',
            $fit,
            $reason,
        );
    }

    private static function voltage(Component $candidate, Place $place): Row
    {
        [$was, $is, $asked] = [
            $place->original->get(Attribute::Voltage),
            $candidate->get(Attribute::Voltage),
            $place->asks(Rating::VOLTAGE),
        ];
        $says = $place->says(Rating::VOLTAGE, Unit::Volt);
        [$fit, $reason] = match (true) {
            $is === null => [Fit::No, 'A capacitor without a working voltage goes nowhere.'],
            $asked !== null && $asked > $is => [
                Fit::No,
                "{$says} stands across it: {$candidate->write(Attribute::Voltage)} is too little.",
            ],
            $was !== null && $is < $was && ($asked === null || $is < self::HEADROOM * $asked) => [
                Fit::No,
                $asked === null
                    ? 'Lower than the original, and nothing tells what stands across it.'
                    : "{$says} stands across it: nothing left over.",
            ],
            $was !== null && $is < $was => [
                Fit::TestOnly,
                sprintf(
                    'Lower than the original. %s stands across it, %d %% of its rating: it bears a test; the ' .
                        'original had its reasons.',
                    $says,
                    (int) round((100 * (float) $asked) / $is),
                ),
            ],
            $asked !== null && $is < self::HEADROOM * $asked => [
                Fit::Noted,
                "{$says} stands across it: as little over as the original had.",
            ],
            $was !== null && $is > $was => [Fit::Ok, 'Higher than the original: good practice.'],
            default => [Fit::Ok, $asked === null ? 'As the original.' : sprintf('%s stands across it.', $says)],
        };

        return new Row(
            'working voltage',
            $place->original->write(Attribute::Voltage),
            $candidate->write(Attribute::Voltage),
            $says,
            $fit,
            $reason,
        );
    }

    private static function temperature(Component $candidate, Place $place): Row
    {
        [$was, $is] = [$place->original->get(Attribute::Temperature) ?? 85.0, $candidate->get(Attribute::Temperature)];
        [$fit, $reason] = match (true) {
            $is === null => [Fit::Noted, 'Not stated: 105 °C is what is bought today.'],
            $is >= $was && $is >= 105.0 => [
                Fit::Ok,
                $is > $was
                    ? sprintf('Lasts %d times as long at the same heat.', (int) round(2 ** (($is - $was) / 10)))
                    : 'As the original.',
            ],
            $is >= $was => [Fit::Noted, 'As the original; 105 °C types cost little more and last four times as long.'],
            default => [
                Fit::TestOnly,
                sprintf('Lower class: it lasts a %s of what the original did.', $was - $is >= 20 ? 'quarter' : 'half'),
            ],
        };

        return new Row(
            'temperature class',
            $place->original->write(Attribute::Temperature),
            $candidate->write(Attribute::Temperature),
            '',
            $fit,
            $reason,
        );
    }

    private static function life(Component $candidate, Place $place): ?Row
    {
        [$was, $is] = [$place->original->get(Attribute::Life), $candidate->get(Attribute::Life)];
        if ($was === null && $is === null) {
            return null;
        }
        $class = $candidate->get(Attribute::Temperature) ?? ($place->original->get(Attribute::Temperature) ?? 85.0);
        $at = CapacitorLife::hours($is ?? CapacitorLife::usual($class), $class, 45.0, 1.0);

        return new Row(
            'life',
            $place->original->write(Attribute::Life),
            $candidate->write(Attribute::Life),
            '',
            ...match (true) {
                $is === null => [
                    Fit::Noted,
                    sprintf(
                        'Not stated; a usual series gives about %s h at 45 °C.',
                        number_format($at, 0, '', "\u{202F}"),
                    ),
                ],
                $was !== null && $is < $was => [
                    Fit::Noted,
                    sprintf('Shorter than the original: about %s h at 45 °C.', number_format($at, 0, '', "\u{202F}")),
                ],
                default => [
                    Fit::Ok,
                    sprintf('About %s h at 45 °C with rated ripple.', number_format($at, 0, '', "\u{202F}")),
                ],
            },
        );
    }

    private static function ripple(Component $candidate, Place $place): ?Row
    {
        $asked = $place->asks(Rating::RIPPLE);
        if ($asked !== null && $asked < 1e-3 && $candidate->get(Attribute::Ripple) === null) {
            return null;
        }

        return Sizes::enough(
            Attribute::Ripple,
            $candidate,
            $place,
            $asked,
            $place->says(Rating::RIPPLE, Unit::Ampere),
            1.1,
        );
    }

    private static function esr(Component $candidate, Place $place): Row
    {
        $hertz = $place->duty?->isHighFrequency() === true ? 100e3 : 120.0;
        $isLow = static fn(Component $c): bool => in_array($c->word('style'), ['low-esr', 'polymer'], true);
        $of = static fn(Component $c): ?float => $c->get(Attribute::Esr) ??
            ($c->get(Attribute::Value) === null
                ? null
                : DissipationFactor::mostEsr(
                    $c->get(Attribute::Value),
                    $c->get(Attribute::Voltage) ?? 25.0,
                    $hertz,
                    $isLow($c),
                ));
        [$was, $is] = [$of($place->original), $of($candidate)];
        $say = static fn(?float $ohms, Component $c): string => $ohms === null
            ? ''
            : ($c->get(Attribute::Esr) === null ? 'up to ' : '') . Quantity::write($ohms, Unit::Ohm, 2);
        [$fit, $reason] = match (true) {
            $was === null || $is === null => [Fit::Noted, 'Not known.'],
            $is > 2.0 * $was && $hertz > 1000 => [
                Fit::No,
                'Behind a switching rectifier ESR is the ripple: more than twice as much will not do.',
            ],
            $is > 1.3 * $was && $hertz > 1000 => [
                Fit::TestOnly,
                'Behind a switching rectifier ESR is the ripple: choose a series for switching supplies.',
            ],
            $is > 2.0 * $was => [Fit::Noted, 'Higher, which counts little at twice the mains frequency.'],
            $is < self::FAR_LESS_ESR * $was && $place->duty === Duty::Decoupling => [
                Fit::Noted,
                'Far lower: some regulators need the ESR of the original to stay calm. Look at the output with ' .
                'an oscilloscope.',
            ],
            default => [Fit::Ok, $is < $was ? 'Lower: better.' : 'About the same.'],
        };

        return new Row(
            sprintf('ESR at %s', $hertz > 1000 ? '100 kHz' : '120 Hz'),
            $say($was, $place->original),
            $say($is, $candidate),
            '',
            $fit,
            $reason,
        );
    }

    private static function kind(string $kind): string
    {
        return str_replace(['_capacitor', '_'], ['', ' '], $kind);
    }
}
