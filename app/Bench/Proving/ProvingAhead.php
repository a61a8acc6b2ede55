<?php

declare(strict_types=1);

namespace App\Bench\Proving;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Supply\Description;

/** What the pages that prove a unit ask of its supply, worked out before anybody opens them. */
final readonly class ProvingAhead
{
    public function __construct(
        private LoadDesk $loads,
        private HeatDesk $heats,
        private CalibrationDesk $calibrations,
    ) {}

    /** What a good unit does must be known. */
    public function prepare(Description $supply): void
    {
        if ($this->loads->usual($supply)->refusal() !== null) {
            return;
        }
        foreach (
            [
                fn() => $this->heats->channels($supply, []),
                fn() => $this->calibrations->calibrationOf($supply),
                fn() => $this->heats->budgets($supply),
            ]
            as $page
        ) {
            try {
                $page();
            } catch (CircuitError) {
                // Whoever asks for it is told.
                continue;
            }
        }
    }
}
