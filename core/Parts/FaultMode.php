<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Quantity\Unit;

/**
 * One way a part fails.
 *
 * Weights are relative failure rates. They join the part-type order and mode distributions of MIL-HDBK-217F and
 * MIL-HDBK-338B (both from memory) with common practice; only their ratios matter.
 */
final readonly class FaultMode
{
    /**
     * @param bool         $graded true if its severity varies from unit to unit (dried, leaky, drifted)
     * @param list<Look>   $looks  what may be seen
     * @param string       $proof  how it is confirmed
     * @param bool         $comesAndGoes true if it can be there at one start and not at the next
     * @param string       $silence why a meter may not show it
     * @param list<float> $degrees severities at which it is solved, mildest to worst or the other way round; between
     *     two of them it may lie anywhere (log-uniform). Empty if it has no degree
     * @param Unit|null $in what its degree is counted in: ohms, or a share of the good value; null if a technician has
     *     no name for it
     */
    public function __construct(
        public string $name,
        public string $title,
        public float $weight,
        public string $proof,
        public bool $graded = false,
        public array $looks = [],
        public string $silence = '',
        public bool $comesAndGoes = false,
        public array $degrees = [],
        public ?Unit $in = Unit::Ohm,
    ) {}
}
