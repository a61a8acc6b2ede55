<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use Oculant\Core\Circuit\Branch\Branch;
use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\Branch\Inductor;
use Oculant\Core\Circuit\Branch\Source;
use Oculant\Core\Circuit\Branch\SwitchedDevice;

/**
 * One settled mains cycle (or a single resting point): node voltages and branch currents at every step.
 */
final class CycleRecord
{
    /** @var array<int, non-empty-list<float>> [node][step] volts; at least one step once recorded */
    private array $voltages = [];

    /** @var array<int, non-empty-list<float>> [state][step] before the step */
    private array $before = [];

    /** @var list<float> */
    private array $sines = [];

    /** @var list<float> */
    private array $end = [];

    /** @var array<string, non-empty-list<float>> amperes by branch name, as asked for */
    private array $currents = [];

    public function __construct(private readonly ReducedNetwork $network) {}

    /** @param list<float> $x states before the step */
    public function add(StateOperator $operator, array $x, float $sine): void
    {
        $rows = $operator->nodeRows($this->network);
        $at = 0;
        for ($node = 0, $nodes = $this->network->nodes; $node < $nodes; $node++) {
            $sum = 0.0;
            foreach ($x as $value) {
                $sum += $rows[$at++] * $value;
            }
            $sum += $rows[$at++] * $sine;
            $this->voltages[$node][] = $sum + $rows[$at++];
        }
        foreach ($x as $state => $value) {
            $this->before[$state][] = $value;
        }
        $this->sines[] = $sine;
    }

    /** @param list<float> $x states after the last step */
    public function endingAt(array $x): self
    {
        $this->end = $x;

        return $this;
    }

    /** The end of the cycle, to start a similar circuit from. */
    public function warmStart(): WarmStart
    {
        $last = count($this->sines) - 1;

        return new WarmStart(
            array_map(fn(int $state): float => $this->end[$state], $this->network->stateOf),
            array_map(fn(int $node): float => $this->voltages[$node][$last] ?? 0.0, $this->network->netlist->nodes()),
            $this->network->moving(),
        );
    }

    public function netlist(): Netlist
    {
        return $this->network->netlist;
    }

    public function has(string $branchName): bool
    {
        return isset($this->network->netlist->branches()[$branchName]);
    }

    /** @return non-empty-list<float> volts of $node against $against at each step */
    public function waveform(string $node, string $against): array
    {
        $nodes = $this->network->netlist->nodes();
        $incidence = [];
        if (isset($nodes[$node])) {
            $incidence[$nodes[$node]] = 1.0;
        }
        if (isset($nodes[$against]) && $against !== $node) {
            $incidence[$nodes[$against]] = -1.0;
        }

        return $this->sum($incidence);
    }

    public function signal(string $node, string $against): Signal
    {
        return Signal::of($this->waveform($node, $against));
    }

    /** @return non-empty-list<float> amperes through a branch, in at its first terminal, at each step */
    public function current(string $branchName): array
    {
        return $this->currents[$branchName] ??= $this->currentOf($this->network->netlist->branches()[$branchName]);
    }

    /** @return non-empty-list<float> volts across a branch at each step; a winding's own copper only */
    public function across(string $branchName): array
    {
        return $this->sum($this->network->netlist->branches()[$branchName]->incidence());
    }

    public function currentSignal(string $branchName): Signal
    {
        return Signal::of($this->current($branchName));
    }

    /** @return non-empty-list<float> */
    private function currentOf(Branch $branch): array
    {
        if ($branch instanceof SwitchedDevice) {
            return $this->deviceCurrent($branch);
        }
        $conductance = $this->network->conductance($branch);
        $state = $this->network->stateOf[$branch->name()] ?? null;
        $held = $state === null ? null : $this->before[$state];
        $out = [];
        foreach ($this->sum($branch->incidence()) as $step => $across) {
            $out[] = match (true) {
                $branch instanceof Source => $conductance *
                    ($across - $branch->amplitude * $this->sines[$step] - $branch->dc),
                $branch instanceof Capacitor => $held === null ? 0.0 : $conductance * ($across - $held[$step]),
                $branch instanceof Inductor && $held !== null => $held[$step] + $conductance * $across,
                default => $conductance * $across,
            };
        }

        return $out;
    }

    /** @return non-empty-list<float> */
    private function deviceCurrent(SwitchedDevice $device): array
    {
        $controls = array_map($this->sum(...), $device->controls());
        $out = [];
        foreach ($controls[0] as $step => $ignored) {
            $w = array_column($controls, $step);
            [$slopes, $current] = $device->law($device->region($w, 0));
            foreach ($slopes as $k => $slope) {
                $current += $slope * $w[$k];
            }
            $out[] = $current;
        }

        return $out;
    }

    /**
     * @param array<int, float> $incidence
     *
     * @return non-empty-list<float> coefficient times node voltage, summed, at each step
     */
    private function sum(array $incidence): array
    {
        $sums = array_fill(0, max(1, count($this->sines)), 0.0);
        foreach ($incidence as $node => $coefficient) {
            foreach ($this->voltages[$node] as $step => $volts) {
                $sums[$step] += $coefficient * $volts;
            }
        }

        return array_values($sums);
    }
}
