<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Quantity\Meter;

/** Turns a description into the circuit of one situation. */
final class CircuitBuilder
{
    /**
     * Energised, with a meter's input resistance at every test point.
     *
     * @param array<string, string> $faults    fault name by part reference
     * @param float|null            $mainsVolts as measured; null for the nominal voltage times the mode's share
     */
    public static function live(Description $supply, Mode $mode, array $faults = [], ?float $mainsVolts = null): Netlist
    {
        $netlist = new Netlist($supply->reference, $supply->frequency);
        $volts = $mainsVolts ?? $supply->mainsVoltage * $mode->mains;
        foreach ($supply->parts as $ref => $part) {
            if (in_array($ref, $mode->absent, true)) {
                continue;
            }
            if ($part->kind->name() === 'mains') {
                $part = $part->with($part->knows('dc') ? 'dc' : 'voltage', $volts);
            }
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
     * @param list<string>          $absent  references of parts not fitted
     * @param float                 $volts   open-circuit voltage of the test source
     * @param float                 $ohms    its series resistance
     */
    public static function dead(Description $supply, array $faults, array $absent, string $red, string $black, float $volts, float $ohms): Netlist
    {
        $netlist = new Netlist($supply->reference, 0.0);
        foreach ($supply->parts as $ref => $part) {
            if ($part->kind->name() !== 'mains' && ! in_array($ref, $absent, true)) {
                $part->kind->enter($part, $faults[$ref] ?? null, $netlist);
            }
        }
        $netlist->source('test', $red, $black, $ohms, 0.0, $volts);

        return $netlist;
    }
}
