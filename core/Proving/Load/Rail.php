<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Point;

/**
 * An output with what it feeds, and how that load is made on a bench. Without a load it is tested as it is used.
 *
 * @phpstan-type LoadMade array{
 *     current: string,
 *     ohms: string,
 *     resistor: string,
 *     lamp: ?string,
 *     electronic: string,
 * }
 */
final readonly class Rail
{
    /** A load resistor is chosen for twice the heat it makes (common practice). */
    private const COOL = 2.0;

    /** @param list<Part> $loads */
    private function __construct(public Point $point, public array $loads, public bool $isLive) {}

    /** @return array<string, self> outputs, by point id */
    public static function all(Description $supply): array
    {
        $rails = $taken = [];
        foreach ($supply->outputs() as $id => $point) {
            $isFed = static fn(Part $p): bool => $p->kind instanceof Consumes &&
                !isset($taken[$p->ref]) &&
                array_intersect([$point->node], $p->terminals) !== [];
            $loads = array_values(array_filter($supply->parts, $isFed));
            $rails[(string) $id] = new self($point, $loads, $supply->isHot($point->node));
            $taken += array_fill_keys(array_column($loads, 'ref'), true);
        }

        return $rails;
    }

    /**
     * @param float $volts that the rail has at that load
     *
     * @return float amperes it takes as described
     */
    public function amperes(float $volts): float
    {
        return array_sum(array_map(static fn(Part $load): float => self::current($load, abs($volts)), $this->loads));
    }

    /**
     * The loads at a share of what they are described with; 0 takes them off.
     *
     * @return list<Alteration>
     */
    public function at(float $share): array
    {
        return array_map(
            static fn(Part $load): Alteration => $share <= 0.0
                ? Alteration::without($load->ref)
                : Alteration::set($load->ref, self::scaled($load, $share)),
            $this->loads,
        );
    }

    /**
     * How to load it on the bench.
     *
     * @param float $volts   at that load
     * @param float $amperes wanted
     *
     * @return LoadMade
     */
    public static function made(float $volts, float $amperes, bool $isRegulated): array
    {
        $ohms = abs($volts) / max(1e-6, $amperes);
        $watts = abs($volts) * $amperes;
        $nearest = PreferredValues::E12->nearest($ohms);

        return [
            'current' => Quantity::write($amperes, Unit::Ampere),
            'ohms' => Quantity::write($ohms, Unit::Ohm),
            'resistor' => sprintf(
                '%s, %s or more',
                Quantity::write($nearest, Unit::Ohm),
                Quantity::write((self::COOL * $volts ** 2) / $nearest, Unit::Watt, 2),
            ),
            // A cold lamp is a tenth of its resistance: it starts hard, which is a test of its own.
            'lamp' =>
                abs($volts) >= 5.0 && abs($volts) <= 250.0 && $watts >= 1.0
                    ? sprintf(
                        'lamps of %s, %s together',
                        Quantity::write(self::lampVolts(abs($volts)), Unit::Volt),
                        Quantity::write($watts * (self::lampVolts(abs($volts)) / $volts) ** 2, Unit::Watt, 2),
                    )
                    : null,
            'electronic' => $isRegulated
                ? 'constant current ' . Quantity::write($amperes, Unit::Ampere)
                : 'constant resistance ' . Quantity::write($ohms, Unit::Ohm),
        ];
    }

    private static function lampVolts(float $volts): float
    {
        foreach ([6.0, 12.0, 24.0, 48.0, 120.0, 230.0] as $usual) {
            if ($volts <= 1.1 * $usual) {
                return $usual;
            }
        }

        return 230.0;
    }

    private static function current(Part $load, float $volts): float
    {
        return match (true) {
            $load->kind->name() === 'current_load' => $load->value('value'),
            $load->kind->name() === 'power_load' => $load->value('value') / max(0.1, $volts),
            $load->knows('current') => $load->value('current') *
                ($load->knows('at') && $load->kind->name() === 'load' ? $volts / abs($load->value('at')) : 1.0),
            $load->knows('value') => $volts / $load->value('value'),
            default => 0.0,
        };
    }

    /** @return array<string, string> as a mode's "set" takes it; nothing for what is only on or off */
    private static function scaled(Part $load, float $share): array
    {
        $write = static fn(float $value, Unit $unit): string => sprintf(
            '%.6g %s',
            $value,
            $unit === Unit::Ohm ? 'ohm' : $unit->value,
        );

        return match (true) {
            $load->kind->name() === 'current_load' => ['value' => $write($share * $load->value('value'), Unit::Ampere)],
            $load->kind->name() === 'power_load' => ['value' => $write($share * $load->value('value'), Unit::Watt)],
            $load->kind->name() === 'load' && $load->knows('value') => [
                'value' => $write($load->value('value') / $share, Unit::Ohm),
            ],
            $load->kind->name() === 'load' => ['current' => $write($share * $load->value('current'), Unit::Ampere)],
            default => [],
        };
    }
}
