<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Kind\FixedCapacitor;
use Oculant\Core\Parts\Kind\Heater;
use Oculant\Core\Parts\Kind\InductorPart;
use Oculant\Core\Parts\Kind\Lamp;
use Oculant\Core\Parts\Kind\Load;
use Oculant\Core\Parts\Kind\Potentiometer;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;

/**
 * Where alternating voltage stands, by how the parts are joined alone: at the mains and at the windings of mains
 * transformers, and through whatever lies in series there. Enough to set a meter by before anything is solved.
 */
final readonly class AlternatingNodes
{
    /** Kinds through which it goes, each with the terminals that are joined. */
    private const THROUGH = [
        'fuse' => [['a', 'b']],
        'switch' => [['a', 'b']],
        'connector' => [['a', 'b']],
        'joint' => [['a', 'b']],
        'wire' => [['a', 'b']],
        'trace' => [['a', 'b']],
        'thermal_switch' => [['a', 'b']],
        'ntc' => [['a', 'b']],
        'inductor' => [['a', 'b']],
        'common_mode_choke' => [['a1', 'a2'], ['b1', 'b2']],
        'selector' => [['common', 'a'], ['common', 'b']],
        'lamp' => [['a', 'b']],
        'resistor' => [['a', 'b']],
    ];

    private const WINDINGS = [
        ['p1', 'p2'],
        ['s1', 's2', 'ct'],
        ['s3', 's4', 'ct2'],
        ['s5', 's6', 'ct3'],
        ['s7', 's8', 'ct4'],
    ];

    /** Ohms up to which a resistor lies in series and is no load. */
    private const SERIES_OHMS = 100.0;

    /** @param list<array<string, true>> $circuits nodes of the mains, and of each winding with what lies in series */
    private function __construct(private array $circuits) {}

    public static function of(Description $supply): self
    {
        $still = array_fill_keys([$supply->reference, ...array_map(strval(...), array_keys($supply->grounds))], true);
        $circuits = [];
        foreach ($supply->parts as $part) {
            $ends = match (true) {
                $part->kind instanceof FeedsEnergy => $part->knows('dc') || $part->kind->name() !== 'mains'
                    ? []
                    : [array_keys($part->terminals)],
                $part->kind->name() === 'transformer' => self::WINDINGS,
                default => [],
            };
            foreach ($ends as $terminals) {
                $nodes = array_map($part->node(...), array_filter($terminals, $part->has(...)));
                if ($nodes !== []) {
                    $circuits[] = self::spread(array_fill_keys($nodes, true), $still, $supply);
                }
            }
        }

        return new self($circuits);
    }

    /** Whether both leads of a meter lie in one of its circuits. */
    public function lieAt(Point $point): bool
    {
        return array_filter(
            $this->circuits,
            static fn(array $nodes): bool => isset($nodes[$point->node], $nodes[$point->against]),
        ) !== [];
    }

    /**
     * @param array<string, true> $nodes
     * @param array<string, true> $still nodes that everything hangs on: what lies behind them is another circuit
     *
     * @return array<string, true> with what lies in series
     */
    private static function spread(array $nodes, array $still, Description $supply): array
    {
        $rectified = self::rectified($supply);
        do {
            $before = count($nodes);
            foreach ($supply->parts as $part) {
                foreach (self::joined($part) as [$a, $b]) {
                    if ((isset($nodes[$a]) && !isset($still[$a])) || (isset($nodes[$b]) && !isset($still[$b]))) {
                        $nodes += [$a => true, $b => true];
                    }
                }
                // A capacitor in series drops the mains for the bridge behind it.
                if ($part->kind instanceof FixedCapacitor) {
                    [$a, $b] = [$part->node('a'), $part->node('b')];
                    $nodes += isset($nodes[$a], $rectified[$b]) && !isset($still[$a]) ? [$b => true] : [];
                    $nodes += isset($nodes[$b], $rectified[$a]) && !isset($still[$b]) ? [$a => true] : [];
                }
            }
            $nodes += self::between($nodes, $supply);
        } while (count($nodes) > $before);

        return $nodes;
    }

    /** Whether it leads alternating current whatever is behind it, and rectifies none of it. */
    private static function isLinear(Part $part): bool
    {
        return $part->kind instanceof FixedCapacitor ||
            $part->kind instanceof InductorPart ||
            $part->kind instanceof Resistor ||
            $part->kind instanceof Potentiometer ||
            $part->kind instanceof Heater ||
            $part->kind instanceof Lamp ||
            $part->kind instanceof Load;
    }

    /** @return array<string, true> nodes at the alternating ends of bridges */
    private static function rectified(Description $supply): array
    {
        $nodes = [];
        foreach ($supply->parts as $part) {
            if ($part->kind->name() === 'bridge') {
                $nodes += [$part->node('ac1') => true, $part->node('ac2') => true];
            }
        }

        return $nodes;
    }

    /**
     * What hangs between two of these nodes on nothing that rectifies: a chain of heaters with its dropper.
     *
     * @param array<string, true> $nodes
     *
     * @return array<string, true>
     */
    private static function between(array $nodes, Description $supply): array
    {
        $found = $barred = $next = [];
        foreach ($supply->parts as $part) {
            $free = array_diff($part->terminals, array_map(strval(...), array_keys($nodes)));
            foreach ($free as $node) {
                $next[$node] = [...$next[$node] ?? [], ...$free];
                $barred += self::isLinear($part) ? [] : [$node => true];
                $found += count($free) < count($part->terminals) ? [$node => true] : [];
            }
        }
        $reached = [];
        foreach (array_keys($found) as $start) {
            $chain = [];
            $open = [$start];
            while ($open !== []) {
                $node = array_pop($open);
                if (!isset($chain[$node])) {
                    $chain[$node] = true;
                    $open = [...$open, ...$next[$node]];
                }
            }
            $reached += array_intersect_key($chain, $barred) === [] ? $chain : [];
        }

        return $reached;
    }

    /** @return list<array{string, string}> nodes */
    private static function joined(Part $part): array
    {
        $pairs = self::THROUGH[$part->kind->name()] ?? [];
        if ($part->kind->name() === 'resistor' && $part->value('value') > self::SERIES_OHMS) {
            return [];
        }

        return array_values(
            array_map(
                static fn(array $pair): array => [$part->node($pair[0]), $part->node($pair[1])],
                array_filter($pairs, static fn(array $pair): bool => $part->has($pair[0]) && $part->has($pair[1])),
            ),
        );
    }
}
