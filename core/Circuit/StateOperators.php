<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use Oculant\Core\Circuit\Branch\Junction;
use Oculant\Core\Circuit\Branch\SwitchedDevice;

/** Makes the operator of each state of the devices that is visited, once. */
final class StateOperators
{
    /** Share of the devices above which those that once moved are counted anew. */
    private const MOST_MOVING = 0.5;

    /** @var array<string, StateOperator> */
    private array $operators = [];

    /** @var array<int, array<int, array{list<float>, float}>> [device][region], as asked for */
    private array $laws = [];

    private ?HeldDevices $held = null;

    /**
     * @param list<SwitchedDevice> $devices
     * @param list<int>            $controlAt       first control index of each device
     * @param list<list<float>>    $controlResponse [control][column]: columns [states..., sine, dc]
     * @param list<list<float>>    $controlCoupling [control][device], ohms
     */
    public function __construct(
        private readonly array $devices,
        private readonly array $controlAt,
        private readonly int $states,
        private readonly array $controlResponse,
        private readonly array $controlCoupling,
    ) {
    }

    /** @param list<int> $regions one per device */
    public function for(array $regions): StateOperator
    {
        $key = implode(',', $regions);

        return $this->operators[$key] ??= $this->make($key, $regions);
    }

    /** @param list<int> $regions */
    private function make(string $key, array $regions): StateOperator
    {
        [$slopes, $offsets] = $this->laws($regions);
        [$controlRows, $direct] = $this->heldFor($regions, $slopes, $offsets)->controlRows($slopes, $offsets);

        return new StateOperator($key, $regions, $controlRows, $direct, $this->deviceColumns($slopes, $offsets, $controlRows), ...$this->limits($regions));
    }

    /**
     * Devices that keep still for most of a cycle are folded into the linear part once; those found moving are left out.
     *
     * @param list<int>         $regions
     * @param list<list<float>> $slopes
     * @param list<float>       $offsets
     */
    private function heldFor(array $regions, array $slopes, array $offsets): HeldDevices
    {
        $moved = $this->held?->movedBy($regions) ?? [];
        if ($this->held === null || $moved !== []) {
            $moving = $this->held === null ? [] : [...$this->held->moving, ...$moved];
            if (count($moving) > self::MOST_MOVING * count($regions)) {
                $moving = $moved;
            }
            $this->held = new HeldDevices($regions, $moving, $slopes, $offsets, $this->controlAt, $this->controlResponse, $this->controlCoupling);
        }

        return $this->held;
    }

    /**
     * @param list<int> $regions
     *
     * @return array{list<list<float>>, list<float>} slopes beyond the nominal conductance and offsets, per device
     */
    private function laws(array $regions): array
    {
        $slopes = $offsets = [];
        foreach ($regions as $d => $region) {
            [$slopes[], $offsets[]] = $this->laws[$d][$region] ??= $this->law($d, $region);
        }

        return [$slopes, $offsets];
    }

    /** @return array{list<float>, float} */
    private function law(int $d, int $region): array
    {
        [$law, $offset] = $this->devices[$d]->law($region);
        $nominal = $this->devices[$d]->nominalConductance();
        if ($nominal > 0.0) {
            $law[0] -= $nominal;
        }

        return [$law, $offset];
    }

    /**
     * @param list<list<float>> $slopes
     * @param list<float>       $offsets
     * @param array<int, float> $controlRows
     *
     * @return list<list<float>> amperes beyond the nominal conductance, [column][device]
     */
    private function deviceColumns(array $slopes, array $offsets, array $controlRows): array
    {
        $width = $this->states + 2;
        $deviceColumns = [];
        for ($column = 0; $column < $width; $column++) {
            $isDirect = $column === $width - 1;
            $currents = [];
            foreach ($slopes as $d => $law) {
                $at = $this->controlAt[$d] * $width + $column;
                $current = $isDirect ? $offsets[$d] : 0.0;
                foreach ($law as $slope) {
                    $current += $slope * $controlRows[$at];
                    $at += $width;
                }
                $currents[] = $current;
            }
            $deviceColumns[] = $currents;
        }

        return $deviceColumns;
    }

    /**
     * @param list<int> $regions
     *
     * @return array{array<int, float>, array<int, float>, list<int>} lower and upper bound per control, devices to ask themselves
     */
    private function limits(array $regions): array
    {
        $lower = array_fill(0, count($this->controlResponse), -INF);
        $upper = array_fill(0, count($this->controlResponse), INF);
        $ask = [];
        foreach ($this->devices as $d => $device) {
            if ($device instanceof Junction) {
                $lower[$this->controlAt[$d]] = $device->table->bounds[$regions[$d] - 1] ?? -INF;
                $upper[$this->controlAt[$d]] = $device->table->bounds[$regions[$d]] ?? INF;
            } else {
                $ask[] = $d;
            }
        }

        return [$lower, $upper, $ask];
    }
}
