<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Part;

/**
 * A polarised capacitor that stands the wrong way round conducts from about a volt and a half, as the oxide of its
 * cathode foil does (common practice): it holds nothing back, and adds nothing to what stands in series with it.
 */
trait ConductsBackwards
{
    /** Mean volts the wrong way round from which it is taken to conduct, and below which it is not any more. */
    private const BACKWARDS = 1.0;

    private const FORWARDS = 0.2;

    public function rest(Part $part): array
    {
        return ['backwards' => 0.0];
    }

    public function decide(Part $part, ?string $fault, CycleRecord $record): array
    {
        $volts = -$record->signal($part->node('plus'), $part->node('minus'))->average;

        return [
            'backwards' =>
                !in_array($fault, ['short', 'open', 'reversed'], true) &&
                $volts > ($part->value('backwards') > 0 ? self::FORWARDS : self::BACKWARDS)
                    ? 1.0
                    : 0.0,
        ];
    }

    public function dwell(Part $part, CycleRecord $record): float
    {
        return 0.1;
    }

    /** @param float $esr ohms */
    private function enterBackwards(Part $part, ?string $fault, float $esr, Netlist $netlist): void
    {
        if ($netlist->isUnderShyMeter()) {
            // At a tenth of a volt it passes no more than one that stands the right way round.
            return;
        }
        [$from, $to] = $fault === 'reversed' ? ['plus', 'minus'] : ['minus', 'plus'];
        if (
            $fault === 'reversed' ||
            (($part->values['backwards'] ?? 0.0) > 0 && $fault !== 'short' && $fault !== 'open')
        ) {
            $netlist->junction(
                "{$part->ref}.backwards",
                $part->node($from),
                $part->node($to),
                SegmentTable::junction(
                    1e-9,
                    3.0,
                    $fault === 'reversed' ? $part->degree(40.0 * min(1.0, $esr) + 5.0) : 40.0 * min(1.0, $esr) + 5.0,
                ),
            );
        }
    }
}
