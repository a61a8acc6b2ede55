<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use Oculant\Core\Circuit\Branch\Junction;
use Oculant\Core\Circuit\Branch\SwitchedDevice;

/** Makes the operator of each state of the devices that is visited, once. */
final class StateOperators
{
    /** Operators that are kept at a time. */
    private const KEPT = 1200;

    /**
     * Amperes that every device draws besides, each its own: with nothing applied many would stand on an edge at once,
     * and a walk from there could not tell which way each goes.
     */
    private const STRAY = 1e-12;

    /** Share of the devices above which those that once moved are counted anew. */
    private const MOST_MOVING = 0.7;

    /** @var array<string, StateOperator> */
    private array $operators = [];

    /** @var array<int, array<int, array{list<float>, float}>> [device][region], as asked for */
    private array $laws = [];

    private ?HeldDevices $held = null;

    private ?StateOperator $last = null;

    /**
     * @param list<SwitchedDevice> $devices
     * @param list<int>            $controlAt       first control index of each device
     * @param list<list<float>>    $controlResponse [control][column]: columns [states..., sine, dc]
     * @param list<list<float>>    $controlCoupling [control][device], ohms
     * @param list<int>            $restless        devices that are not expected to keep still
     */
    public function __construct(
        private readonly array $devices,
        private readonly array $controlAt,
        private readonly int $states,
        private readonly array $controlResponse,
        private readonly array $controlCoupling,
        private readonly array $restless = [],
    ) {}

    /** @param list<int> $regions one per device */
    public function for(array $regions): StateOperator
    {
        $key = implode(',', $regions);

        if (!isset($this->operators[$key]) && count($this->operators) >= self::KEPT) {
            // A search that leads nowhere meets thousands that nobody comes back to; those of the way are met again at
            // once.
            $this->operators = array_slice($this->operators, intdiv(self::KEPT, 2), null, true);
        }

        return $this->last = $this->operators[$key] ??= $this->make($key, $regions);
    }

    /** @return list<int> devices that did not keep still so far */
    public function moving(): array
    {
        return $this->held->moving ?? [];
    }

    /** @param list<int> $regions */
    private function make(string $key, array $regions): StateOperator
    {
        $held = $this->heldFor($regions);
        $response = $this->fromLast($regions) ?? $this->fromHeld($regions, $held->response);
        if ($response === null) {
            // Nothing can be pivoted on: solve it as a whole.
            $this->held = $this->holding($regions, []);
            $response = $this->held->response;
        }

        return new StateOperator($key, $regions, $response, ...$this->limits($regions));
    }

    /**
     * A few steps away from where the devices stood a moment ago.
     *
     * @param list<int> $regions
     */
    private function fromLast(array $regions): ?ControlResponse
    {
        if ($this->last === null) {
            return null;
        }
        $response = $this->last->response;
        foreach ($regions as $d => $region) {
            $before = $this->last->regions[$d];
            if ($region !== $before) {
                [$slopes, $offset] = $this->laws[$d][$region] ??= $this->law($d, $region);
                [$were, $was] = $this->laws[$d][$before] ??= $this->law($d, $before);
                foreach ($slopes as $j => $slope) {
                    $slopes[$j] = $slope - $were[$j];
                }
                $response = $response->with($d, $this->controlAt[$d], $slopes, $offset - $was, ControlResponse::ENOUGH);
                if ($response === null) {
                    return null;
                }
            }
        }

        return $response;
    }

    /**
     * From the network with all moving devices at their nominal conductances, the one that divides by most first.
     *
     * @param list<int> $regions
     */
    private function fromHeld(array $regions, ControlResponse $response): ?ControlResponse
    {
        $left = $response->places;
        while ($left !== []) {
            $most = -1.0;
            $next = 0;
            foreach (array_keys($left) as $d) {
                [$slopes] = $this->laws[$d][$regions[$d]] ??= $this->law($d, $regions[$d]);
                $divisor = abs($response->divisor($d, $this->controlAt[$d], $slopes));
                if ($divisor > $most) {
                    [$most, $next] = [$divisor, $d];
                }
            }
            [$slopes, $offset] = $this->laws[$next][$regions[$next]];
            $response = $response
                ->with($next, $this->controlAt[$next], $slopes, $offset, ControlResponse::ANY)
                ?->afresh();
            if ($response === null) {
                return null;
            }
            unset($left[$next]);
        }

        return $response;
    }

    /**
     * Devices that keep still for most of a cycle are folded into the linear part once; those found moving are left
     * out.
     *
     * @param list<int> $regions
     */
    private function heldFor(array $regions): HeldDevices
    {
        $moved = $this->held?->movedBy($regions) ?? [];
        if ($this->held === null || $moved !== []) {
            $moving = $this->held === null ? $this->restless : [...$this->held->moving, ...$moved];
            if (count($moving) > self::MOST_MOVING * count($regions)) {
                $moving = $moved;
            }
            $this->held = $this->holding($regions, $moving);
        }

        return $this->held;
    }

    /**
     * @param list<int> $regions
     * @param list<int> $moving devices
     */
    private function holding(array $regions, array $moving): HeldDevices
    {
        [$slopes, $offsets] = $this->laws($regions);

        return new HeldDevices(
            $regions,
            $moving,
            $slopes,
            $offsets,
            $this->controlAt,
            $this->controlResponse,
            $this->controlCoupling,
        );
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
        $offset += self::STRAY * (fmod(($d + 1) * 0.618033988749895, 1.0) - 0.5);
        $nominal = $this->devices[$d]->nominalConductance();
        if ($nominal > 0.0) {
            $law[0] -= $nominal;
        }

        return [$law, $offset];
    }

    /**
     * @return list<list<float>> amperes beyond the nominal conductance, [column][device]; the dc column carries offsets
     *     too
     */
    public function currents(StateOperator $operator): array
    {
        [$slopes, $offsets] = $this->laws($operator->regions);
        $controlRows = $operator->response->rows;
        $width = $this->states + 2;
        $byColumn = [];
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
            $byColumn[] = $currents;
        }

        return $byColumn;
    }

    /**
     * @param list<int> $regions
     *
     * @return array{array<int, float>, array<int, float>, list<int>} lower and upper bound per control, devices to ask
     *     themselves
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
