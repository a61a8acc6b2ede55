<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Recap;

use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Duty;
use Oculant\Core\Replacement\Place;

/**
 * What to buy in place of an aged capacitor: same or moderately more, voltage equal or higher, 105 C, ripple and ESR at
 * least as good.
 */
final class Successor
{
    /** Rated voltages of electrolytics (IEC 60384-4 and makers' lists). */
    private const VOLTS = [
        6.3,
        10.0,
        16.0,
        25.0,
        35.0,
        50.0,
        63.0,
        80.0,
        100.0,
        160.0,
        200.0,
        250.0,
        350.0,
        400.0,
        450.0,
        500.0,
    ];

    /** What is asked is at most this share of the new rating. */
    private const VOLTAGE_SHARE = 0.85;

    private const RIPPLE_RESERVE = 1.25;

    /** Above this the value is not made larger: room and inrush count. */
    private const LARGE = 1e-3;

    public static function of(Component $original, ?Place $place): Component
    {
        if ($original->kind === 'paper_suppressor') {
            return new Component(
                'x_capacitor',
                '',
                array_filter([
                    'value' => PreferredValues::E6->nearest($original->get(Attribute::Value) ?? 1e-7),
                    'voltage' => 275.0,
                    'pitch' => $original->get(Attribute::Pitch) ?? 0.0,
                ]),
                ['class' => 'x2'],
            );
        }
        if ($original->kind !== 'electrolytic') {
            return $original;
        }
        $farads = $original->get(Attribute::Value) ?? 0.0;
        $next = PreferredValues::E6->atLeast($farads);
        $data = [
            'value' =>
                $farads < self::LARGE || $next < 1.01 * $farads ? $next : ($next <= 1.5 * $farads ? $next : $farads),
        ];
        $asked = $place?->asks(Rating::VOLTAGE) ?? 0.0;
        $data['voltage'] = self::volts(max($original->get(Attribute::Voltage) ?? 0.0, $asked / self::VOLTAGE_SHARE));
        $data['temperature'] = max(105.0, $original->get(Attribute::Temperature) ?? 0.0);
        $ripple = $place?->asks(Rating::RIPPLE) ?? 0.0;
        if ($ripple > 0.01) {
            $data['ripple'] = ceil(self::RIPPLE_RESERVE * $ripple * 20) / 20;
        }
        foreach ([Attribute::Diameter, Attribute::Height, Attribute::Pitch] as $size) {
            $data += array_filter([$size->value => $original->get($size) ?? 0.0]);
        }
        $isHard =
            in_array($place?->duty, [Duty::Output, Duty::Startup], true) ||
            in_array($original->word('style'), ['low-esr', 'polymer'], true);

        return new Component('electrolytic', '', $data, $isHard ? ['style' => 'low-esr'] : []);
    }

    /**
     * Twins get the same: the more of each.
     *
     * @param list<Component> $others
     */
    public static function alike(Component $one, array $others): Component
    {
        $data = $one->data;
        $words = $one->words;
        foreach ($others as $other) {
            if ($other->kind === $one->kind) {
                foreach ($other->data as $name => $value) {
                    $data[$name] = max($data[$name] ?? $value, $value);
                }
                $words += $other->words;
            }
        }

        return new Component($one->kind, $one->type, $data, $words);
    }

    private static function volts(float $least): float
    {
        foreach (self::VOLTS as $volts) {
            if ($volts >= $least * 0.999) {
                return $volts;
            }
        }

        return $least;
    }
}
