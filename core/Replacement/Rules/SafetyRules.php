<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Rules;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;

/**
 * Interference suppression on mains: class kept or better, nothing else will do (IEC 60384-14: X across the line, Y
 * from line to earth or over the barrier; a lower number stands higher pulses).
 */
final class SafetyRules implements FitRules
{
    /**
     * Amperes of touch current above which a bigger Y capacitor is no small matter (IEC 60990 and product standards:
     * 0.25 mA hand-held to 3.5 mA earthed; from memory).
     */
    private const TOUCH = 0.25e-3;

    public function rows(Component $candidate, Place $place): array
    {
        $isY = $place->original->kind === 'y_capacitor';

        return [
            self::safetyClass($candidate, $place, $isY),
            self::value($candidate, $place, $isY),
            self::voltage($candidate, $place),
            ...Sizes::rows($candidate, $place),
        ];
    }

    private static function safetyClass(Component $candidate, Place $place, bool $isY): Row
    {
        $was = $place->original->word('class');
        $was = $was === '' ? ($isY ? 'y2' : 'x2') : $was;
        $is = $candidate->word('class');
        [$fit, $reason] = match (true) {
            $is === '' => [
                Fit::No,
                'Only a safety capacitor with its class printed on it stands here (X1, X2, Y1, Y2): anything ' .
                'else may short and burn, or put mains on the case.',
            ],
            $isY && $is[0] === 'x' => [
                Fit::No,
                'From the mains side to earth or output only class Y: an X capacitor may fail short.',
            ],
            $is[0] === $was[0] && $is[1] > $was[1] => [
                Fit::No,
                sprintf('%s stands lower pulses than %s: class kept or better.', strtoupper($is), strtoupper($was)),
            ],
            $place->original->kind === 'paper_suppressor' => [
                Fit::Ok,
                'Film in place of aged paper: what everybody fits.',
            ],
            $is[0] === 'y' && $was[0] === 'x' => [Fit::Ok, 'Class Y stands everything that class X does.'],
            default => [Fit::Ok, $is === $was ? 'Class kept.' : 'A better class.'],
        };

        return new Row('safety class', strtoupper($was), strtoupper($is), '', $fit, $reason);
    }

    private static function value(Component $candidate, Place $place, bool $isY): Row
    {
        [$was, $is] = [$place->original->get(Attribute::Value) ?? 0.0, $candidate->get(Attribute::Value)];
        // 80 over 100 nF is four fifths, whatever floating point makes of it.
        $ratio = $is === null || $was <= 0.0 ? 0.0 : round($is / $was, 6);
        $amperes = 2 * M_PI * max(50.0, $place->supply->frequency) * ($is ?? 0.0) * $place->supply->mainsVoltage;
        [$fit, $reason] = match (true) {
            $is === null => [Fit::No, 'Without a capacitance nothing can be said.'],
            $isY && $ratio > 1.05 => [
                $amperes > self::TOUCH ? Fit::No : Fit::TestOnly,
                sprintf(
                    'More: it leaks up to %s to whoever touches it. Never more than the original.',
                    Quantity::write($amperes, Unit::Ampere, 2),
                ),
            ],
            $ratio >= 0.8 && $ratio <= 1.25 => [
                Fit::Ok,
                $isY ? sprintf('It leaks up to %s.', Quantity::write($amperes, Unit::Ampere, 2)) : 'About the same.',
            ],
            $ratio < 0.8 => [Fit::Noted, 'Less keeps less interference in.'],
            default => [Fit::Noted, 'More holds its charge for longer after unplugging: check the bleeder.'],
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
        $is = $candidate->get(Attribute::Voltage);
        $needed = $place->supply->mainsVoltage * (1 + $place->supply->mainsTolerance);

        return new Row(
            'rated AC voltage',
            $place->original->write(Attribute::Voltage),
            $candidate->write(Attribute::Voltage),
            sprintf('%d V AC', (int) round($needed)),
            ...match (true) {
                $is === null => [Fit::No, 'A safety capacitor has its AC voltage printed on it.'],
                $is < $needed * 0.98 => [Fit::No, 'Below the highest mains.'],
                default => [Fit::Ok, 'Above the highest mains.'],
            },
        );
    }
}
