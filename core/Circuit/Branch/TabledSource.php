<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

/**
 * A current that follows a table of the voltage somewhere else: a power-factor stage pushing v squared into its bulk.
 */
final readonly class TabledSource extends TabledDevice
{
    public function nominalConductance(): float
    {
        return 0.0;
    }
}
