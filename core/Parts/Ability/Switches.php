<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Pulse;

/** A kind that works at a switching frequency, which the averaged circuit leaves out. */
interface Switches
{
    /** @return list<Pulse> what its capacitors have to smooth */
    public function pulses(Part $part, CycleRecord $record): array;
}
