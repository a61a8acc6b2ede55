<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Parts\Kind\Selector;
use Oculant\Core\Parts\Kind\Transformer;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Whether the wall fits the unit: voltage, frequency, taps, what hangs on the primary.
 *
 * @phpstan-type RegionNote array{
 *     title: string,
 *     text: string,
 *     danger: bool,
 * }
 */
final readonly class Region
{
    /** Share by which the wall may differ before it matters. */
    private const CLOSE = 0.12;

    /**
     * Share of a transformer's rating that a step-down one must have over what the unit takes (common practice:
     * inrush).
     */
    private const ROOM = 1.5;

    private const SIZES = [50.0, 100.0, 200.0, 300.0, 500.0, 750.0, 1000.0, 1500.0, 2000.0, 3000.0];

    /**
     * @param float $wallVolts of the workshop
     * @param float $wallHertz of the workshop
     *
     * @return list<RegionNote> what to mind; empty if wall and unit fit
     */
    public static function notes(Description $supply, float $wallVolts, float $wallHertz, float $inputWatts): array
    {
        if ($supply->frequency <= 0.0) {
            return [];
        }
        $notes = [];
        $ratio = $wallVolts / $supply->mainsVoltage;
        $va = self::SIZES[count(self::SIZES) - 1];
        foreach (array_reverse(self::SIZES) as $size) {
            $va = $size >= (self::ROOM * $inputWatts) / 0.7 ? $size : $va;
        }
        if ($ratio > 1 + self::CLOSE) {
            $notes[] = [
                'danger' => true,
                'title' => sprintf(
                    'Not into this wall: %s on a %s unit',
                    Quantity::write($wallVolts, Unit::Volt),
                    Quantity::write($supply->mainsVoltage, Unit::Volt),
                ),
                'text' => sprintf(
                    'Rails and capacitors would see %s times their voltage. A step-down transformer of %s or ' .
                        'more; an isolating one, not an autotransformer, whenever the chassis or a point on the ' .
                        'primary is going to be touched.',
                    round($ratio, 2),
                    Quantity::write($va, Unit::VoltAmpere),
                ),
            ];
        } elseif ($ratio < 1 - self::CLOSE) {
            $notes[] = [
                'danger' => false,
                'title' => sprintf(
                    'The wall is too low: %s for a %s unit',
                    Quantity::write($wallVolts, Unit::Volt),
                    Quantity::write($supply->mainsVoltage, Unit::Volt),
                ),
                'text' => sprintf(
                    'A step-up transformer of %s or more. Without it regulators fall out, and what converts ' .
                        'draws more current than it was made for.',
                    Quantity::write($va, Unit::VoltAmpere),
                ),
            ];
        }
        if (abs($wallHertz - $supply->frequency) > 1.0) {
            $notes[] = self::frequency($supply, $wallHertz, $ratio);
        }
        foreach ($supply->parts as $ref => $part) {
            if ($part->kind instanceof Selector) {
                $notes[] = [
                    'danger' => false,
                    'title' => "{$ref}: voltage selector",
                    'text' => sprintf(
                        'It stands at "%s". Look at it before every first plug-in: on the low tap a high wall ' .
                            'gives the double.',
                        $part->choice('position'),
                    ),
                ];
            }
            if ($part->kind instanceof Transformer && $part->has('pt')) {
                $tap = $part->value('tap');
                $notes[] = [
                    'danger' => false,
                    'title' => sprintf('%s has a tap at %s', $ref, Quantity::write($tap, Unit::Volt)),
                    'text' => sprintf(
                        'Accessories on it are fed by the primary as an autotransformer: they are live against ' .
                            'earth, and on %s they get %s.',
                        Quantity::write($wallVolts, Unit::Volt),
                        Quantity::write($tap * $ratio, Unit::Volt, 3),
                    ),
                ];
            }
        }

        return $notes;
    }

    /**
     * @return list<RegionNote> if it was booked in for another mains than its
     *     description is of
     */
    public static function booked(Description $supply, string $mains): array
    {
        if (
            $supply->frequency <= 0.0 ||
            preg_match('/(\d+(?:\.\d+)?)\s*V/i', $mains, $found) !== 1 ||
            abs((float) $found[1] / $supply->mainsVoltage - 1) <= self::CLOSE
        ) {
            return [];
        }

        return [
            [
                'danger' => true,
                'title' => sprintf(
                    'Booked in for %s, described for %s',
                    $mains,
                    Quantity::write($supply->mainsVoltage, Unit::Volt),
                ),
                'text' =>
                    'Look at the plate and at the voltage selector before it sees any mains: every expected ' .
                    'value here is of the description.',
            ],
        ];
    }

    /**
     * Flux goes with voltage over frequency (transformer equation, any handbook): a 60 Hz core on 50 Hz is a fifth
     * closer to saturation.
     *
     * @return RegionNote
     */
    private static function frequency(Description $supply, float $wallHertz, float $ratio): array
    {
        $flux = ($ratio * $supply->frequency) / $wallHertz;
        $hasTransformer = array_filter($supply->parts, static fn($p): bool => $p->kind instanceof Transformer) !== [];
        $ripple = $supply->frequency / $wallHertz;

        return [
            'danger' => $hasTransformer && $flux > 1.15,
            'title' => sprintf(
                '%s wall, %s unit',
                Quantity::write($wallHertz, Unit::Hertz),
                Quantity::write($supply->frequency, Unit::Hertz),
            ),
            'text' =>
                ($hasTransformer
                    ? sprintf(
                        'The flux in its transformer goes with volts over hertz: %d %% of what it was made for%s. ',
                        (int) round(100 * $flux),
                        $flux > 1.15
                            ? ', it may saturate, hum and heat: watch the unloaded current, feed it less voltage, ' .
                                'or from an inverter of the right frequency'
                            : '',
                    )
                    : 'A switcher does not mind. ') .
                sprintf(
                    'Ripple is %s times what the papers say; motors, clocks and relays on AC run %s.',
                    round($ripple, 2),
                    $wallHertz < $supply->frequency ? 'slower and hotter' : 'faster',
                ),
        ];
    }
}
