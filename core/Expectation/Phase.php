<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Part;

/** One settled circuit, with the state that every part was in. */
final readonly class Phase
{
    /**
     * @param array<string, Part>   $parts  in their present state, by reference
     * @param array<string, string> $faults fault name by part reference
     * @param float                 $dwell  seconds it lasts if it alternates with others
     */
    public function __construct(
        public CycleRecord $record,
        public array $parts,
        public array $faults,
        public float $dwell,
    ) {}
}
