<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

use Oculant\Core\Circuit\SegmentTable;

/** A diode, zener or LED from anode to cathode, as chords of its characteristic. */
final readonly class Junction extends TabledDevice
{
    /** @param array<int, float> $incidence anode +1, cathode -1 */
    public function __construct(string $name, array $incidence, SegmentTable $table)
    {
        parent::__construct($name, $incidence, $incidence, $table);
    }

    /**
     * Between that of a shut and of a conducting junction: rounding grows with the square of the distance to either.
     */
    public function nominalConductance(): float
    {
        return 1e-4;
    }
}
