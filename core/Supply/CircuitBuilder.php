<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Meter;

/** Turns a description into the circuit of one situation. */
final class CircuitBuilder
{
    /**
     * Energised, with a meter's input resistance at every test point.
     *
     * @param array<string, Part>   $parts  those present, each in its present state
     * @param array<string, string> $faults fault name by part reference
     */
    public static function live(Description $supply, array $parts, array $faults = []): Netlist
    {
        $netlist = new Netlist($supply->reference, $supply->frequency);
        foreach ($parts as $ref => $part) {
            $part->kind->enter($part, $faults[$ref] ?? null, $netlist);
        }
        foreach ($supply->points as $point) {
            $netlist->resistor('meter:' . $point->id, $point->node, $point->against, Meter::INPUT_RESISTANCE);
        }

        return $netlist;
    }

    /**
     * Unplugged and discharged.
     *
     * @param array<string, string> $faults fault name by part reference
     * @param float                 $sleep  as Netlist has it
     */
    public static function unpowered(Description $supply, Mode $mode, array $faults, float $sleep = 1.0): Netlist
    {
        $netlist = new Netlist($supply->reference, 0.0, true, $sleep);
        foreach (self::passive($supply, $mode) as $ref => $part) {
            $part->kind->enter($part, $faults[$ref] ?? null, $netlist);
        }

        return $netlist;
    }

    /**
     * Unplugged and discharged, with a test source between two nodes.
     *
     * @param array<string, string> $faults  fault name by part reference
     * @param float                 $volts   open-circuit voltage of the test source
     * @param float                 $ohms    its series resistance
     */
    public static function dead(
        Description $supply,
        Mode $mode,
        array $faults,
        string $red,
        string $black,
        float $volts,
        float $ohms,
    ): Netlist {
        $netlist = self::unpowered($supply, $mode, $faults);
        $netlist->source('test', $red, $black, $ohms, 0.0, $volts);

        return $netlist;
    }

    /** The same for all modes that do not differ once the unit is unplugged. */
    public static function unplugged(Description $supply, Mode $mode): string
    {
        return md5(
            serialize(
                array_map(
                    static fn(Part $part): array => [$part->terminals, $part->values, $part->choices],
                    self::passive($supply, $mode),
                ),
            ),
        );
    }

    /** @return array<string, Part> by reference, without what feeds energy */
    public static function passive(Description $supply, Mode $mode): array
    {
        return array_filter(
            $supply->partsIn($mode),
            static fn(Part $part): bool => !($part->kind instanceof FeedsEnergy),
        );
    }
}
