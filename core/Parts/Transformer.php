<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Quantity\Unit;

/**
 * A mains transformer with one secondary (s1, s2), one with a centre tap (s1, ct, s2) or two (s1, s2 and s3, s4).
 *
 * Secondary voltages are at rated load; the windings' resistances follow from the regulation, shared half and half
 * between primary and secondary. Regulation by size where none is given: makers' tables for EI cores, common practice.
 */
final class Transformer implements PartKind
{
    public function name(): string
    {
        return 'transformer';
    }

    public function title(): string
    {
        return 'Transformer';
    }

    public function terminalSets(): array
    {
        return [['p1', 'p2', 's1', 's2'], ['p1', 'p2', 's1', 'ct', 's2'], ['p1', 'p2', 's1', 's2', 's3', 's4']];
    }

    public function islands(Part $part): array
    {
        $secondary = $part->has('ct') ? ['s1', 'ct', 's2'] : ['s1', 's2'];

        return array_merge([['p1', 'p2'], $secondary], $part->has('s3') ? [['s3', 's4']] : []);
    }

    public function parameters(): array
    {
        return [
            Parameter::main('secondary', 'secondary voltage at rated load, each half if tapped', Unit::Volt, 0.03),
            Parameter::optional('secondary2', 'second secondary voltage', Unit::Volt),
            Parameter::optional('primary', 'primary voltage', Unit::Volt, 230.0),
            Parameter::optional('power', 'rated power', Unit::VoltAmpere, 30.0),
            Parameter::optional('regulation', 'rise from rated load to none', Unit::Ratio, null, 0.3),
            Parameter::optional('frequency', 'rated frequency', Unit::Hertz, 50.0),
        ];
    }

    public function faults(Part $part): array
    {
        $proof = 'Ohms across the winding, then across the pins of a known good one.';
        $faults = [
            new FaultMode('primary_open', 'primary open', 0.8, $proof.' Many have a thermal fuse under the wrapping.'),
            new FaultMode('shorted_turns', 'shorted turns', 0.25, 'Disconnect every secondary: it still hums, heats and draws current.', graded: true, looks: 'dark wrapping, smell of varnish'),
        ];
        if ($part->has('ct')) {
            $faults[] = new FaultMode('secondary_a_open', 'first half of the secondary open', 0.25, $proof);
            $faults[] = new FaultMode('secondary_b_open', 'second half of the secondary open', 0.25, $proof);
            $faults[] = new FaultMode('tap_open', 'centre tap open', 0.25, $proof);
        } else {
            $faults[] = new FaultMode('secondary_open', 'secondary open', 0.35, $proof);
        }
        if ($part->has('s3')) {
            $faults[] = new FaultMode('secondary2_open', 'second secondary open', 0.35, $proof);
        }

        return $faults;
    }

    public function deadChecks(Part $part): array
    {
        $checks = [
            DeadCheck::resistance($part, 'p1', 'p2', "primary of {$part->ref}", '.primary'),
            DeadCheck::resistance($part, 's1', 's2', "secondary of {$part->ref}", '.secondary'),
        ];
        if ($part->has('s3')) {
            $checks[] = DeadCheck::resistance($part, 's3', 's4', "second secondary of {$part->ref}", '.secondary2');
        }

        return $checks;
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $flux = 'flux:'.$part->ref;
        $primary = $part->value('primary');
        $power = $part->value('power');
        $regulation = $part->knows('regulation') ? $part->value('regulation') : self::regulationFor($power);
        $primaryOhms = $regulation / 2 * $primary ** 2 / $power;

        $netlist->winding("{$part->ref}.p", $part->node('p1'), $part->node('p2'), $flux, 1.0, $fault === 'primary_open' ? 1e9 : $primaryOhms);
        $netlist->resistor("{$part->ref}.iron", $flux, $netlist->reference, $primary ** 2 / (0.03 * $power + 0.3));
        $netlist->inductor("{$part->ref}.mag", $flux, $netlist->reference, $primary ** 2 / ($power * 0.2 + 0.8) / (2 * M_PI * $part->value('frequency')));
        if ($fault === 'shorted_turns') {
            // A twentieth of the turns shorted through their own copper.
            $netlist->resistor("{$part->ref}.shorted", $flux, $netlist->reference, $primaryOhms * 2);
        }

        // Two windings share the rated power; each half of a tapped one carries the full current.
        $windings = $part->has('ct') || $part->has('s3') ? 2 : 1;
        foreach ($this->secondaries($part) as [$name, $a, $b, $volts, $faultName]) {
            $open = $fault === $faultName;
            $ohms = $regulation / 2 * $volts ** 2 / ($power / $windings);
            $netlist->winding(
                "{$part->ref}.{$name}",
                $a,
                $b,
                $flux,
                $volts * (1 + $regulation) / $primary,
                $open ? 1e9 : $ohms,
            );
        }
        if ($part->has('ct')) {
            $netlist->resistor("{$part->ref}.tap", "{$part->ref}:tap", $part->node('ct'), $fault === 'tap_open' ? 1e9 : 0.005);
        }
    }

    /** @return list<array{string, string, string, float, string}> name, first node, second node, volts, fault that opens it */
    private function secondaries(Part $part): array
    {
        $volts = $part->value('secondary');
        if ($part->has('ct')) {
            $tap = "{$part->ref}:tap";

            return [
                ['sa', $part->node('s1'), $tap, $volts, 'secondary_a_open'],
                ['sb', $tap, $part->node('s2'), $volts, 'secondary_b_open'],
            ];
        }
        $windings = [['s', $part->node('s1'), $part->node('s2'), $volts, 'secondary_open']];
        if ($part->has('s3')) {
            $second = $part->knows('secondary2') ? $part->value('secondary2') : $volts;
            $windings[] = ['s2', $part->node('s3'), $part->node('s4'), $second, 'secondary2_open'];
        }

        return $windings;
    }

    /** @param float $power volt-amperes */
    private static function regulationFor(float $power): float
    {
        return max(0.04, min(0.5, 0.65 * $power ** -0.45));
    }
}
