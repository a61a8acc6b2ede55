<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Part;

/**
 * What a linear regulator gives when it is asked for too much: its current limit, less where the voltage across it
 * leaves its safe area, less again where its heat goes nowhere (data sheets of the 78xx and 317 families, from memory).
 * Followed in the mean.
 */
trait FoldsBack
{
    /** Watts at the limit of the safe area, and how far heat lets it beyond what its mounting bears. */
    private const SAFE_WATTS = 12.0;

    private const BEYOND_MOUNTING = 1.3;

    /** Share of the limit from which it is what holds the current. */
    private const AT_LIMIT = 0.8;

    private const LEAST = 0.02;

    public function rest(Part $part): array
    {
        return ['limit' => $part->value('current')];
    }

    public function adjust(Part $part, ?string $fault, CycleRecord $record): array
    {
        $limit = $part->value('limit');
        if (
            !$record->has($part->ref) ||
            $fault === 'weak' ||
            $record->currentSignal($part->ref)->average < self::AT_LIMIT * $limit
        ) {
            return ['limit' => $limit];
        }
        $across = max(1.0, abs($record->signal($part->node('in'), $part->node('out'))->average));
        $most = min(self::SAFE_WATTS, self::BEYOND_MOUNTING * $part->value('power')) / $across;

        return ['limit' => min($part->value('current'), max(self::LEAST * $part->value('current'), $most))];
    }
}
