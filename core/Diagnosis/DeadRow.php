<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Supply\Description;

/** Solves one dead check under every hypothesis of a dictionary. */
final class DeadRow
{
    /** @return array<string, float> by hypothesis, "healthy" included; empty if there is no such place */
    public static function of(
        Description $supply,
        FaultDictionary $dictionary,
        string $mode,
        string $id,
        string $quantity,
    ): array {
        $check = $supply->deadCheck($id)?->on($quantity);
        if ($check === null) {
            return [];
        }
        $meter = new DeadMeter($supply);
        $row = [Hypothesis::HEALTHY => $meter->read($check, $supply->mode($mode))];
        foreach ($dictionary->hypotheses as $hypothesis => $fault) {
            $there = $fault->mishap === null ? $meter : new DeadMeter($fault->mishap->asleep($supply));
            $row[$hypothesis] = $there->read(
                $check,
                $supply->mode($mode),
                $fault->faults() + ($dictionary->broken[$hypothesis] ?? []),
            );
        }

        return $row;
    }
}
