<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Knowledge;

/** One thing known about the unit. Every kind speaks in the same currency: how likely it is under each hypothesis. */
interface Evidence
{
    /** As the technician knows it: "TP4 0.02 V". */
    public function label(): string;

    /**
     * @param string $id of a hypothesis, "healthy" and "unknown" included
     *
     * @return float positive; only its ratio to the other hypotheses counts
     */
    public function likelihood(string $id, Knowledge $knowledge): float;
}
