<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use Oculant\Core\Circuit\Branch\Branch;
use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\Branch\ControlledSource;
use Oculant\Core\Circuit\Branch\Inductor;
use Oculant\Core\Circuit\Branch\Junction;
use Oculant\Core\Circuit\Branch\Resistor;
use Oculant\Core\Circuit\Branch\Source;
use Oculant\Core\Circuit\Branch\TabledSource;
use Oculant\Core\Circuit\Branch\Winding;

/**
 * The circuit as the solver sees it: named nodes and branches. Filled once by the parts, then only read.
 *
 * Node voltages are against the reference node; the reference itself has no index.
 */
final class Netlist
{
    /** @var array<string, int> */
    private array $nodes = [];

    /** @var array<string, Branch> */
    private array $branches = [];

    /** @var list<string> */
    private array $shorted = [];

    /** Times that the ohms of a winding may be more or less than its rating suggests (common practice). */
    private const WIRES_DIFFER = 2.5;

    /**
     * @param float $frequency   hertz of the mains; 0 for a DC-fed circuit
     * @param bool  $isUnpowered true for the unplugged unit under a meter: nothing acts on its own
     * @param float $sleep       of an unplugged unit: what its integrated circuits show of their usual resistance
     */
    public function __construct(
        public readonly string $reference,
        public readonly float $frequency,
        public readonly bool $isUnpowered = false,
        private readonly float $sleep = 1.0,
    ) {}

    /** Whether a meter looks at it that wakes nothing. */
    public function isUnderShyMeter(): bool
    {
        return $this->isUnpowered && $this->sleep > 1.0;
    }

    /**
     * What differs by the type of a part, with the plug out: as the most eager meter finds the most eager type, as it
     * usually is, and the other way round.
     */
    public function byType(float $eager, float $usual, float $shy): float
    {
        return match (true) {
            $this->sleep < 1.0 => $eager,
            $this->sleep > 1.0 => $shy,
            default => $usual,
        };
    }

    public function resistor(string $name, string $a, string $b, float $ohms): void
    {
        $this->add(new Resistor($name, $this->between($a, $b), 1 / $ohms));
    }

    /**
     * What an integrated circuit shows between two of its pins; asleep that is a few junctions, and anything by type
     * and meter.
     */
    public function chip(string $name, string $a, string $b, float $ohms): void
    {
        $this->resistor($name, $a, $b, $this->isUnpowered ? $ohms * $this->sleep : $ohms);
    }

    /**
     * Wire of which only what it is wound for is known: makers differ, and a meter does not say which made it. Nothing
     * to currents under power, which the regulation has.
     */
    public function wire(float $ohms): float
    {
        return match (true) {
            !$this->isUnpowered, $this->sleep === 1.0 => $ohms,
            $this->sleep < 1.0 => $ohms / self::WIRES_DIFFER,
            default => $ohms * self::WIRES_DIFFER,
        };
    }

    /** What a part lets through by and by, and only the most eager meter and type show. */
    public function seep(string $name, string $a, string $b, float $ohms): void
    {
        if ($this->isUnpowered && $this->sleep < 1.0) {
            $this->resistor($name, $a, $b, $ohms * $this->sleep);
        }
    }

    /** What should let current through one way only, and no longer does. */
    public function shortedJunction(string $name, string $anode, string $cathode, float $ohms): void
    {
        $this->resistor($name, $anode, $cathode, $ohms);
        $this->shorted[] = $name;
    }

    /** @return list<string> branches */
    public function shortedJunctions(): array
    {
        return $this->shorted;
    }

    public function capacitor(string $name, string $a, string $b, float $farads, float $esr): void
    {
        $this->add(new Capacitor($name, $this->between($a, $b), $farads, $esr));
    }

    public function source(string $name, string $a, string $b, float $resistance, float $amplitude, float $dc): void
    {
        $this->add(new Source($name, $this->between($a, $b), $resistance, $amplitude, $dc));
    }

    public function junction(string $name, string $anode, string $cathode, SegmentTable $table): void
    {
        $this->add(new Junction($name, $this->between($anode, $cathode), $table));
    }

    /**
     * A current from $from to $to through the device: max(0, the least of the lines).
     *
     * @param list<array{string, string}>      $controls pairs of nodes whose voltages control it
     * @param list<array{list<float>, float}> $lines    slopes (siemens) per control, and offset (amperes)
     */
    public function controlled(string $name, string $from, string $to, array $controls, array $lines): void
    {
        $this->add(
            new ControlledSource(
                $name,
                $this->between($from, $to),
                array_map(fn(array $pair): array => $this->between(...$pair), $controls),
                $lines,
            ),
        );
    }

    /** A current from $from to $to that follows a table of the voltage between two other nodes. */
    public function tabled(string $name, string $from, string $to, string $a, string $b, SegmentTable $table): void
    {
        $this->add(new TabledSource($name, $this->between($from, $to), $this->between($a, $b), $table));
    }

    /**
     * A series regulator: max(0, min((setting - v_out) / ro, (v_in - v_out - vd) / rd, limit)), all against its common
     * pin.
     *
     * @param bool  $negative true for a 79xx: every voltage and current turned round
     * @param float $setting  volts, positive
     */
    public function regulator(
        string $name,
        string $in,
        string $out,
        string $common,
        bool $negative,
        float $setting,
        float $outputOhms,
        float $dropoutVolts,
        float $dropoutOhms,
        float $limit,
    ): void {
        if ($this->isUnderShyMeter()) {
            // It is not woken.
            return;
        }
        [$from, $to] = $negative ? [$out, $in] : [$in, $out];
        $this->controlled(
            $name,
            $from,
            $to,
            [$negative ? [$common, $out] : [$out, $common], [$from, $to]],
            [
                [[-1 / $outputOhms, 0.0], $setting / $outputOhms],
                [[0.0, 1 / $dropoutOhms], -$dropoutVolts / $dropoutOhms],
                [[0.0, 0.0], $limit],
            ],
        );
    }

    /**
     * A winding on a common core: i = (v - turns * flux) / ohms, where flux is the node that carries the
     * core's volts per (relative) turn. Ideal coupling; every winding brings its own resistance.
     */
    public function winding(string $name, string $a, string $b, string $flux, float $turns, float $ohms): void
    {
        $this->add(new Winding($name, $this->between($a, $b), $this->node($flux), $turns, 1 / $ohms));
    }

    public function inductor(string $name, string $a, string $b, float $henries): void
    {
        $this->add(new Inductor($name, $this->between($a, $b), $henries));
    }

    /** @return array<string, int> */
    public function nodes(): array
    {
        return $this->nodes;
    }

    /**
     * @return array<int, float>|null incidence of what would lie between two nodes; null if nothing reaches one of them
     */
    public function meeting(string $a, string $b): ?array
    {
        foreach ([$a, $b] as $name) {
            if ($name !== $this->reference && !isset($this->nodes[$name])) {
                return null;
            }
        }

        return $this->between($a, $b);
    }

    /** @return array<string, Branch> by name */
    public function branches(): array
    {
        return $this->branches;
    }

    /** The same for circuits that do the same, whatever it is that is shorted or leaks across two nodes of them. */
    public function likeness(): string
    {
        $siemens = $others = [];
        foreach ($this->branches as $name => $branch) {
            if ($branch instanceof Resistor) {
                $ends = array_map(
                    static fn(float $c): float => $c * (array_values($branch->incidence())[0] ?? 1.0),
                    $branch->incidence(),
                );
                ksort($ends);
                $between = json_encode($ends, JSON_THROW_ON_ERROR);
                $siemens[$between] = ($siemens[$between] ?? 0.0) + $branch->conductance;
            } else {
                $others[$name] = $branch;
            }
        }
        ksort($siemens);
        ksort($others);

        return md5(
            serialize([array_map(static fn(float $total): string => sprintf('%.9g', $total), $siemens), $others]),
        );
    }

    /** @return list<Capacitor> with one end on a node */
    public function capacitorsAt(string $node): array
    {
        $index = $this->nodes[$node] ?? null;

        return $index === null
            ? []
            : array_values(
                array_filter(
                    $this->branches,
                    static fn(Branch $branch): bool => $branch instanceof Capacitor &&
                        isset($branch->incidence()[$index]),
                ),
            );
    }

    /** @return float farads of all capacitors straight across two nodes */
    public function capacitanceBetween(string $a, string $b): float
    {
        $wanted = $this->between($a, $b);
        $farads = 0.0;
        foreach ($this->branches as $branch) {
            if (
                $branch instanceof Capacitor &&
                ($branch->incidence() == $wanted ||
                    $branch->incidence() == array_map(static fn(float $c): float => -$c, $wanted))
            ) {
                $farads += $branch->capacitance;
            }
        }

        return $farads;
    }

    /** @return float siemens of all resistors straight across two nodes */
    public function conductanceBetween(string $a, string $b): float
    {
        $wanted = $this->between($a, $b);
        $siemens = 0.0;
        foreach ($this->branches as $branch) {
            if (
                $branch instanceof Resistor &&
                ($branch->incidence() == $wanted ||
                    $branch->incidence() == array_map(static fn(float $c): float => -$c, $wanted))
            ) {
                $siemens += $branch->conductance;
            }
        }

        return $siemens;
    }

    /** @return array<int, float> incidence of a branch from $a to $b; empty when both are the same node */
    public function between(string $a, string $b): array
    {
        $incidence = [];
        foreach ([[$a, 1.0], [$b, -1.0]] as [$name, $sign]) {
            if ($name !== $this->reference) {
                $index = $this->node($name);
                $incidence[$index] = ($incidence[$index] ?? 0.0) + $sign;
            }
        }

        return array_filter($incidence, static fn(float $c): bool => $c !== 0.0);
    }

    private function node(string $name): int
    {
        return $this->nodes[$name] ??= count($this->nodes);
    }

    private function add(Branch $branch): void
    {
        $this->branches[$branch->name()] = $branch;
    }
}
