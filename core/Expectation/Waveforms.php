<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Ability\NeedsHeadroom;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * One mains cycle of any node or part current, healthy and with a fault beside it.
 *
 * @phpstan-type Headroom array{
 *     ref: string,
 *     level: float,
 *     needs: float,
 *     valley: float,
 *     margin: float,
 *     drops_out: bool,
 *     faulty_valley: ?float,
 * }
 */
final class Waveforms
{
    private Phase $healthy;

    private ?Phase $faulty = null;

    public readonly bool $hasStableFault;

    /** @var list<Destruction> what the fault takes with it */
    public array $chain = [];

    /**
     * @param array<string, string> $faults fault name by part reference; empty for the good unit alone
     *
     * @throws CircuitError if a good unit does not settle in this mode
     */
    public function __construct(private readonly Description $supply, Mode $mode, array $faults = [])
    {
        $behaviour = new Behaviour($supply);
        $good = $behaviour->run($mode);
        $this->healthy = $good->longest();
        $stable = true;
        if ($faults !== []) {
            try {
                $this->faulty = $behaviour->run($mode, $faults, null, $good->guide, $this->chain)->longest();
            } catch (CircuitError) {
                $stable = false;
            }
        }
        $this->hasStableFault = $stable;
    }

    /** @return list<float> milliseconds at the end of each step; a direct feed has one resting point */
    public function times(): array
    {
        $steps = count($this->healthy->record->waveform($this->supply->reference, $this->supply->reference));
        $period = $this->supply->frequency > 0 ? 1000 / $this->supply->frequency : 0.0;

        return array_map(static fn(int $step): float => round(($step * $period) / $steps, 4), range(1, $steps));
    }

    /**
     * Volts of a node against another.
     *
     * @return array{healthy: non-empty-list<float>, faulty: non-empty-list<float>|null}
     */
    public function volts(string $node, string $against): array
    {
        return [
            'healthy' => $this->healthy->record->waveform($node, $against),
            'faulty' => $this->faulty?->record->waveform($node, $against),
        ];
    }

    /**
     * Amperes through a part: in at its first terminal, through the branch that carries most.
     *
     * @return array{healthy: non-empty-list<float>|null, faulty: non-empty-list<float>|null} null where the part
     *     carries nothing that can be drawn
     */
    public function amperes(string $ref): array
    {
        return [
            'healthy' => $this->through($ref, $this->healthy),
            'faulty' => $this->faulty === null ? null : $this->through($ref, $this->faulty),
        ];
    }

    /** @return list<string> references of the parts whose current can be drawn */
    public function partsWithCurrent(): array
    {
        return array_map(
            strval(...),
            array_keys(
                array_filter(
                    $this->healthy->parts,
                    fn(Part $part): bool => Stress::mainBranch($part->ref, $this->healthy->record) !== null,
                ),
            ),
        );
    }

    /**
     * The lowest instant of a node beside what the regulators fed from it need, without signs; $against is what the
     * trace is drawn against.
     *
     * @return list<Headroom> volts; level is where the need stands on the drawn trace, margin
     *     what a good unit has to spare
     */
    public function headroom(string $node, string $against): array
    {
        $rows = [];
        foreach ($this->healthy->parts as $ref => $part) {
            if (!($part->kind instanceof NeedsHeadroom) || $part->kind->headroom($part)[0] !== $node) {
                continue;
            }
            [$in, $common, $volts] = $part->kind->headroom($part);
            $valley = static fn(CycleRecord $record): float => min(
                array_map(abs(...), $record->waveform($in, $common)),
            );
            $good = $valley($this->healthy->record);
            $faulty = $this->faulty === null ? null : $valley($this->faulty->record);
            $rows[] = [
                'ref' => (string) $ref,
                'level' =>
                    $this->healthy->record->signal($common, $against)->average +
                    ($this->healthy->record->signal($in, $common)->average < 0 ? -$volts : $volts),
                'needs' => $volts,
                'valley' => $good,
                'margin' => $good - $volts,
                'faulty_valley' => $faulty,
                'drops_out' => $faulty !== null && $faulty < $volts,
            ];
        }

        return $rows;
    }

    /** @return non-empty-list<float>|null */
    private function through(string $ref, Phase $phase): ?array
    {
        $branch = Stress::mainBranch($ref, $phase->record);
        if ($branch === null) {
            return null;
        }
        $current = $phase->record->current($branch);

        // A source delivers; drawn as what it gives.
        return ($phase->parts[$ref]->kind ?? null) instanceof FeedsEnergy
            ? array_map(static fn(float $i): float => -$i, $current)
            : $current;
    }
}
