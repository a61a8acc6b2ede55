<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use Oculant\Core\Circuit\Branch\Branch;
use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\Branch\Inductor;
use Oculant\Core\Circuit\Branch\Resistor;
use Oculant\Core\Circuit\Branch\Source;
use Oculant\Core\Circuit\Branch\SwitchedDevice;
use Oculant\Core\Circuit\Branch\Winding;

/**
 * A netlist reduced once to what its switched devices and its stored-energy states see.
 *
 * Columns everywhere are [states..., sine, dc]: a capacitor's state is its history voltage e (volts), an inductor's its
 * history current J (amperes), sine is sin(wt) of the mains, dc scales every direct source (normally 1).
 *
 * Discretisation is the theta method. With i' = G(q' - e), G = 1/(ESR + theta h/C), the capacitor needs one state: e' =
 * e + (h/C) i'. With i' = J + G q', G = theta h/L, the inductor likewise: J' = J + (h/L) q'. theta = 0.55: at 0.5 the
 * method rings when ESR < h/2C, and at 1 it is twice as wrong.
 */
final class ReducedNetwork
{
    private const THETA = 0.55;

    /** Siemens from every node to the reference: moisture and board leakage, and no node can float. */
    public const NODE_LEAKAGE = 1e-9;

    /** Siemens standing for an inductor in a DC solve. */
    private const DC_SHORT = 1e6;

    /** @var list<SwitchedDevice> */
    public readonly array $devices;

    /** @var list<int> first control index of each device */
    public readonly array $controlAt;

    public readonly int $controls;

    public readonly int $states;

    public readonly int $nodes;

    /** @var array<string, int> state index by branch name */
    public readonly array $stateOf;

    /** @var list<Capacitor|Inductor> */
    private array $stateBranches = [];

    /** @var list<float> e or J gain per state: (h/C) G or h/L; zero in a DC solve */
    private array $gain = [];

    /** @var list<list<float>> response of the node voltages to each column, without devices */
    private array $response = [];

    /** @var list<list<float>> response of the node voltages to one ampere out of each device */
    private array $deviceResponse = [];

    /** @var list<list<float>> control voltages' response to the columns, [control][column] */
    private array $controlResponse = [];

    /** @var list<list<float>> [control][device], ohms */
    private array $controlCoupling = [];

    /** @var list<list<float>> the state branches' voltages in response to the columns, [column][state] */
    private array $stateResponse = [];

    /** @var list<list<float>> [device][state], ohms */
    private array $stateCoupling = [];

    private StateOperators $operators;

    private LuFactors $factors;

    /** @var list<int> devices that are not expected to keep still */
    private array $restless;

    /** @param list<string> $moving branches that are not expected to keep still */
    private function __construct(public readonly Netlist $netlist, private readonly ?float $step, array $moving = [])
    {
        $this->nodes = count($netlist->nodes());
        $devices = $controlAt = $stateOf = [];
        $controls = 0;
        foreach ($netlist->branches() as $name => $branch) {
            if ($branch instanceof SwitchedDevice) {
                $devices[] = $branch;
                $controlAt[] = $controls;
                $controls += count($branch->controls());
            } elseif ($step !== null && ($branch instanceof Capacitor || $branch instanceof Inductor)) {
                $stateOf[$name] = count($this->stateBranches);
                $this->stateBranches[] = $branch;
            }
        }
        $this->devices = $devices;
        $this->controlAt = $controlAt;
        $this->controls = $controls;
        $this->stateOf = $stateOf;
        $this->states = count($stateOf);
        $this->restless = array_keys(
            array_filter($devices, static fn(SwitchedDevice $device): bool => in_array($device->name(), $moving, true)),
        );
        $this->reduce();
        $this->operators = $this->operatorsOf();
    }

    /**
     * @param float        $step   seconds
     * @param list<string> $moving branches that are not expected to keep still
     */
    public static function stepping(Netlist $netlist, float $step, array $moving = []): self
    {
        return new self($netlist, $step, $moving);
    }

    /** Capacitors open, inductors shorted: the resting point of a DC-fed or unpowered circuit. */
    public static function resting(Netlist $netlist): self
    {
        return new self($netlist, null);
    }

    /**
     * The same at rest with one more source between two nodes: one rank-one step (Sherman and Morrison 1950) from what
     * is solved already.
     *
     * @param array<int, float> $incidence of the source
     * @param float             $volts     of its own
     * @param float             $ohms      its series resistance
     */
    public function fed(array $incidence, float $volts, float $ohms): self
    {
        $injected = array_fill(0, $this->nodes, 0.0);
        foreach ($incidence as $node => $coefficient) {
            $injected[$node] = $coefficient;
        }
        $moved = $this->factors->solve($injected);
        $share = 1 / ($ohms + $this->across($incidence, [$moved])[0]);
        $fed = clone $this;
        foreach ($this->across($incidence, $this->response) as $column => $seen) {
            $drives = $column === $this->states + 1 ? $seen - $volts : $seen;
            $fed->response[$column] = self::less($this->response[$column], $share * $drives, $moved);
        }
        foreach ($this->across($incidence, $this->deviceResponse) as $d => $seen) {
            $fed->deviceResponse[$d] = self::less($this->deviceResponse[$d], $share * $seen, $moved);
        }
        $fed->project();
        $fed->operators = $fed->operatorsOf();

        return $fed;
    }

    /**
     * @param list<float> $of
     * @param list<float> $what
     *
     * @return list<float>
     */
    private static function less(array $of, float $share, array $what): array
    {
        if ($share !== 0.0) {
            foreach ($what as $row => $value) {
                $of[$row] -= $share * $value;
            }
        }

        return array_values($of);
    }

    private function operatorsOf(): StateOperators
    {
        return new StateOperators(
            $this->devices,
            $this->controlAt,
            $this->states,
            $this->controlResponse,
            $this->controlCoupling,
            $this->restless,
        );
    }

    /** @param list<int> $regions one per device */
    public function operator(array $regions): StateOperator
    {
        return $this->operators->for($regions);
    }

    /** @return list<string> branches that did not keep still so far */
    public function moving(): array
    {
        return array_map(fn(int $d): string => $this->devices[$d]->name(), $this->operators->moving());
    }

    /** All sources at zero and nothing stored: every device at no voltage. */
    public function atRest(): StateOperator
    {
        return $this->operator($this->regions(array_fill(0, $this->controls, 0.0)));
    }

    /**
     * Regions of all devices for these control voltages.
     *
     * @param list<float> $w volts
     *
     * @return list<int>
     */
    public function regions(array $w): array
    {
        $regions = [];
        foreach ($this->devices as $d => $device) {
            $regions[] = $device->region($w, $this->controlAt[$d]);
        }

        return $regions;
    }

    /**
     * @param array<string, float> $volts by node name; a node not named is at zero
     *
     * @return list<float> volts per control
     */
    public function controlVoltages(array $volts): array
    {
        $byNode = [];
        foreach ($this->netlist->nodes() as $name => $node) {
            $byNode[$node] = $volts[$name] ?? 0.0;
        }
        $w = [];
        foreach ($this->devices as $device) {
            foreach ($device->controls() as $control) {
                $sum = 0.0;
                foreach ($control as $node => $coefficient) {
                    $sum += $coefficient * $byNode[$node];
                }
                $w[] = $sum;
            }
        }

        return $w;
    }

    /** Conductance (siemens) by which a branch enters the linear part. */
    public function conductance(Branch $branch): float
    {
        return match (true) {
            $branch instanceof Resistor, $branch instanceof Winding => $branch->conductance,
            $branch instanceof Source => 1 / $branch->resistance,
            $branch instanceof Capacitor => $this->step === null
                ? 0.0
                : 1 / ($branch->esr + (self::THETA * $this->step) / $branch->capacitance),
            $branch instanceof Inductor => $this->step === null
                ? self::DC_SHORT
                : (self::THETA * $this->step) / $branch->inductance,
            $branch instanceof SwitchedDevice => $branch->nominalConductance(),
            default => 0.0,
        };
    }

    /**
     * Rows that give every node voltage from the columns, in one state of the devices.
     *
     * @return array<int, float> [$node * (states + 2) + column]; the dc column carries the devices' offsets too
     */
    public function nodeRows(StateOperator $operator): array
    {
        return $this->rowsThroughDevices(
            $this->nodes,
            $this->response,
            $this->deviceResponse,
            $this->operators->currents($operator),
        );
    }

    private function reduce(): void
    {
        $n = $this->nodes;
        $y = array_fill(0, $n * $n, 0.0);
        for ($node = 0; $node < $n; $node++) {
            $y[$node * $n + $node] = self::NODE_LEAKAGE;
        }
        $columns = array_fill(0, $this->states + 2, array_fill(0, $n, 0.0));
        foreach ($this->netlist->branches() as $name => $branch) {
            $incidence = $branch->incidence();
            $conductance = $this->conductance($branch);
            foreach ($incidence as $row => $a) {
                foreach ($incidence as $column => $b) {
                    $y[$row * $n + $column] += $conductance * $a * $b;
                }
            }
            $state = $this->stateOf[$name] ?? null;
            foreach ($incidence as $row => $a) {
                if ($branch instanceof Source) {
                    $columns[$this->states][$row] += $conductance * $a * $branch->amplitude;
                    $columns[$this->states + 1][$row] += $conductance * $a * $branch->dc;
                } elseif ($state !== null) {
                    $columns[$state][$row] += $branch instanceof Capacitor ? $conductance * $a : -$a;
                }
            }
        }
        try {
            $this->factors = LuFactors::of($y, $n);
        } catch (CircuitIsSingular $e) {
            $node = array_search($e->row, $this->netlist->nodes(), true);

            throw $node === false ? $e : $e->at((string) $node);
        }
        foreach ($columns as $column) {
            $this->response[] = $this->factors->solve($column);
        }
        foreach ($this->devices as $device) {
            $source = array_fill(0, $n, 0.0);
            foreach ($device->incidence() as $node => $coefficient) {
                $source[$node] = $coefficient;
            }
            $this->deviceResponse[] = $this->factors->solve($source);
        }
        $this->project();
    }

    /** What the controls of the devices and the states see of all that. */
    private function project(): void
    {
        $this->controlResponse = $this->controlCoupling = $this->gain = [];
        $this->stateResponse = $this->stateCoupling = [];
        foreach ($this->devices as $device) {
            foreach ($device->controls() as $control) {
                $this->controlResponse[] = $this->across($control, $this->response);
                $this->controlCoupling[] = $this->across($control, $this->deviceResponse);
            }
        }
        $free = $coupling = [];
        foreach ($this->stateBranches as $branch) {
            $free[] = $this->across($branch->incidence(), $this->response);
            $coupling[] = $this->across($branch->incidence(), $this->deviceResponse);
            $this->gain[] =
                $branch instanceof Capacitor
                    ? ($this->step / $branch->capacitance) * $this->conductance($branch)
                    : $this->step / $branch->inductance;
        }
        foreach (array_keys($this->response) as $column) {
            $this->stateResponse[] = array_column($free, $column);
        }
        foreach (array_keys($this->devices) as $d) {
            $this->stateCoupling[] = array_column($coupling, $d);
        }
    }

    /** @return array<int, float> next states from the columns, [$state * (states + 2) + column] */
    public function stateRows(StateOperator $operator): array
    {
        $rows = $this->rowsThroughDevices(
            $this->states,
            $this->stateResponse,
            $this->stateCoupling,
            $this->operators->currents($operator),
        );
        $width = $this->states + 2;
        foreach ($this->stateBranches as $s => $branch) {
            for ($column = 0; $column < $width; $column++) {
                $rows[$s * $width + $column] *= $this->gain[$s];
            }
            $rows[$s * $width + $s] += $branch instanceof Capacitor ? 1 - $this->gain[$s] : 1.0;
        }

        return $rows;
    }

    /**
     * @param list<list<float>>       $free          [column][row]
     * @param list<list<float>>       $perDevice     [device][row]
     * @param array<int, list<float>> $deviceColumns [column][device]
     *
     * @return array<int, float>
     */
    private function rowsThroughDevices(int $count, array $free, array $perDevice, array $deviceColumns): array
    {
        $width = $this->states + 2;
        $rows = array_fill(0, $count * $width, 0.0);
        for ($column = 0; $column < $width; $column++) {
            $sums = $free[$column];
            foreach ($deviceColumns[$column] as $d => $current) {
                if ($current !== 0.0) {
                    foreach ($perDevice[$d] as $row => $ohms) {
                        $sums[$row] -= $ohms * $current;
                    }
                }
            }
            for ($row = 0; $row < $count; $row++) {
                $rows[$row * $width + $column] = $sums[$row];
            }
        }

        return $rows;
    }

    /**
     * @param array<int, float> $incidence
     * @param list<list<float>> $vectors   node voltages
     *
     * @return list<float> branch voltage for each vector
     */
    private function across(array $incidence, array $vectors): array
    {
        $out = [];
        foreach ($vectors as $vector) {
            $sum = 0.0;
            foreach ($incidence as $node => $coefficient) {
                $sum += $coefficient * $vector[$node];
            }
            $out[] = $sum;
        }

        return $out;
    }
}
