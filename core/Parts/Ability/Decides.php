<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Part;

/** A state that switches: a controller starts, a relay pulls in, a thyristor fires. */
interface Decides extends HasState
{
    /** @return array<string, float> the state it goes to, the same if it stays */
    public function decide(Part $part, ?string $fault, CycleRecord $record): array;

    /** Seconds it would take to leave the present state; how long each half of a hiccup lasts. */
    public function dwell(Part $part, CycleRecord $record): float;
}
