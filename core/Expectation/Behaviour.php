<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Parts\Fuse;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** Runs a supply, healthy or with faults, and lets overloaded fuses open before anything is read. */
final class Behaviour
{
    /** A lamp or LED is seen to be lit above this average current, amperes (common practice). */
    private const LIT = 0.5e-3;

    public function __construct(private readonly Description $supply)
    {
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     * @param list<float>|null      $warm   states of a similar solve
     */
    public function live(Mode $mode, array $faults = [], ?float $mainsVolts = null, ?array $warm = null): Observation
    {
        $opened = [];
        do {
            try {
                $record = SteadyState::of(CircuitBuilder::live($this->supply, $mode, $faults, $mainsVolts), $warm);
            } catch (CircuitError) {
                return new Observation([], $opened, ['unstable'], false, []);
            }
            $blown = $this->overloadedFuses($mode, $faults, $record);
            $opened += $blown;
            $faults = array_fill_keys(array_keys($blown), 'open') + $faults;
        } while ($blown !== []);

        $readings = $this->readings($record);

        return new Observation($readings, $opened, $this->signs($mode, $faults, $record), true, $record->states());
    }

    /** @return array<string, array{dc: float, ac: float, ripple: float}> */
    private function readings(CycleRecord $record): array
    {
        $readings = [];
        foreach ($this->supply->points as $id => $point) {
            $signal = $record->signal($point->node, $point->against);
            $readings[$id] = ['dc' => $signal->average, 'ac' => $signal->acRms, 'ripple' => $signal->peakToPeak];
        }

        return $readings;
    }

    /**
     * @param array<string, string> $faults
     *
     * @return array<string, string> how each fuse opens, by reference
     */
    private function overloadedFuses(Mode $mode, array $faults, CycleRecord $record): array
    {
        $blown = [];
        foreach ($this->supply->parts as $ref => $part) {
            if ($part->kind instanceof Fuse && ! isset($faults[$ref]) && ! in_array($ref, $mode->absent, true)) {
                $how = Fuse::opening($record->currentSignal($ref)->rms, $part->value('rating'));
                if ($how !== null) {
                    $blown[$ref] = $how;
                }
            }
        }

        return $blown;
    }

    /**
     * @param array<string, string> $faults
     *
     * @return list<string>
     */
    private function signs(Mode $mode, array $faults, CycleRecord $record): array
    {
        $signs = [];
        foreach ($this->supply->parts as $ref => $part) {
            $kind = $part->kind->name();
            if ($kind === 'fuse') {
                $signs[] = $ref.(($faults[$ref] ?? '') === 'open' ? ' open' : ' intact');
            }
            if ($kind === 'led' && ! in_array($ref, $mode->absent, true)) {
                $lit = ! isset($faults[$ref]) && $record->currentSignal($ref)->average > self::LIT;
                $signs[] = $ref.($lit ? ' lit' : ' dark');
            }
        }

        return $signs;
    }
}
