<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\Branch\Inductor;
use Oculant\Core\Circuit\Branch\Source;
use Oculant\Core\Circuit\Branch\SwitchedDevice;

/**
 * One settled mains cycle (or a single resting point): node voltages and branch currents at every step.
 */
final class CycleRecord
{
    /** @var list<list<float>> [step][node] volts; at least one step once recorded */
    private array $voltages = [];

    /** @var list<list<float>> [step][state] before the step */
    private array $before = [];

    /** @var list<float> */
    private array $sines = [];

    /** @var list<float> */
    private array $end = [];

    public function __construct(private readonly ReducedNetwork $network)
    {
    }

    /**
     * @param list<float> $x    states before the step
     * @param list<float> $next states after it
     */
    public function add(StateOperator $operator, array $x, float $sine, array $next): void
    {
        $rows = $operator->nodeRows($this->network);
        $states = count($x);
        $voltages = [];
        $at = 0;
        for ($node = 0; $node < $this->network->nodes; $node++) {
            $sum = 0.0;
            for ($c = 0; $c < $states; $c++) {
                $sum += $rows[$at++] * $x[$c];
            }
            $sum += $rows[$at++] * $sine;
            $voltages[] = $sum + $rows[$at++];
        }
        $this->voltages[] = $voltages;
        $this->before[] = $x;
        $this->sines[] = $sine;
        $this->end = $next;
    }

    /** The end of the cycle, to start a similar circuit from. */
    public function warmStart(): WarmStart
    {
        $last = $this->voltages[count($this->voltages) - 1] ?? [];

        return new WarmStart(
            array_map(fn(int $state): float => $this->end[$state], $this->network->stateOf),
            array_map(static fn(int $node): float => $last[$node], $this->network->netlist->nodes()),
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
        $a = $nodes[$node] ?? null;
        $b = $nodes[$against] ?? null;
        $out = [];
        foreach ($this->voltages as $voltages) {
            $out[] = ($a === null ? 0.0 : $voltages[$a]) - ($b === null ? 0.0 : $voltages[$b]);
        }

        assert($out !== []);

        return $out;
    }

    public function signal(string $node, string $against): Signal
    {
        return Signal::of($this->waveform($node, $against));
    }

    /** @return non-empty-list<float> amperes through a branch, in at its first terminal, at each step */
    public function current(string $branchName): array
    {
        $branch = $this->network->netlist->branches()[$branchName];
        $conductance = $this->network->conductance($branch);
        $state = $this->network->stateOf[$branchName] ?? null;
        $out = [];
        foreach ($this->voltages as $step => $voltages) {
            $across = self::sum($branch->incidence(), $voltages);
            $out[] = match (true) {
                $branch instanceof SwitchedDevice => self::deviceCurrent($branch, $voltages),
                $branch instanceof Source => $conductance * ($across - $branch->amplitude * $this->sines[$step] - $branch->dc),
                $branch instanceof Capacitor => $state === null ? 0.0 : $conductance * ($across - $this->before[$step][$state]),
                $branch instanceof Inductor => $state === null ? $conductance * $across : $this->before[$step][$state] + $conductance * $across,
                default => $conductance * $across,
            };
        }

        assert($out !== []);

        return $out;
    }

    /** @return non-empty-list<float> volts across a branch at each step; a winding's own copper only */
    public function across(string $branchName): array
    {
        $incidence = $this->network->netlist->branches()[$branchName]->incidence();
        $out = array_map(static fn(array $voltages): float => self::sum($incidence, $voltages), $this->voltages);
        assert($out !== []);

        return $out;
    }

    public function currentSignal(string $branchName): Signal
    {
        return Signal::of($this->current($branchName));
    }

    /** @param list<float> $voltages */
    private static function deviceCurrent(SwitchedDevice $device, array $voltages): float
    {
        $w = array_map(static fn(array $control): float => self::sum($control, $voltages), $device->controls());
        [$slopes, $current] = $device->law($device->region($w, 0));
        foreach ($slopes as $k => $slope) {
            $current += $slope * $w[$k];
        }

        return $current;
    }

    /**
     * @param array<int, float> $incidence
     * @param list<float>       $voltages
     */
    private static function sum(array $incidence, array $voltages): float
    {
        $sum = 0.0;
        foreach ($incidence as $node => $coefficient) {
            $sum += $coefficient * $voltages[$node];
        }

        return $sum;
    }
}
