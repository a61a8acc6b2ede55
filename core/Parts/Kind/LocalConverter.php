<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Adjusts;
use Oculant\Core\Parts\Ability\Switches;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Pulse;
use Oculant\Core\Parts\Terminals;

/**
 * What converters on the secondary side share: they draw what they deliver over their efficiency, in and out against
 * common.
 */
abstract class LocalConverter extends Device implements Adjusts, Switches
{
    /** Peak-to-peak choke current as a share of the mean (usual design choice). */
    private const CHOKE_RIPPLE = 0.3;

    public function terminals(): Terminals
    {
        return Terminals::of('in', 'out', 'common')->maybe('en');
    }

    public function apart(): Apart
    {
        return Apart::Exchanged;
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'in', 'common', "input of {$part->ref}", '.input')];
    }

    public function rest(Part $part): array
    {
        return ['drawn' => 0.0, 'across' => 2 * $part->value('lowest')];
    }

    public function adjust(Part $part, ?string $fault, CycleRecord $record): array
    {
        if (!$record->has("{$part->ref}.feed")) {
            return $this->rest($part);
        }
        $power = abs(
            $record->currentSignal("{$part->ref}.feed")->average *
                $record->signal($part->node('out'), $part->node('common'))->average,
        );

        return [
            'drawn' => $power / $part->value('efficiency') + 4e-3 * $part->value('lowest'),
            'across' => max($part->value('lowest'), $record->signal($part->node('in'), $part->node('common'))->average),
        ];
    }

    /**
     * A choke at the output smooths there (triangle: a sixteenth of a cycle), its input draws in pulses (data-sheet
     * notes of step-down converters).
     */
    public function pulses(Part $part, CycleRecord $record): array
    {
        if (!$record->has("{$part->ref}.feed")) {
            return [];
        }
        $out = abs($record->currentSignal("{$part->ref}.feed")->average);
        $in = $part->value('drawn') / $part->value('across');

        return [
            new Pulse(
                $part->node('out'),
                $part->node('common'),
                $out,
                self::CHOKE_RIPPLE / 8,
                self::CHOKE_RIPPLE,
                $part->value('frequency'),
            ),
            new Pulse($part->node('in'), $part->node('common'), $in, 0.6, 2.5, $part->value('frequency')),
        ];
    }

    protected function draw(Part $part, Netlist $netlist): void
    {
        if ($part->value('drawn') > 0) {
            $netlist->junction(
                "{$part->ref}.draw",
                $part->node('in'),
                $part->node('common'),
                SegmentTable::constantPower($part->value('drawn'), $part->value('across')),
            );
        }
    }
}
