<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Observation;
use Oculant\Core\Parts\Breaking;

/** What was solved for a dictionary so far, by mode and row: a fault, one of its severities, or the good unit. */
final class DictionaryRows
{
    /** @var array<string, array<string, array<string, float>>> by "target quantity" */
    public array $readings = [];

    /** @var array<string, array<string, array<string, array{float, float}>>> by "target quantity" */
    public array $spans = [];

    /** @var array<string, array<string, list<string>>> */
    public array $signs = [];

    /** @var array<string, array<string, array<string, float>>> watts by reference */
    public array $heat = [];

    /** @var array<string, array<string, string>> by row and reference */
    public array $broken = [];

    /** @var array<string, array<string, Breaking>> by row and reference */
    public array $how = [];

    /**
     * @var array<string, array<string, list<string>>> references of what only this mode takes along, by mode and row
     */
    public array $takes = [];

    /**
     * @param array{array<string, float>, array<string, array{float, float}>} $dead readings and spans with the plug out
     * @param array<string, float>                                            $heat
     */
    public function put(string $mode, string $row, Observation $observation, array $dead, array $heat): void
    {
        [$readings, $this->spans[$mode][$row]] = $dead;
        $live = [];
        foreach ($observation->readings as $point => $byQuantity) {
            foreach ($byQuantity as $quantity => $value) {
                $live["{$point} {$quantity}"] = $value;
            }
        }
        $this->readings[$mode][$row] = $live + $readings;
        $this->signs[$mode][$row] = $observation->signs;
        $this->heat[$mode][$row] = $heat;
    }

    /**
     * It comes from its owner: what broke as it was used is broken on the bench, however it is then set up.
     *
     * @return array<string, string> what is broken, by reference
     */
    public function breaks(string $mode, string $row, Observation $observation): array
    {
        $this->how[$row] = ($this->how[$row] ?? []) + $observation->howBroken();
        $this->broken[$row] ??= $observation->broken();
        $more = array_diff_key($observation->broken(), $this->broken[$row]);
        if ($more !== []) {
            $this->takes[$mode][$row] = array_map(strval(...), array_keys($more));
        }

        return $this->broken[$row];
    }

    /** With what another piece knows beside it. */
    public function join(self $piece): void
    {
        foreach (['readings', 'spans', 'signs', 'heat', 'takes'] as $what) {
            foreach ($piece->{$what} as $mode => $rows) {
                $this->{$what}[$mode] = ($this->{$what}[$mode] ?? []) + $rows;
            }
        }
        $this->broken += $piece->broken;
        foreach ($piece->how as $row => $how) {
            $this->how[$row] = ($this->how[$row] ?? []) + $how;
        }
    }

    /** A row that is as another one, and the other's way of sparing what the fuse saved. */
    public function copy(string $mode, string $from, string $to): void
    {
        foreach (
            [
                [$from, $to],
                [Hypothesis::spared($from), Hypothesis::spared($to)],
                [Hypothesis::lucky($from), Hypothesis::lucky($to)],
            ]
            as [$one, $other]
        ) {
            if (isset($this->signs[$mode][$one])) {
                $this->readings[$mode][$other] = $this->readings[$mode][$one];
                $this->spans[$mode][$other] = $this->spans[$mode][$one];
                $this->signs[$mode][$other] = $this->signs[$mode][$one];
                $this->heat[$mode][$other] = $this->heat[$mode][$one];
                if (isset($this->takes[$mode][$one])) {
                    $this->takes[$mode][$other] = $this->takes[$mode][$one];
                }
            }
        }
        foreach ([Hypothesis::spared(...), Hypothesis::lucky(...)] as $way) {
            if (isset($this->broken[$way($from)])) {
                $this->broken[$way($to)] ??= $this->broken[$way($from)];
            }
            if (isset($this->how[$way($from)])) {
                $this->how[$way($to)] = ($this->how[$way($to)] ?? []) + $this->how[$way($from)];
            }
        }
        $this->broken[$to] ??= $this->broken[$from] ?? [];
        $this->how[$to] = ($this->how[$to] ?? []) + ($this->how[$from] ?? []);
    }
}
