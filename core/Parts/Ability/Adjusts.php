<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Part;

/** A state that follows slowly: the power a converter draws, the resistance of something that warms up. */
interface Adjusts extends HasState
{
    /** @return array<string, float> the state that agrees better with what the circuit does */
    public function adjust(Part $part, ?string $fault, CycleRecord $record): array;
}
