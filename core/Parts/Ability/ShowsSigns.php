<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Part;

/** A kind that can be seen or heard to work. */
interface ShowsSigns
{
    /** @return list<string> for example "LED1 lit" */
    public function signs(Part $part, ?string $fault, CycleRecord $record): array;
}
