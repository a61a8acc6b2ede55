<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** A measurement that could be made next, or a test of the part $target by itself (quantity Tested::BY_ITSELF). */
final readonly class Candidate
{
    /**
     * @param float         $bits      expected information
     * @param float         $minutes   with changes of state
     * @param float         $hazard    factor on the minutes: of live work, or of what may be harmed
     * @param list<Outcome> $outcomes
     * @param array<string, float> $takes probability that power in its mode destroys a part that stands there still, by
     *     reference
     * @param float|null    $doubt     probability that what was read there was a slip; null if nothing was
     */
    public function __construct(
        public string $target,
        public string $quantity,
        public string $mode,
        public bool $energised,
        public float $bits,
        public float $minutes,
        public float $hazard,
        public array $outcomes,
        public ?float $doubt = null,
        public array $takes = [],
    ) {}

    /** Bits per minute of work, hazard counted as time. */
    public function score(): float
    {
        return $this->bits / ($this->minutes * $this->hazard);
    }
}
