<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Circuit\SpiceNetlist;
use Oculant\Core\Circuit\WarmStart;
use Oculant\Core\Parts\Part;

/** A supply in one mode as a netlist that ngspice runs; it measures every test point over the last mains cycles. */
final class SpiceExport
{
    /**
     * @param array<string, Part>   $parts  those present, each in the state it settles in
     * @param array<string, string> $faults fault name by part reference
     * @param WarmStart|null        $start  where it stands; a supply that switches is exported as it runs
     */
    public static function write(
        Description $supply,
        Mode $mode,
        array $parts,
        array $faults = [],
        ?WarmStart $start = null,
    ): string {
        $probes = array_map(
            static fn(Point $point): array => [
                strtolower((string) preg_replace('/\W/', '_', $point->id)),
                $point->node,
                $point->against,
            ],
            array_values($supply->points),
        );
        $title =
            "{$supply->title} rev. {$supply->revision}, {$mode->name}" .
            ($faults === [] ? '' : ', ' . http_build_query($faults, '', ' '));

        return SpiceNetlist::write(
            CircuitBuilder::live($supply, $parts, $faults),
            $title,
            $probes,
            $supply->isSwitching() ? $start : null,
        );
    }
}
