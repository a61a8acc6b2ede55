<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Expectations;

/** What is computed from a description alone; worth keeping between requests. */
interface Knowledge
{
    /** @param float|null $mainsVolts as measured; null for nominal with its tolerance */
    public function expectations(string $mode, ?float $mainsVolts): Expectations;

    /** False while it is still being worked out what the faults do; the dictionary then knows the good unit alone. */
    public function isWhole(): bool;

    public function dictionary(?float $mainsVolts): FaultDictionary;
}
