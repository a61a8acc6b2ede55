<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\NamesWindings;
use Oculant\Core\Parts\Kind\CurrentDriver;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;
use Oculant\Core\Supply\Point;

/**
 * Why a voltage that would look wrong on a nameplate is right in this mode (common practice throughout): a rail that is
 * off in standby, a constant-current output with nothing on it, a lightly loaded winding, an unregulated or unloaded
 * rail.
 */
final readonly class Circumstance
{
    /** Share of a nominal voltage under which a rail is off, and over which it needs an explanation. */
    private const OFF = 0.1;

    private const ABOVE = 1.07;

    /** @param string $why one sentence */
    private function __construct(public string $words, public string $why) {}

    /**
     * @param float $nominal volts that a good unit reads at the point in this mode; null if nothing needs explaining
     */
    public static function of(Description $supply, Mode $mode, Point $point, string $quantity, float $nominal): ?self
    {
        if ($quantity === 'ac') {
            return self::winding($supply, $point, $nominal);
        }
        if ($quantity !== 'dc') {
            return null;
        }
        $driver = self::driver($supply, $point);
        if ($driver !== null) {
            return self::constantCurrent($supply, $mode, $point, $driver);
        }
        if ($point->rail === null) {
            return null;
        }
        if (abs($nominal) < self::OFF * abs($point->rail)) {
            return new self(
                'a rail that is off in this mode',
                'In this mode nothing switches it on; that is not a fault.',
            );
        }
        if (abs($nominal) <= self::ABOVE * abs($point->rail)) {
            return null;
        }
        $rail = Quantity::write(abs($point->rail), Unit::Volt);
        // Without its loads a rail rises whatever feeds it; with them it was never regulated.
        return $mode->absent !== []
            ? new self(
                "an unloaded {$rail} rail",
                'An unregulated rail sits well above its nominal voltage when little is drawn from it.',
            )
            : new self(
                "an unregulated {$rail} rail",
                'An unregulated rail follows the mains and its load; its nominal voltage holds at full load.',
            );
    }

    private static function constantCurrent(Description $supply, Mode $mode, Point $point, Part $driver): self
    {
        $connected = array_filter(
            $supply->partsIn($mode),
            static fn(Part $part): bool => $part->ref !== $driver->ref &&
                ($part->kind instanceof Consumes || in_array($part->kind->name(), ['led', 'zener'], true)) &&
                in_array($point->node, $part->terminals, true),
        );
        $current = Quantity::write($driver->value('value'), Unit::Ampere);

        return $connected === []
            ? new self(
                'a constant-current output with nothing on it',
                "It looks for its {$current} and stands at the top of its range, " .
                    Quantity::volts($driver->value('top')) .
                    '.',
            )
            : new self('a constant-current output', "It holds {$current}; the string on it sets the voltage.");
    }

    private static function winding(Description $supply, Point $point, float $nominal): ?self
    {
        foreach ($supply->parts as $part) {
            foreach ($part->kind instanceof NamesWindings ? $part->kind->windings($part) : [] as [$nodes, $rated]) {
                $ends = [$nodes[0], $nodes[count($nodes) - 1]];
                if (
                    in_array($point->node, $ends, true) &&
                    in_array($point->against, $ends, true) &&
                    $nominal > 1.04 * $rated
                ) {
                    return new self(
                        sprintf('a %s winding that is lightly loaded', Quantity::write($rated, Unit::Volt)),
                        'A winding is rated at full load; with less it reads up to a fifth more, small ' .
                            'transformers most of all.',
                    );
                }
            }
        }

        return null;
    }

    private static function driver(Description $supply, Point $point): ?Part
    {
        foreach ($supply->parts as $part) {
            if ($part->kind instanceof CurrentDriver && $part->node('out') === $point->node) {
                return $part;
            }
        }

        return null;
    }
}
