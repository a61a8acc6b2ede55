<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Economics;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Row;

/** A bought supply beside what the old one has to deliver. */
final class ModernSupply
{
    /** Share of its rating that a bought supply is loaded to for a long life (common practice). */
    private const LOADED = 0.8;

    private const VOLTAGE = 0.05;

    /** Reinforced insulation of mains supplies is tested at about this (product standards, from memory). */
    private const ISOLATION = 3000.0;

    /**
     * @param list<Rail>           $rails
     * @param array<string, float> $given by Estimate::FIELDS
     *
     * @return list<Row>
     */
    public static function rows(array $rails, array $given, bool $isOnMains): array
    {
        $main = array_reduce(
            $rails,
            static fn(?Rail $best, Rail $r): Rail => $best === null ||
            $r->volts * $r->amperes > $best->volts * $best->amperes
                ? $r
                : $best,
        );
        if ($main === null) {
            return [];
        }
        $others = count($rails) - 1;
        $rows = [
            new Row(
                'outputs',
                sprintf('%d', count($rails)),
                '1',
                '',
                ...$others === 0
                    ? [Fit::Ok, 'One output is needed.']
                    : [
                        Fit::No,
                        sprintf(
                            'The old one has %d more: a single-output supply does not replace it by itself.',
                            $others,
                        ),
                    ],
            ),
        ];
        $rows[] = self::row(
            'voltage',
            $given['volts'] ?? null,
            $main->volts,
            Unit::Volt,
            static fn(float $is): array => match (true) {
                abs($is / $main->volts - 1) <= self::VOLTAGE => [Fit::Ok, 'The same rail.'],
                abs($is / $main->volts - 1) <= 2 * self::VOLTAGE => [Fit::Noted, 'Trim it, if it has a trimmer.'],
                default => [Fit::No, 'Another voltage.'],
            },
        );
        $rows[] = self::row(
            'current',
            $given['amperes'] ?? null,
            $main->amperes,
            Unit::Ampere,
            static fn(float $is): array => match (true) {
                $is < $main->amperes => [Fit::No, 'Less than the load takes.'],
                $is * self::LOADED < $main->amperes => [Fit::Noted, 'Loaded above four fifths all its life.'],
                default => [
                    Fit::Ok,
                    sprintf(
                        'Loaded to %d %%. Motors and lamps take more at the start: look at the peak.',
                        (int) round((100 * $main->amperes) / $is),
                    ),
                ],
            },
        );
        $rows[] = self::row(
            'ripple and noise',
            $given['ripple'] ?? null,
            $main->ripple,
            Unit::Volt,
            static fn(float $is): array => match (true) {
                $main->ripple === null => [Fit::Noted, 'What the old one leaves is not known.'],
                $is <= $main->ripple => [Fit::Ok, 'No more than the old one leaves.'],
                $is <= 5 * $main->ripple => [
                    Fit::Noted,
                    'More, and at switching frequency: audio and receivers hear it, lamps do not.',
                ],
                default => [Fit::TestOnly, 'Far more than the old one leaves: try it with a filter before it stays.'],
            },
        );
        $rows[] = self::row(
            'isolation',
            $given['isolation'] ?? null,
            $isOnMains ? self::ISOLATION : null,
            Unit::Volt,
            static fn(float $is): array => !$isOnMains || $is >= self::ISOLATION
                ? [Fit::Ok, 'Enough for mains to touchable output.']
                : [Fit::No, 'Too little for mains to touchable output.'],
        );
        $rows[] = self::row(
            'size',
            isset($given['length']) ? $given['length'] / 1000 : null,
            isset($given['room']) ? $given['room'] / 1000 : null,
            Unit::Metre,
            static fn(float $is): array => match (true) {
                !isset($given['room']) => [
                    Fit::Noted,
                    'Measure the room, with air around it and distance from mains to everything else.',
                ],
                $is * 1000 <= $given['room'] => [Fit::Ok, 'It goes in. Keep air around it, and the earth wire.'],
                default => [Fit::No, 'Longer than the room.'],
            },
        );

        return $rows;
    }

    /** @param callable(float): array{Fit, string} $judge */
    private static function row(string $title, ?float $is, ?float $needed, Unit $unit, callable $judge): Row
    {
        $write = static fn(?float $v): string => $v === null ? '' : Quantity::write($v, $unit);

        return new Row(
            $title,
            $write($needed),
            $write($is),
            '',
            ...$is === null ? [Fit::Noted, 'Not given.'] : $judge($is),
        );
    }
}
