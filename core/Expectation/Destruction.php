<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Breaking;

/** A part that does not survive what a fault does to it. */
final readonly class Destruction
{
    /**
     * @param string $becomes fault mode it is left with
     * @param float  $seconds until it happens, order of magnitude
     * @param bool   $isDoubtful true if another specimen, or another look a minute earlier, is spared
     * @param array<string, Breaking> $fuses that may as well have been quicker, and how they open, by reference
     */
    public function __construct(
        public string $ref,
        public string $becomes,
        public Breaking $how,
        public float $seconds,
        public bool $isDoubtful = false,
        public array $fuses = [],
    ) {}

    /** @param array<string, Breaking> $fuses */
    public function beside(array $fuses): self
    {
        return new self($this->ref, $this->becomes, $this->how, $this->seconds, $this->isDoubtful, $fuses);
    }

    /** "F1 opens at once, violently" */
    public function words(): string
    {
        return "{$this->ref} {$this->how->words()}";
    }
}
