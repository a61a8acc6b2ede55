<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\FeedsEnergy;
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
            $netlist->resistor('meter:'.$point->id, $point->node, $point->against, Meter::INPUT_RESISTANCE);
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
    public static function dead(Description $supply, Mode $mode, array $faults, string $red, string $black, float $volts, float $ohms): Netlist
    {
        $netlist = new Netlist($supply->reference, 0.0, isUnpowered: true);
        foreach ($supply->partsIn($mode) as $ref => $part) {
            if (! $part->kind instanceof FeedsEnergy) {
                $part->kind->enter($part, $faults[$ref] ?? null, $netlist);
            }
        }
        $netlist->source('test', $red, $black, $ohms, 0.0, $volts);

        return $netlist;
    }
}
